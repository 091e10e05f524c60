// npm run screenshots: builds what is missing and takes one picture of each main view for docs/screenshots.
import { browser, build, checkNode, install, run, tsx } from './prepare.mjs';

checkNode();
install();
const CHROMIUM = browser();
build();
run(...tsx('screenshots.ts'), { advice: 'The view that failed is named above.', env: { CHROMIUM } });

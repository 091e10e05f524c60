// npm run screenshots: builds what is missing and takes one picture of each main view for docs/screenshots.
import { browser, checkNode, installAndBuild, run, tsx } from './prepare.mjs';

checkNode();
await installAndBuild({ withTests: true });
const CHROMIUM = browser();
run(...tsx('screenshots.ts'), { advice: 'The view that failed is named above.', env: { CHROMIUM } });

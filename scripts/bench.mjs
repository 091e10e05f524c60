// npm run bench: figures as ratios to a baseline measured in the same run; writes docs/performance.md.
import { browser, build, checkNode, install, run } from './prepare.mjs';

checkNode();
install();
const CHROMIUM = browser();
build();
run(process.execPath, ['--expose-gc', '--import', 'tsx', 'bench/run.ts'], {
  advice: 'The benchmark names what failed above.',
  env: { CHROMIUM },
});

// npm run bench: figures as ratios to a baseline measured in the same run; writes docs/performance.md.
import { browser, checkNode, installAndBuild, run } from './prepare.mjs';

checkNode();
await installAndBuild({ withTests: true });
const CHROMIUM = browser();
// Bundled as the server is: run file by file, every call between modules would go through a getter and every inner
// function through a helper that keeps its name, which no installation has.
const BUNDLE = 'node_modules/.cache/calendario-bench.cjs';
run(
  'npx',
  [
    'esbuild',
    'bench/run.ts',
    '--bundle',
    '--platform=node',
    '--format=cjs',
    '--target=node20',
    '--packages=external',
    `--outfile=${BUNDLE}`,
    '--log-level=warning',
  ],
  { advice: 'esbuild names what it cannot read above.' },
);
run(process.execPath, ['--expose-gc', BUNDLE, ...process.argv.slice(2)], {
  advice: 'The benchmark names what failed above.',
  env: { CHROMIUM },
});

// npm test: installs what is missing, checks form and types, and runs every test against the built application.
import { availableParallelism } from 'node:os';
import { browser, build, outsideReaders, checkNode, install, run, runTogether } from './prepare.mjs';

checkNode();
install();
const CHROMIUM = browser();
outsideReaders();
await runTogether([
  {
    command: 'npx',
    args: ['prettier', '--check', '--log-level', 'warn', '.'],
    advice: 'Format it: npm run format',
  },
  {
    command: 'npx',
    args: ['tsc', '-p', 'tsconfig.check.json'],
    advice: 'The compiler names the lines above.',
  },
  {
    command: 'npx',
    args: ['eslint', '--max-warnings', '0', '.'],
    advice: 'ESLint names the lines above; import directions are described in docs/architecture.md.',
  },
  {
    command: 'npx',
    args: ['depcruise', '--config', '.dependency-cruiser.mjs', 'src'],
    advice: 'Modules import each other: take what both need into one of its own.',
  },
]);
process.env.CALENDARIO_TYPES_CHECKED = '1';
build();
// A browser and a server each: on two cores two pairs need half the time of one.
const E2E_WORKERS = String(Math.min(2, availableParallelism()));
const advice = 'The failing tests are named above.';
const own = process.argv.slice(2);
if (own.length) run('npx', ['jest', ...own], { advice, env: { CHROMIUM } });
else {
  // What needs no browser on all cores; then the browser's.
  const fast = ['core', 'server', 'lint'];
  run('npx', ['jest', '--maxWorkers=100%', '--selectProjects', ...fast], { advice });
  run('npx', ['jest', `--maxWorkers=${E2E_WORKERS}`, '--selectProjects', 'e2e'], {
    advice,
    env: { CHROMIUM },
  });
}

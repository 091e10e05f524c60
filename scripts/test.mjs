// npm test: installs what is missing, checks form and types, and runs every test against the built application.
import { mkdtempSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  browser,
  checkNode,
  installAndBuild,
  installAndGoOn,
  outsideReaders,
  run,
  runTogether,
} from './prepare.mjs';

checkNode();
const { compiled } = await installAndGoOn();
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
await compiled;
// One more than cores: what waits for the disk or the browser leaves its core to another. Beyond four browsers memory is short.
const WORKERS = availableParallelism() + 1;
const E2E_WORKERS = Math.min(4, WORKERS);
const advice = 'The failing tests are named above.';
const own = process.argv.slice(2);
if (own.length) {
  await installAndBuild({ withTests: true });
  run('npx', ['jest', ...own], { advice, env: { CHROMIUM } });
} else {
  // What needs no browser, and beside it, as they wait much of their time, the README's commands on a fresh checkout;
  // then, on what was built there, the browser's.
  const fast = ['core', 'server', 'lint'];
  const E2E_APP = mkdtempSync(join(tmpdir(), 'calendario-checkout-'));
  process.on('exit', () => rmSync(E2E_APP, { recursive: true, force: true }));
  await runTogether([
    {
      command: 'npx',
      args: ['jest', `--maxWorkers=${WORKERS}`, '--selectProjects', ...fast],
      advice,
    },
    { command: 'npx', args: ['jest', '--selectProjects', 'first-commands'], advice, env: { E2E_APP } },
  ]);
  run('npx', ['jest', `--maxWorkers=${E2E_WORKERS}`, '--selectProjects', 'e2e'], {
    advice,
    env: { CHROMIUM, E2E_APP },
  });
}

import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { asProcess } from '../builders/own-process';
import { environmentOf, freshFolder } from './serve';

/** Makes the demo once; each file of tests gets a copy of its folder. */
export default function setup(): void {
  const data = freshFolder();
  const seeded = spawnSync(join('node_modules', '.bin', 'tsx'), ['scripts/seed-demo.ts'], {
    env: environmentOf(data),
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (seeded.status !== 0) throw new Error('the demo could not be made');
  process.env.E2E_DEMO = data;
  process.env.E2E_VERIFY = JSON.stringify(asProcess('scripts/verify.ts'));
}

import { spawnSync, type ChildProcess } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';

/** Ends the server and checks the invariants on what the tests left behind. */
export default function teardown(): void {
  const server = (globalThis as { e2eServer?: ChildProcess }).e2eServer;
  if (server?.pid) process.kill(-server.pid, 'SIGTERM');
  const data = process.env.E2E_DATA!;
  const verify = spawnSync(
    join('node_modules', '.bin', 'tsx'),
    ['scripts/verify.ts', join(data, 'calendario.sqlite')],
    { encoding: 'utf8' },
  );
  rmSync(data, { recursive: true, force: true });
  if (verify.status !== 0) throw new Error(`invariants after the e2e run:\n${verify.stdout}${verify.stderr}`);
}

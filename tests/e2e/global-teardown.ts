import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { E2eOffice } from './global-setup';

/** Ends the servers and checks the invariants on what the tests left behind in each office. */
export default function teardown(): void {
  const broken: string[] = [];
  for (const { server, data } of (globalThis as { e2eOffices?: E2eOffice[] }).e2eOffices ?? []) {
    if (server.pid) process.kill(-server.pid, 'SIGTERM');
    const verify = spawnSync(
      join('node_modules', '.bin', 'tsx'),
      ['scripts/verify.ts', join(data, 'calendario.sqlite')],
      { encoding: 'utf8' },
    );
    rmSync(data, { recursive: true, force: true });
    if (verify.status !== 0) broken.push(`${verify.stdout}${verify.stderr}`);
  }
  if (broken.length) throw new Error(`invariants after the e2e run:\n${broken.join('\n')}`);
}

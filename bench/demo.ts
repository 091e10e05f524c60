import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_START } from '@demo/seed';

/** Does something on the demo, freshly made in a folder of its own. */
export async function onDemo<Value>(work: (folder: string) => Promise<Value>): Promise<Value> {
  const folder = mkdtempSync(join(tmpdir(), 'calendario-bench-demo-'));
  try {
    const env = { ...process.env, CALENDARIO_DATA: folder, CALENDARIO_CLOCK_FROZEN: DEMO_START };
    const seeded = spawnSync('npx', ['tsx', 'scripts/seed-demo.ts'], { env });
    if (seeded.status !== 0) throw new Error('the demo could not be made');
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

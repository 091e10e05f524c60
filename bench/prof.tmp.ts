import { waysOutRuns } from './ways-out';
import { FULL, makeWorld } from './world';
import { Session } from 'node:inspector/promises';
import { writeFileSync } from 'node:fs';
async function main() {
  const db = await makeWorld({ ...FULL, occupancies: 1_000_000, uses: 1000 });
  const run = await waysOutRuns(db);
  await run();
  await run();
  if (0) {} const s = new Session();
  s.connect();
  await s.post('Profiler.enable');
  await s.post('Profiler.start');
  const t = performance.now();
  for (let i = 0; i < 8; i++) await run();
  console.log((performance.now() - t) / 8);
  const { profile } = await s.post('Profiler.stop');
  writeFileSync('/tmp/ways.cpuprofile', JSON.stringify(profile));
  await db.close();
}
void main().then(() => process.exit(0));

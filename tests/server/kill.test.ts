import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { violations } from '@/server/db/invariants';
import { submit, worldOf } from '@tests/builders/changes';
import { openOffice } from '@tests/builders/office';

test('kill -9 at any write of approving 260 dates: all of it or nothing', async () => {
  const office = await openOffice();
  const reference = await submit(office, 'ada', {
    equipment: [{ typeId: 1, quantity: 20 }],
    when: {
      startsAt: '2027-04-20T14:00',
      endsAt: '2027-04-20T16:00',
      repeat: { rule: 'FREQ=WEEKLY;COUNT=260;BYDAY=MO,TU,WE,TH,FR' },
    },
  });
  const before = await worldOf(office.db);
  const go = (killAt: number) =>
    spawnSync(
      process.execPath,
      ['--import', 'tsx', join(__dirname, 'kill-worker.ts'), office.file, reference, String(killAt)],
      {
        encoding: 'utf8',
      },
    );
  let killed = 0;
  for (const killAt of [1, 3, 5, 7, 9, 12, 15, 18]) {
    const result = go(killAt);
    if (result.signal !== 'SIGKILL') break;
    killed += 1;
    expect(await worldOf(office.db)).toEqual(before);
    expect(await violations(office.db)).toEqual([]);
  }
  expect(killed).toBeGreaterThanOrEqual(6);
  // Nothing the dead ones left behind stands in the way of the next.
  const last = go(0);
  expect(JSON.parse(last.stdout)).toMatchObject({ ok: true });
  const [row] = await office.db.rows<{ n: number }>(
    `SELECT COUNT(*) AS n FROM occurrence WHERE state = 'approved'`,
  );
  expect(row!.n).toBe(260);
  expect(await violations(office.db)).toEqual([]);
  await office.close();
}, 240_000);

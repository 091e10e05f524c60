import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { violations } from '@/server/effects/invariants';
import { ordersOutOfLine, submit, worldOf } from '@tests/builders/changes';
import { openOffice } from '@tests/builders/office';
import { asProcess } from '@tests/builders/own-process';

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
  const worker = asProcess(join(__dirname, 'kill-worker.ts'));
  const go = (killAt: number) =>
    spawnSync(process.execPath, [...worker, office.file, reference, String(killAt)], { encoding: 'utf8' });
  let killed = 0;
  let result = go(1);
  // Every second write, until there are no more: the last run lives and carries it out.
  for (let killAt = 3; result.signal === 'SIGKILL'; killAt += 2) {
    killed += 1;
    expect(await worldOf(office.db)).toEqual(before);
    expect(await violations(office.db)).toEqual([]);
    result = go(killAt);
  }
  expect(killed).toBeGreaterThanOrEqual(6);
  // Nothing the dead ones left behind stood in the way of it.
  expect(JSON.parse(result.stdout)).toEqual({ ok: true, writes: expect.any(Number) });
  const [row] = await office.db.rows<{ n: number }>(
    `SELECT COUNT(*) AS n FROM occurrence WHERE state = 'approved'`,
  );
  expect(row!.n).toBe(260);
  // Each order exactly once: setting and clearing of every date.
  const [orders] = await office.db.rows<{ n: number; keys: number; versions: number }>(
    `SELECT COUNT(*) AS n, COUNT(DISTINCT order_key) AS keys, (SELECT COUNT(*) FROM work_order_version) AS versions FROM work_order`,
  );
  expect(orders).toEqual({ n: 520, keys: 520, versions: 520 });
  expect(await ordersOutOfLine(office)).toEqual([]);
  expect(await violations(office.db)).toEqual([]);
  await office.close();
}, 240_000);

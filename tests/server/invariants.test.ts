import { randomUUID } from 'node:crypto';
import { violations } from '@/server/effects/invariants';
import { keep } from '@/server/db/connection';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { ask, openOffice, type TestOffice } from '@tests/builders/office';
import { decideRequest } from '@tests/builders/decide';

let office: TestOffice;
beforeAll(async () => {
  office = await openOffice();
  const asked = await submitRequest(office.as('ada'), ask({ equipment: [{ typeId: 1, quantity: 10 }] }));
  if (!asked.ok) throw new Error(JSON.stringify(asked.refusal));
  const view = await deskRequest(office.as('mara'), asked.value.reference);
  if (!view.ok) throw new Error(JSON.stringify(view.refusal));
  const { version, dates } = view.value;
  const occurrences = dates.map(({ id }) => id as never);
  await decideRequest(office.as('mara'), asked.value.reference, {
    key: randomUUID(),
    version,
    action: 'approve',
    occurrences,
    reason: '',
  });
  await submitRequest(
    office.as('ben'),
    ask({ title: 'Waiting one', when: { startsAt: '2027-04-21T14:00', endsAt: '2027-04-21T15:00' } }),
  );
});
afterAll(() => office.close());

/** Runs statements, looks, and takes everything back. The guards are put out of the way inside the same transaction. */
async function afterPlanting(...statements: string[]): Promise<string[]> {
  return office.db.write(async (tx) => {
    for (const trigger of ['occupancy_guard_insert', 'occupancy_guard_update', 'equipment_guard_insert'])
      await tx.run(`DROP TRIGGER ${trigger}`);
    for (const statement of statements) await tx.run(statement);
    const found = await violations(tx);
    return { keep: false, value: found.map(({ invariant }) => invariant.slice(0, 1)) };
  });
}

test('a sound database violates nothing', async () => {
  expect(await violations(office.db)).toEqual([]);
});

// A check that cannot fail proves nothing: each is shown one thing it must find.
test.each([
  [
    '1',
    [
      'INSERT INTO occupancy (claim_id, resource_id, start_min, end_min, occupies) SELECT claim_id, resource_id, start_min + 1, end_min + 1, 1 FROM occupancy WHERE occupies = 1',
    ],
  ],
  [
    '2',
    [
      `INSERT INTO stock_line (type_id, from_min, to_min, delta, reason) VALUES (1, 30000000, 31000000, -71, 'lost')`,
    ],
  ],
  ['2', ['UPDATE equipment_use SET quantity = 81']],
  ['3', [`UPDATE claim SET status = 'released' WHERE status = 'in-force'`]],
  ['3', [`UPDATE occurrence SET state = 'cancelled' WHERE state = 'approved'`]],
  ['4', ['DELETE FROM occupancy WHERE occupies = 1']],
  ['4', ['UPDATE equipment_use SET end_min = end_min + 1']],
  ['4', ['UPDATE claim SET access_min = access_min + 1']],
  ['5', [`UPDATE claim SET status = 'released' WHERE status = 'in-force'`]],
  ['5', ['DELETE FROM work_order_version']],
  ['6', [`UPDATE request SET publish = 0`]],
  ['6', [`UPDATE occurrence SET state = 'cancelled' WHERE state = 'approved'`]],
  ['7', [`UPDATE request SET title = 'Changed past the history'`]],
  ['7', ['DELETE FROM history WHERE id = (SELECT MIN(id) FROM history)']],
  ['7', [`UPDATE history SET before = '{}' WHERE before IS NOT NULL`]],
])('invariant %s finds: %j', async (number, statements) => {
  expect(await afterPlanting(...statements)).toContain(number);
});

test('nothing planted was kept', async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.db.write(async (tx) => keep(await tx.run('SELECT 1')));
});

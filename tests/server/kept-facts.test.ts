import { openDatabase } from '@/server/db/connection';
import { loadWorld } from '@/server/repositories/world/snapshot';
import type { WantedDate } from '@/core/checks/asked';
import { at, openOffice, SPACE, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const wanted: WantedDate = {
  key: '2027-04-20T14:00',
  claim: {
    event: { start: at('2027-04-20T14:00'), end: at('2027-04-20T16:00') },
    accessMin: 0,
    exitMin: 0,
    spaces: [{ spaceId: SPACE.ST as never, layout: 'classroom', people: 5, setupMin: 0, strikeMin: 0 }],
    equipment: [{ typeId: 1 as never, quantity: 1, spaceIndex: 0 }],
  },
};
const load = async () => {
  const { spaces, equipment } = await loadWorld(office.db, [wanted]);
  return [spaces[0]!.layouts[0]!.seats, equipment[0]!.stock.length, spaces[0]!.closures.length];
};

test('facts read before are not used once the house has changed, whoever changed it', async () => {
  expect(await load()).toEqual([24, 1, 1]);
  // As another process would: a connection of its own that knows nothing of what is kept here.
  const other = openDatabase(office.file);
  const run = (sql: string) => other.write(async (tx) => ({ keep: true, value: await tx.run(sql) }));
  await run(`UPDATE space_layout SET seats = 30 WHERE space_id = ${SPACE.ST}`);
  expect(await load()).toEqual([30, 1, 1]);
  await run(`INSERT INTO stock_line (type_id, from_min, delta, reason) VALUES (1, 0, 5, 'bought')`);
  await run(
    `INSERT INTO closure (owner_kind, owner_id, start_local, end_local, kind, reason) VALUES ('space', ${SPACE.ST}, '2027-05-01T00:00', '2027-05-02T00:00', 'shut', 'paint')`,
  );
  expect(await load()).toEqual([30, 2, 2]);
  await other.close();
});

test('what a transaction saw and took back is not kept', async () => {
  await load();
  await office.db.write(async (tx) => {
    await tx.run(`UPDATE space_layout SET seats = 99 WHERE space_id = ${SPACE.ST}`);
    expect((await loadWorld(tx, [wanted])).spaces[0]!.layouts[0]!.seats).toBe(99);
    return { keep: false, value: undefined };
  });
  await office.db.write(async (tx) => ({
    keep: true,
    value: await tx.run(`UPDATE space_layout SET seats = 31 WHERE space_id = ${SPACE.ST}`),
  }));
  expect((await load())[0]).toBe(31);
});

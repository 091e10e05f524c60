import { DayNote } from '@/server/db/tables/house';
import { FeedLink, Pin, SavedView } from '@/server/db/tables/people';
import { History } from '@/server/db/tables/records';
import { keep } from '@/server/db/connection';
import { command, jsonQuery, query } from '@/server/db/statement';
import { integer, listOf, text } from '@/server/db/tables/column';
import { localDate } from '@/core/time/local-time';
import type { PersonId } from '@/core/ids';
import { z } from 'zod';
import { openOffice, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const write = <Value>(work: Parameters<TestOffice['db']['write']>[0]) =>
  office.db.write(work) as Promise<Value>;
const ada = 1 as PersonId;
const view = (name: string) => ({ person_id: ada, screen: 'board', name, address: '/board' });

describe('rows of a table', () => {
  test('are inserted, read by their values and in order, changed, put over and removed', async () => {
    await write(async (tx) => {
      const views = tx.table(SavedView);
      const first = await views.insert(view('Halls'));
      await views.insertAll([view('Bays'), view('Barn')]);
      expect(await views.all({}, { by: ['name'] })).toEqual([
        { id: first + 2, ...view('Barn') },
        { id: first + 1, ...view('Bays') },
        { id: first, ...view('Halls') },
      ]);
      expect(await views.all({ name: ['Bays', 'Barn'], person_id: ada }, { by: ['id'], most: 1 })).toEqual([
        { id: first + 1, ...view('Bays') },
      ]);
      expect(await views.update({ id: first }, { name: 'All halls' })).toBe(1);
      expect((await views.first({ id: first }))?.name).toBe('All halls');
      expect(await views.first({ id: 99 })).toBeNull();
      expect([await views.count(), await views.remove({ name: ['Bays', 'Barn'] })]).toEqual([3, 2]);
      await tx.table(FeedLink).put({ person_id: ada });
      await tx.table(FeedLink).put({ person_id: ada, link_no: 2 });
      expect(await tx.table(FeedLink).all()).toEqual([{ person_id: ada, link_no: 2 }]);
      await tx.table(Pin).insertAll([{ person_id: ada, kind: 'space', target_id: 3 }]);
      expect(await tx.table(Pin).first({ kind: 'space' })).toEqual({
        person_id: ada,
        kind: 'space',
        target_id: 3,
      });
      return keep(null);
    });
  });

  test('what a row leaves out has its default, also where another row of the lot says it', async () => {
    await write(async (tx) => {
      await tx.run(
        `INSERT INTO change_set (id, at_min, action, idempotency_key) VALUES (900, 0, 'tried', 'tried')`,
      );
      await tx.table(History).insertAll([
        { change_set_id: 900, entity: 'claim', entity_id: '1', before: null },
        { change_set_id: 900, entity: 'claim', entity_id: '2' },
      ]);
      const day = { name: 'Fair', from_date: localDate('2027-05-01'), to_date: localDate('2027-05-01') };
      await tx.table(DayNote).insertAll([{ ...day, row_version: 4 }, day]);
      expect((await tx.table(DayNote).all({}, { by: ['id'] })).map(({ row_version }) => row_version)).toEqual(
        [4, 1],
      );
      return keep(null);
    });
  });

  test('a number is never given twice, though its row is gone', async () => {
    const first = await write<number>(async (tx) => keep(await tx.table(SavedView).insert(view('One'))));
    await write(async (tx) => keep(await tx.table(SavedView).remove({ id: first })));
    const second = await write<number>(async (tx) => keep(await tx.table(SavedView).insert(view('Two'))));
    expect(second).toBe(first + 1);
    // What was rolled back never was.
    await write(async (tx) => ({ keep: false, value: await tx.table(SavedView).insert(view('Three')) }));
    expect(await write(async (tx) => keep(await tx.table(SavedView).insert(view('Four'))))).toBe(second + 1);
  });

  test('are read within the write that made them, and not outside before it is over', async () => {
    await write(async (tx) => {
      await tx.table(SavedView).insert(view('Mine'));
      expect([await tx.table(SavedView).count(), await office.db.table(SavedView).count()]).toEqual([1, 0]);
      return keep(null);
    });
    expect(await office.db.table(SavedView).count()).toBe(1);
  });
});

// The built application has several copies of every module, and all share the database one of them opened.
test('what another copy of the modules describes is read and bound alike', async () => {
  await jest.isolateModulesAsync(async () => {
    const [people, statements, columns] = await Promise.all([
      import('@/server/db/tables/people'),
      import('@/server/db/statement'),
      import('@/server/db/tables/column'),
    ]);
    expect(people.SavedView).not.toBe(SavedView);
    await write(async (tx) => keep(await tx.table(people.SavedView).insert(view('Theirs'))));
    const named = statements.query({
      sql: 'SELECT name FROM saved_view WHERE name IN (SELECT value FROM json_each($names))',
      bind: { names: columns.listOf(columns.text()) },
      row: { name: people.SavedView.name },
    });
    expect(await office.db.all(named, { names: ['Theirs'] })).toEqual([{ name: 'Theirs' }]);
  });
});

describe('statements', () => {
  const NAMED = query({
    sql: 'SELECT id, name FROM space WHERE code IN (SELECT value FROM json_each($codes)) AND name <> $not ORDER BY id',
    bind: { codes: listOf(text()), not: text() },
    row: { id: integer(), name: text() },
  });

  test('take lists apart, and return their rows, the first or one value', async () => {
    const args = { codes: ['ST', 'HE', 'GF'], not: 'East Bay' };
    expect(await office.db.all(NAMED, args)).toEqual([
      { id: 1, name: 'Ground Floor' },
      { id: 5, name: 'Studio' },
    ]);
    expect(await office.db.first(NAMED, { codes: [], not: '' })).toBeNull();
    const count = jsonQuery({
      sql: `SELECT json_object('n', COUNT(*)) AS json FROM space`,
      value: z.object({ n: z.number() }),
    });
    expect(await office.db.value(count)).toEqual({ n: 5 });
    const rename = command({
      sql: 'UPDATE space SET name = $name WHERE code = $code',
      bind: { name: text(), code: text() },
    });
    await write(async (tx) => keep(await tx.execute(rename, { name: 'Loft', code: 'ST' })));
    expect((await office.db.first(NAMED, { codes: ['ST'], not: '' }))?.name).toBe('Loft');
  });

  test('a row that is not what its statement says is an error in tests', async () => {
    const wrong = query({ sql: 'SELECT name FROM space', row: { name: integer() } });
    await expect(office.db.all(wrong)).rejects.toThrow('SELECT name FROM space');
    const more = query({ sql: 'SELECT id, name FROM space', row: { name: text() } });
    await expect(office.db.all(more)).rejects.toThrow('SELECT id, name FROM space');
  });
});

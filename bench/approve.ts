import { randomUUID } from 'node:crypto';
import { performance } from 'node:perf_hooks';
import type { PersonId } from '@/core/ids';
import { askSchema } from '@/contracts/requests/ask';
import { changeSchema } from '@/contracts/requests/change';
import type { SignedInContext } from '@/server/context/context';
import type { OpenDatabase, UndescribedWriter } from '@/server/db/connection';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';
import { loadDates, loadRequest } from '@/server/repositories/requests/request-rows';
import { figuresOf, type Figure } from './measure';
import { asRequester } from './world';

/** With three spaces each the most that one step takes. */
const DATES = 166;
const ROUNDS = 11;
const TYPES = [3, 9, 21, 40, 77, 150];

/** Tables an approval adds rows to, in the order in which they can be filled, with the column that grows. */
const WRITTEN = [
  ['change_set', 'id'],
  ['change_set_request', 'change_set_id'],
  ['occupancy', 'id'],
  ['equipment_use', 'id'],
  ['work_order', 'id'],
  ['work_order_version', 'order_id'],
  ['outbox', 'id'],
  ['history', 'id'],
] as const;

type Row = Readonly<Record<string, unknown>>;

async function topOf(db: OpenDatabase): Promise<number[]> {
  const tops: number[] = [];
  for (const [table, column] of WRITTEN)
    tops.push(
      (await db.rows<{ top: number }>(`SELECT COALESCE(MAX(${column}), 0) AS top FROM ${table}`))[0]!.top,
    );
  return tops;
}

const writtenSince = async (db: OpenDatabase, tops: readonly number[]): Promise<Row[][]> => {
  const rows: Row[][] = [];
  for (const [index, [table, column]] of WRITTEN.entries())
    rows.push(await db.rows<Row>(`SELECT * FROM ${table} WHERE ${column} > $top`, { top: tops[index] }));
  return rows;
};

async function insertAll(tx: UndescribedWriter, tables: readonly (readonly Row[])[]): Promise<void> {
  for (const [index, rows] of tables.entries()) {
    if (!rows.length) continue;
    const columns = Object.keys(rows[0]!);
    await tx.run(
      `INSERT INTO ${WRITTEN[index]![0]} (${columns.join(', ')}) SELECT ${columns.map((column) => `value->>'${column}'`).join(', ')} FROM json_each($rows)`,
      { rows: JSON.stringify(rows) },
    );
  }
}

/** The very rows the approval added, taken out and put back by one INSERT for each table; rolled back. */
const baseline = (db: OpenDatabase, tops: readonly number[], tables: readonly (readonly Row[])[]) =>
  db.write(async (tx) => {
    for (const [index, [table, column]] of [...WRITTEN.entries()].reverse())
      await tx.run(`DELETE FROM ${table} WHERE ${column} > $top`, { top: tops[index] });
    const started = performance.now();
    await insertAll(tx, tables);
    return { keep: false, value: performance.now() - started };
  });

/** 166 evenings in three spaces with six types, asked for; `round` picks spaces that nobody else has then. */
export async function asked(ctx: SignedInContext, round: number): Promise<string> {
  const spaces = [11, 57, 123].map((id) => ({
    spaceId: id + round,
    layout: 'rounds',
    setupMin: 30,
    strikeMin: 30,
  }));
  const outcome = await submitRequest(
    ctx,
    askSchema.parse({
      key: randomUUID(),
      title: `Every evening ${round}`,
      publicText: '',
      notes: '',
      categoryId: 1,
      hostId: 1,
      publish: false,
      people: 20,
      accessMin: 15,
      exitMin: 15,
      spaces,
      equipment: TYPES.map((typeId) => ({ typeId, quantity: 10 })),
      // The evenings are free, every day.
      when: {
        startsAt: '2027-05-01T18:30',
        endsAt: '2027-05-01T20:30',
        repeat: { rule: `FREQ=DAILY;COUNT=${DATES}` },
      },
    }),
  );
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
  return outcome.value.reference;
}

/** Approving 166 dates with 3 spaces and 6 types each, whole: check, claims, occupancy, orders, history, outbox. */
export async function benchApprove(db: OpenDatabase): Promise<{ figures: Figure[]; rows: number }> {
  const ctx: SignedInContext = {
    ...asRequester(db),
    newId: randomUUID,
    viewer: { personId: 1 as PersonId, roles: ['requester', 'manager'] },
  };
  const times: { base: number[]; whole: number[] } = { base: [], whole: [] };
  let rows = 0;
  for (let round = 0; round < ROUNDS; round += 1) {
    const reference = await asked(ctx, round);
    const request = (await loadRequest(db, reference))!;
    const dates = await loadDates(db, [request.id]);
    const input = changeSchema.parse({
      key: randomUUID(),
      items: [{ reference, version: request.version, occurrences: dates.map(({ id }) => id) }],
      step: { action: 'approve', reason: 'Every evening.' },
    });
    const tops = await topOf(db);
    const started = performance.now();
    const outcome = await changeDates(ctx, input);
    const took = performance.now() - started;
    if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
    const written = await writtenSince(db, tops);
    const base = await baseline(db, tops, written);
    if (round < 2) continue;
    rows = written.reduce((sum, each) => sum + each.length, 0);
    times.whole.push(took);
    times.base.push(base);
  }
  return {
    rows,
    figures: figuresOf([
      ['json_each INSERTs of the rows it added', times.base],
      ['approving: check, claims, occupancy, orders, history, mail', times.whole],
    ]),
  };
}

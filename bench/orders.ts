import { randomUUID } from 'node:crypto';
import { performance } from 'node:perf_hooks';
import type { OccurrenceId, PersonId } from '@/core/ids';
import { changeSchema } from '@/contracts/requests/change';
import { EFFECTS_OF_TIME } from '@/server/effects/follow';
import { ChangeSet } from '@/server/repositories/changes/change-set';
import { syncOrders } from '@/server/effects/orders/sync-orders';
import type { SignedInContext } from '@/server/context/context';
import type { OpenDatabase, UndescribedWriter } from '@/server/db/connection';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';
import { loadDates, loadRequest } from '@/server/repositories/requests/request-rows';
import { asked } from './approve';
import { figuresOf, type Figure } from './measure';
import { asRequester } from './world';

const ROUNDS = 13;
const WARM_UP = 3;
/** Beyond those that the approvals of another section ask for. */
const FREE_ROUND = 40;

type Row = Readonly<Record<string, unknown>>;
const TABLES = ['work_order', 'work_order_version', 'history'] as const;

async function insertAll(
  tx: UndescribedWriter,
  rows: Readonly<Record<(typeof TABLES)[number], readonly Row[]>>,
): Promise<void> {
  for (const table of TABLES) {
    const columns = Object.keys(rows[table][0]!);
    await tx.run(
      `INSERT INTO ${table} (${columns.join(', ')}) SELECT ${columns.map((column) => `value->>'${column}'`).join(', ')} FROM json_each($rows)`,
      { rows: JSON.stringify(rows[table]) },
    );
  }
}

async function approved(ctx: SignedInContext): Promise<OccurrenceId[]> {
  const reference = await asked(ctx, FREE_ROUND);
  const request = (await loadRequest(ctx.db, reference))!;
  const dates = await loadDates(ctx.db, [request.id]);
  const outcome = await changeDates(
    ctx,
    changeSchema.parse({
      key: randomUUID(),
      items: [{ reference, version: request.version, occurrences: dates.map(({ id }) => id) }],
      step: { action: 'approve', reason: 'Every evening.' },
    }),
  );
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
  return dates.map(({ id }) => id);
}

/** Makes the orders anew that were taken away before, in a transaction that is rolled back; then only inserts the same rows. */
const measured = (db: OpenDatabase, ids: readonly OccurrenceId[]) =>
  db.write(async (tx) => {
    const dates = { ids: JSON.stringify(ids) };
    const clear = async () => {
      await tx.run(
        'DELETE FROM work_order_version WHERE order_id IN (SELECT id FROM work_order WHERE occurrence_id IN (SELECT value FROM json_each($ids)))',
        dates,
      );
      await tx.run(
        'DELETE FROM work_order WHERE occurrence_id IN (SELECT value FROM json_each($ids))',
        dates,
      );
    };
    await clear();
    const [top] = await tx.rows<{ id: number; change: number }>(
      'SELECT (SELECT MAX(id) FROM history) AS id, (SELECT MAX(id) FROM change_set) AS change',
    );
    const change = new ChangeSet(tx, top!.change, null, 29_700_000 as never, EFFECTS_OF_TIME);
    const started = performance.now();
    await syncOrders(change, ids);
    await change.finish();
    const whole = performance.now() - started;
    const rows = {
      work_order: await tx.rows<Row>(
        'SELECT * FROM work_order WHERE occurrence_id IN (SELECT value FROM json_each($ids))',
        dates,
      ),
      work_order_version: await tx.rows<Row>(
        'SELECT v.* FROM work_order_version v JOIN work_order w ON w.id = v.order_id WHERE w.occurrence_id IN (SELECT value FROM json_each($ids))',
        dates,
      ),
      history: await tx.rows<Row>('SELECT * FROM history WHERE id > $id', { id: top!.id }),
    };
    await clear();
    await tx.run('DELETE FROM history WHERE id > $id', { id: top!.id });
    const again = performance.now();
    await insertAll(tx, rows);
    const base = performance.now() - again;
    return { keep: false, value: { whole, base, orders: rows.work_order.length } };
  });

/** The orders of 260 approved dates, six a date, against one INSERT a table of the very rows. */
export async function benchOrders(db: OpenDatabase): Promise<{ figures: Figure[]; orders: number }> {
  const ids = await approved({
    ...asRequester(db),
    newId: randomUUID,
    viewer: { personId: 1 as PersonId, roles: ['requester', 'manager'] },
  });
  const times: { base: number[]; whole: number[] } = { base: [], whole: [] };
  let count = 0;
  for (let round = 0; round < ROUNDS + WARM_UP; round += 1) {
    const { whole, base, orders } = await measured(db, ids);
    count = orders;
    if (round < WARM_UP) continue;
    times.whole.push(whole);
    times.base.push(base);
  }
  return {
    orders: count,
    figures: figuresOf([
      ['json_each INSERTs of the same rows, versions and history with them', times.base],
      ['orders of 260 dates: recipes, neighbours, contents, rows, history', times.whole],
    ]),
  };
}

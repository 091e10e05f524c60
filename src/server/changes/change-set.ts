import type { EpochMinute } from '@/core/time/epoch-minute';
import type { PersonId, RequestId } from '@/core/ids';
import type { Writer } from '../db/connection';
import { entityId, TRACKED, type Row, type TrackedTable } from './tracked-tables';

interface HistoryLine {
  readonly entity: TrackedTable;
  readonly id: string;
  readonly before: Row | null;
  /** Null where the row is gone. */
  readonly after: Row | null;
}

/** Writes rows of tracked tables in bulk and keeps what they were and became. */
export class ChangeSet {
  private readonly history: HistoryLine[] = [];
  /** Requests this change is about; their history names it. */
  readonly requestIds = new Set<RequestId>();

  constructor(
    readonly tx: Writer,
    readonly id: number,
    readonly actorId: PersonId | null,
    readonly at: EpochMinute,
  ) {}

  /** Numbers for new rows; the write lock makes them ours. */
  async nextIds(table: TrackedTable, count: number): Promise<number[]> {
    const [row] = await this.tx.rows<{ next: number }>(
      `SELECT COALESCE(MAX(id), 0) + 1 AS next FROM ${table}`,
    );
    return Array.from({ length: count }, (_, index) => row!.next + index);
  }

  async insert(table: TrackedTable, rows: readonly Row[]): Promise<void> {
    if (!rows.length) return;
    const columns = Object.keys(rows[0]!);
    const values = columns.map((column) => `j.value->>'${column}'`).join(', ');
    await this.tx.run(
      `INSERT INTO ${table} (${columns.join(', ')}) SELECT ${values} FROM json_each($rows) j`,
      {
        rows: JSON.stringify(rows),
      },
    );
    // Read back, so that defaults set by the database are in the history too.
    const keys = new Set(rows.map((row) => entityId(table, row)));
    const stored = await this.stored(table, rows);
    for (const after of stored)
      if (keys.has(entityId(table, after)))
        this.history.push({ entity: table, id: entityId(table, after), before: null, after });
  }

  private async stored(table: TrackedTable, rows: readonly Row[]): Promise<Row[]> {
    const first = Object.keys(rows[0]!)[0] === 'id' ? 'id' : Object.keys(rows[0]!)[0]!;
    return this.tx.rows<Row>(
      `SELECT * FROM ${table} WHERE ${first} IN (SELECT value FROM json_each($keys))`,
      {
        keys: JSON.stringify([...new Set(rows.map((row) => row[first]))]),
      },
    );
  }

  /** Applies `patch` to rows by id. Rows that would stay the same are left alone. */
  async update(table: TrackedTable, ids: readonly number[], patch: (row: Row) => Row): Promise<void> {
    if (!ids.length) return;
    const before = await this.tx.rows<Row>(
      `SELECT * FROM ${table} WHERE id IN (SELECT value FROM json_each($ids))`,
      {
        ids: JSON.stringify(ids),
      },
    );
    const changed = before
      .map((row) => ({ row, part: patch(row) }))
      .filter(({ row, part }) => Object.entries(part).some(([column, value]) => row[column] !== value));
    if (!changed.length) return;
    const columns = Object.keys(changed[0]!.part);
    const sets = columns.map((column) => `${column} = j.value->>'${column}'`).join(', ');
    await this.tx.run(
      `UPDATE ${table} SET ${sets} FROM json_each($rows) j WHERE ${table}.id = j.value->>'id'`,
      {
        rows: JSON.stringify(changed.map(({ row, part }) => ({ ...part, id: row.id }))),
      },
    );
    for (const { row, part } of changed)
      this.history.push({ entity: table, id: String(row.id), before: row, after: { ...row, ...part } });
  }

  /** Takes rows away, with what they were kept in the history. */
  async remove(table: TrackedTable, rows: readonly Row[]): Promise<void> {
    if (!rows.length) return;
    const columns = TRACKED[table] as readonly string[];
    const keys = columns.map((column) => `j.value->>'${column}'`);
    // By what the index of the keys finds: a condition on each row of the table is as many looks as both have rows.
    await this.tx.run(
      `DELETE FROM ${table} WHERE (${columns.join(', ')}) IN (SELECT ${keys.join(', ')} FROM json_each($rows) j)`,
      { rows: JSON.stringify(rows) },
    );
    for (const row of rows)
      this.history.push({ entity: table, id: entityId(table, row), before: row, after: null });
  }

  /** What this change has made of rows of a table so far, in order; a row may come up more than once. */
  lines(table: TrackedTable): readonly Pick<HistoryLine, 'id' | 'before' | 'after'>[] {
    return this.history.filter(({ entity }) => entity === table);
  }

  /** How many rows of a table this change has added, changed or taken away so far. */
  count(table: TrackedTable, is: (before: Row | null, after: Row | null) => boolean): number {
    return this.history.filter(({ entity, before, after }) => entity === table && is(before, after)).length;
  }

  /** Same patch for all, and the row version counted up. */
  async updateVersioned(table: TrackedTable, ids: readonly number[], patch: Row): Promise<void> {
    await this.update(table, ids, (row) => ({ ...patch, row_version: Number(row.row_version) + 1 }));
  }

  async writeHistory(): Promise<void> {
    if (!this.history.length) return;
    const lines = this.history.map(({ entity, id, before, after }) => ({
      entity,
      id,
      before: before && JSON.stringify(before),
      after: after && JSON.stringify(after),
    }));
    await this.tx.run(
      `INSERT INTO history (change_set_id, entity, entity_id, before, after)
       SELECT $change, j.value->>'entity', j.value->>'id', j.value->>'before', j.value->>'after' FROM json_each($lines) j`,
      { change: this.id, lines: JSON.stringify(lines) },
    );
  }
}

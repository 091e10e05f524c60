import type { EpochMinute } from '@/core/time/epoch-minute';
import type { PersonId, RequestId } from '@/core/ids';
import type { DoneFacts } from '@/contracts/history/done-facts';
import { sayDone } from '@/contracts/history/say-done';
import type { Writer } from '../../db/connection';
import { ChangeSetRequest, History } from '../../db/tables/records';
import { factsOf, type NewRow, type RowOf, type Table } from '../../db/tables/table';
import { writeJson, type Stored } from '../../db/tables/column';
import type { Cause, CauseOf, News } from './news';
import { pairs, loaded } from '@/core/lists';

/** A table whose rows have a number of their own. */
export type Numbered = Table & { readonly id: Table[string] };
/** A numbered table whose rows are counted up with every change that others may build on. */
type Versioned = Numbered & { readonly row_version: Table[string] };

/** A row of whichever table. */
export type AnyRow = Readonly<Record<string, Stored>>;

/** What a change made of one row; null where it was not there, or is gone. */
export interface HistoryLine<Row = AnyRow> {
  /** How the row is named in the history: the values of its key, joined. */
  readonly id: string;
  readonly before: Row | null;
  readonly after: Row | null;
}

/** How a row is named in the history: the values of its key, joined. */
export const entityId = (table: Table, row: AnyRow): string =>
  factsOf(table)
    .key.map((column) => row[column])
    .join('/');

/** What follows from a change. */
export interface Effects {
  /** Brings in line what follows from the news of a change, however often there is some. */
  follow(change: ChangeSet, news: News): Promise<void>;
  /** What is told of the change as a whole, once, when nothing more will come. */
  tell(change: ChangeSet): Promise<void>;
}

/** What whoever makes a change says of it. */
export interface ChangeOrigin {
  /** Empty where none was given. */
  readonly reason: string;
  /** The change set it takes back; null where it takes back none. */
  readonly undoes: number | null;
}

/** Writes rows of tracked tables in bulk and keeps what they were and became. */
export class ChangeSet {
  private readonly history = new Map<string, HistoryLine[]>();
  /** Lines in the order in which they were made, whatever their table. */
  private readonly inOrder: { readonly entity: string; readonly line: HistoryLine }[] = [];
  private causes: Cause[] = [];
  /** Lines before this one have had their effects. */
  private followed = 0;
  /** Requests this change is about; their history names it. */
  readonly requestIds = new Set<RequestId>();

  constructor(
    readonly tx: Writer,
    readonly id: number,
    readonly actorId: PersonId | null,
    readonly at: EpochMinute,
    private readonly effects: Effects,
    readonly origin: ChangeOrigin = { reason: '', undoes: null },
  ) {}

  private facts: DoneFacts | null = null;

  /** Keeps what this change does, and says it to whoever does it. */
  tell(facts: DoneFacts): string {
    this.facts = facts;
    return sayDone(facts);
  }

  /** What this change does; null where its action says all. */
  get told(): DoneFacts | null {
    return this.facts;
  }

  /** Tells what is altered beside rows with a history; its effects follow with theirs. */
  because(cause: Cause): void {
    this.causes.push(cause);
  }

  /**
   * All that follows from what was changed so far. It happens at the end of every change by itself; in the middle it is
   * asked for by what builds on it, or tells of it. However often it is asked for, the outcome is the same.
   */
  async follow(): Promise<void> {
    const { causes, followed } = this;
    if (this.inOrder.length === followed && !causes.length) return;
    this.causes = [];
    // As it grows: what one effect writes is news to those after it.
    await this.effects.follow(this, {
      lines: <T extends Table>(table: T) => {
        const { name } = factsOf(table);
        return this.inOrder
          .slice(followed)
          .filter(({ entity }) => entity === name)
          .map(({ line }) => line as unknown as HistoryLine<RowOf<T>>);
      },
      causes: <Kind extends Cause['kind']>(kind: Kind) =>
        causes.filter((each): each is CauseOf<Kind> => each.kind === kind),
    });
    // What the effects wrote themselves has had its own.
    this.followed = this.inOrder.length;
  }

  /** Numbers for new rows; the write lock makes them ours. */
  async nextIds<T extends Numbered>(table: T, count: number): Promise<RowOf<T>['id'][]> {
    return (await this.tx.table(table).nextIds(count)) as RowOf<T>['id'][];
  }

  /** Things that become new rows, each with the number it is given. */
  async numbered<T extends Numbered, Item>(
    table: T,
    items: readonly Item[],
  ): Promise<(readonly [id: RowOf<T>['id'], item: Item])[]> {
    return pairs(await this.nextIds(table, items.length), items);
  }

  async nextId<T extends Numbered>(table: T): Promise<RowOf<T>['id']> {
    const [id] = await this.nextIds(table, 1);
    return id as RowOf<T>['id'];
  }

  async insert<T extends Table>(table: T, rows: readonly NewRow<T>[]): Promise<void> {
    if (!rows.length) return;
    await this.tx.table(table).insertAll(rows);
    const given = rows as readonly AnyRow[];
    // Read back, so that defaults set by the database are in the history too.
    const keys = new Set(given.map((row) => entityId(table, row)));
    for (const after of await this.stored(table, given))
      if (keys.has(entityId(table, after))) this.keep(table, { before: null, after });
  }

  private keep(table: Table, { before, after }: Omit<HistoryLine, 'id'>): void {
    const { name, past } = factsOf(table);
    if (past !== 'rows') throw new Error(`rows of ${name} are not in the history`);
    const line = { id: entityId(table, after ?? before ?? {}), before, after };
    const lines = this.history.get(name);
    if (lines) lines.push(line);
    else this.history.set(name, [line]);
    this.inOrder.push({ entity: name, line });
  }

  /** The rows that have the first value of these rows' keys. */
  private stored(table: Table, rows: readonly AnyRow[]): Promise<AnyRow[]> {
    const [first = 'id'] = factsOf(table).key;
    return this.tx.table(table).withAny(
      first,
      rows.map((row) => row[first] ?? null),
    );
  }

  /** Applies `patch` to rows by id. Rows that would stay the same are left alone. */
  async update<T extends Numbered>(
    table: T,
    ids: readonly number[],
    patch: (row: RowOf<T>) => Partial<RowOf<T>>,
  ): Promise<void> {
    if (!ids.length) return;
    const before = await this.stored(
      table,
      ids.map((id) => ({ id })),
    );
    const changed = before
      .map((row) => ({ row, part: patch(row as RowOf<T>) as AnyRow }))
      .filter(({ row, part }) => Object.entries(part).some(([column, value]) => row[column] !== value));
    const [first] = changed;
    if (!first) return;
    await this.tx
      .table(table)
      .updateEach(changed.map(({ row, part }) => ({ id: Number(row.id), part: part as Partial<RowOf<T>> })));
    for (const { row, part } of changed) this.keep(table, { before: row, after: { ...row, ...part } });
  }

  /** As `update`, each row by what belongs to its number. */
  async updateBy<T extends Numbered, Item>(
    table: T,
    items: ReadonlyMap<number, Item>,
    patch: (row: RowOf<T>, item: Item) => Partial<RowOf<T>>,
  ): Promise<void> {
    const itemOf = loaded('what belongs to row', items);
    await this.update(table, [...items.keys()], (row) => patch(row, itemOf(Number(row.id))));
  }

  /** Takes rows away, with what they were kept in the history. */
  async remove<T extends Table>(table: T, rows: readonly RowOf<T>[]): Promise<void> {
    if (!rows.length) return;
    await this.tx.table(table).removeRows(rows);
    for (const before of rows as readonly AnyRow[]) this.keep(table, { before, after: null });
  }

  /** What this change has made of rows of a table so far, in order; a row may come up more than once. */
  lines<T extends Table>(table: T): readonly HistoryLine<RowOf<T>>[] {
    return (this.history.get(factsOf(table).name) ?? []) as unknown as HistoryLine<RowOf<T>>[];
  }

  /** How many rows of a table this change has added, changed or taken away so far. */
  count<T extends Table>(table: T, is: (before: RowOf<T> | null, after: RowOf<T> | null) => boolean): number {
    return this.lines(table).filter(({ before, after }) => is(before, after)).length;
  }

  /** Same patch for all, and the row version counted up. */
  async updateVersioned<T extends Versioned>(
    table: T,
    ids: readonly number[],
    patch: Partial<RowOf<T>>,
  ): Promise<void> {
    await this.update(table, ids, (row) => ({ ...patch, row_version: Number(row.row_version) + 1 }));
  }

  /** Brings in line what follows and keeps what was changed, and which requests it was about: the last thing a change does. */
  async finish(): Promise<void> {
    await this.follow();
    await this.effects.tell(this);
    await this.follow();
    await this.writeHistory();
    await this.tx
      .table(ChangeSetRequest)
      .insertAll([...this.requestIds].map((request_id) => ({ change_set_id: this.id, request_id })));
  }

  private async writeHistory(): Promise<void> {
    await this.tx.table(History).insertAll(
      this.inOrder.map(({ entity, line: { id, before, after } }) => ({
        change_set_id: this.id,
        entity,
        entity_id: id,
        before: before && writeJson<Record<string, Stored>>(before),
        after: after && writeJson<Record<string, Stored>>(after),
      })),
    );
  }
}

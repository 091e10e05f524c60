import { factsOf, type NewRow, type Table } from './tables/table';

/** Rows of a table as lists of the values of some of its columns: half the text of objects, for writes that are many. */
export interface InLists<Row> {
  /** Inserts what `write` made, bound as `$rows`. */
  readonly insert: string;
  /** One stored row as such a list, for a statement that reads them. */
  readonly list: string;
  lists(rows: readonly Row[]): unknown[][];
  write(rows: readonly Row[]): string;
}

/** The one place that knows in which order the values stand. */
export function inLists<T extends Table, const Name extends keyof NewRow<T> & string>(
  table: T,
  names: readonly Name[],
): InLists<Pick<NewRow<T>, Name>> {
  const places = names.map((_, place) => `value->>${place}`);
  const lists = (rows: readonly Pick<NewRow<T>, Name>[]) =>
    rows.map((row) => names.map((name) => row[name] ?? null));
  return {
    insert: `INSERT INTO ${factsOf(table).name} (${names.join(', ')}) SELECT ${places.join(', ')} FROM json_each($rows)`,
    list: `json_array(${names.join(', ')})`,
    lists,
    write: (rows) => JSON.stringify(lists(rows)),
  };
}

import { command, type Command } from './statement';
import { lists as jsonLists, type Lists, type Stored } from './tables/column';
import { factsOf, type NewRow, type Table } from './tables/table';

/** Rows of a table as lists of the values of some of its columns: half the text of objects, for writes that are many. */
export interface InLists<Row> {
  /** Inserts what `lists` made. */
  readonly insert: Command<{ readonly rows: Lists }>;
  /** One stored row as such a list, for a statement that reads them. */
  readonly list: string;
  lists(rows: readonly Row[]): Stored[][];
}

/** The one place that knows in which order the values stand. */
export function inLists<T extends Table, const Name extends keyof NewRow<T> & string>(
  table: T,
  names: readonly Name[],
): InLists<Pick<NewRow<T>, Name>> {
  const places = names.map((_, place) => `value->>${place}`);
  const lists = (rows: readonly Pick<NewRow<T>, Name>[]) =>
    rows.map((row) => names.map((name): Stored => (row[name] ?? null) as Stored));
  return {
    insert: command({
      sql: `INSERT INTO ${factsOf(table).name} (${names.join(', ')}) SELECT ${places.join(', ')} FROM json_each($rows)`,
      bind: { rows: jsonLists() },
    }),
    list: `json_array(${names.join(', ')})`,
    lists,
  };
}

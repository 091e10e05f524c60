import { z } from 'zod';
import { bindOf, jsonQuery, query, queryFamily, type JsonQuery } from '../../../db/statement';
import { flag, integer, minute, text } from '../../../db/tables/column';
import { Space } from '../../../db/tables/spaces';
import { factsOf, type Table } from '../../../db/tables/table';

/** All entries of a kind in the order in which they are listed: id, name, note and whether it is out of use. */
export const listing = (sql: string) =>
  query({ sql, row: { id: integer(), name: text(), note: text(), isRetired: flag() } });
export type Listing = ReturnType<typeof listing>;

/**
 * The document of `$id`, which a scalar statement gives as JSON; null where there is none.
 * @param without what is kept elsewhere and is added by whoever reads it
 */
export const documentOf = <Shape extends z.ZodRawShape, const Left extends keyof Shape & string = never>(
  { shape }: { readonly shape: Shape },
  sql: string,
  without: readonly Left[] = [],
) => {
  type Doc = Omit<z.output<z.ZodObject<Shape>>, Left>;
  const held = Object.entries(shape).filter(([name]) => !without.some((left) => left === name));
  return jsonQuery({
    sql: `SELECT COALESCE((${sql}), 'null') AS json`,
    bind: { id: integer() },
    value: z.strictObject(Object.fromEntries(held)).nullable() as unknown as z.ZodType<Doc | null>,
  }) as JsonQuery<{ readonly id: ReturnType<typeof integer> }, Doc | null>;
};

/** How many rows name `$id`, of those to come after `$now` where the statement names that too; the column is `n`. */
export const counting = (sql: string) =>
  query({
    sql,
    bind: bindOf(sql, { id: integer(), now: minute() }),
    row: { n: integer() },
  });
export type Counting = ReturnType<typeof counting>;

interface OneColumn {
  readonly table: Table;
  readonly column: string;
}

/** A row that has a value in a column already, however it is written, and is another than `$id`. */
export const NAMED_ALIKE = queryFamily({
  samples: [{ table: Space, column: 'name' }],
  sql: ({ table, column }: OneColumn) =>
    `SELECT id, ${column} AS name FROM ${factsOf(table).name} WHERE ${column} = $value COLLATE NOCASE AND id IS NOT $id LIMIT 1`,
  // Of whatever table: what is tried is a name of a space.
  bind: { value: Space.name, id: integer().orNull() },
  row: { id: integer(), name: text() },
});

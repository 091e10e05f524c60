import {
  DataTypes,
  type Model,
  type ModelAttributes,
  type ModelStatic,
  type Sequelize,
  type Transaction,
  type WhereOptions,
} from 'sequelize';
import type { AnyColumn, SqlType, Stored } from './tables/column';
import { factsOf, type LooseRow, type NewRow, type RowOf, type Table, type TableFacts } from './tables/table';

const TYPES = {
  INTEGER: DataTypes.INTEGER,
  REAL: DataTypes.REAL,
  TEXT: DataTypes.TEXT,
} as const satisfies Record<SqlType, unknown>;

/** What a column is compared with: a number may come from outside, where it has no brand yet. */
type Compared<Value> = Value extends number ? number : Value;

/** Rows that have these values; a list is any of them. */
export type Where<T extends Table> = {
  readonly [Name in keyof RowOf<T>]?: Compared<RowOf<T>[Name]> | null | readonly Compared<RowOf<T>[Name]>[];
};

export interface Order<T extends Table> {
  readonly by?: readonly (keyof RowOf<T> & string)[];
  readonly most?: number;
}

/** Rows of one table, read through its model. */
export interface Rows<T extends Table> {
  all(where?: Where<T>, order?: Order<T>): Promise<RowOf<T>[]>;
  /** The first of them, or null where there is none. */
  first(where?: Where<T>, order?: Order<T>): Promise<RowOf<T> | null>;
  count(where?: Where<T>): Promise<number>;
  /** The largest number in a column; null where there is no row. */
  max(column: keyof RowOf<T> & string, where?: Where<T>): Promise<number | null>;
}

/** Rows of one table inside a write. */
export interface WritableRows<T extends Table> extends Rows<T> {
  /** So many numbers for new rows, never given before; see `nextNumbers`. */
  nextIds(count: number): Promise<number[]>;
  /** @returns the number the row was given, where its table has numbers of its own; else 0 */
  insert(row: NewRow<T>): Promise<number>;
  /** The same for a row whose values are checked and not branded. */
  insertLoose(row: LooseRow<T>): Promise<number>;
  /** One statement however many; what a row leaves out has its default. */
  insertAll(rows: readonly NewRow<T>[]): Promise<void>;
  /** Those of which one with what is unique is there already are left out. */
  addMissing(rows: readonly NewRow<T>[]): Promise<void>;
  /** Those with any of these values in a column, however many: by an index, and not spelt out in the statement. */
  withAny(column: keyof RowOf<T> & string, values: readonly Stored[]): Promise<RowOf<T>[]>;
  /** Another patch for each row, by its number; every patch says the same columns. One statement. */
  updateEach(changes: readonly { readonly id: number; readonly part: Partial<RowOf<T>> }[]): Promise<void>;
  /** Takes away exactly these, by their keys. One statement. */
  removeRows(rows: readonly RowOf<T>[]): Promise<void>;
  /** @returns how many there were */
  update(where: Where<T>, patch: Partial<RowOf<T>>): Promise<number>;
  /** A new row, or the row with its key written over. */
  put(row: NewRow<T>): Promise<void>;
  /** @returns how many there were */
  remove(where: Where<T>): Promise<number>;
}

type AnyModel = ModelStatic<Model<Record<string, Stored>, Record<string, Stored>>>;

function attributesOf({ key, columns }: TableFacts): ModelAttributes<Model> {
  const attribute = (name: string, { sql, isNullable, initial }: AnyColumn) => ({
    type: TYPES[sql],
    allowNull: isNullable,
    primaryKey: key.includes(name),
    ...(initial !== undefined && initial !== null && { defaultValue: initial }),
  });
  return Object.fromEntries(Object.entries(columns).map(([name, each]) => [name, attribute(name, each)]));
}

// Several databases are open in one process (archive, demo, swap), and a model belongs to one of them.
const models = new WeakMap<Sequelize, Map<string, AnyModel>>();

function modelOf(sequelize: Sequelize, table: Table): AnyModel {
  const known = models.get(sequelize) ?? new Map<string, AnyModel>();
  models.set(sequelize, known);
  const facts = factsOf(table);
  const model = known.get(facts.name) ?? (sequelize.define(facts.name, attributesOf(facts)) as AnyModel);
  known.set(facts.name, model);
  return model;
}

/** As Sequelize takes it: brands of columns say nothing to it. */
const matching = <T extends Table>(where: Where<T>): WhereOptions => where as WhereOptions;

export function rowsOf<T extends Table>(
  sequelize: Sequelize,
  transaction: Transaction | null,
  table: T,
): Rows<T> {
  const model = modelOf(sequelize, table);
  const all = async (where: Where<T> = {}, { by = [], most }: Order<T> = {}) =>
    (await model.findAll({
      where: matching(where),
      order: [...by],
      limit: most,
      raw: true,
      transaction,
    })) as unknown as RowOf<T>[];
  return {
    all,
    first: async (where, order) => (await all(where, { ...order, most: 1 }))[0] ?? null,
    count: (where = {}) => model.count({ where: matching(where), transaction }),
    max: async (column, where = {}) =>
      (await model.max<number | null, Model>(column, { where: matching(where), transaction })) ?? null,
  };
}

/** How a write runs what models do not: statements of one table. */
export interface Statements {
  rows<Row extends object>(sql: string, bind?: Record<string, unknown>): Promise<Row[]>;
  run(sql: string, bind?: Record<string, unknown>): Promise<void>;
}

const hasNumber = ({ key, columns }: TableFacts): boolean =>
  key.length === 1 && key[0] === 'id' && 'id' in columns;

/**
 * Numbers for so many new rows; the write lock makes them ours. A number that was ever a row's is never another's: the
 * highest that was removed is kept (`removed_number`), as histories and links go on naming it.
 */
async function nextNumbers({ rows }: Statements, table: string, count: number): Promise<number[]> {
  const [row] = await rows<{ next: number }>(
    `SELECT MAX(COALESCE((SELECT MAX(id) FROM ${table}), 0), COALESCE((SELECT highest FROM removed_number WHERE of_table = $table), 0)) + 1 AS next`,
    { table },
  );
  const first = row?.next ?? 1;
  return Array.from({ length: count }, (_, index) => first + index);
}

/** All that is different from row to row by its default, and every row with the same columns. */
function filled(
  facts: TableFacts,
  rows: readonly Readonly<Record<string, Stored>>[],
): Record<string, Stored>[] {
  const names = new Set(rows.flatMap((row) => Object.keys(row)));
  return rows.map((row) =>
    Object.fromEntries([...names].map((name) => [name, row[name] ?? facts.columns[name]?.initial ?? null])),
  );
}

/** Rows of which each has a number of its own, where their table has numbers. */
async function withNumbers(
  statements: Statements,
  facts: TableFacts,
  rows: readonly Record<string, Stored>[],
): Promise<readonly Record<string, Stored>[]> {
  if (!hasNumber(facts) || rows.every(({ id }) => id !== undefined)) return rows;
  const numbers = await nextNumbers(statements, facts.name, rows.length);
  return rows.map((row, index) => ({ id: numbers[index] ?? null, ...row }));
}

/** Inserts rows by one statement, however many; what a row leaves out has its default. */
function insertBulk(
  { run }: Statements,
  facts: TableFacts,
  rows: readonly Record<string, Stored>[],
  conflict: string,
): Promise<void> {
  const made = filled(facts, rows);
  const names = Object.keys(made[0] ?? {});
  const values = names.map((name) => `j.value->>'${name}'`);
  return run(
    `INSERT INTO ${facts.name} (${names.join(', ')}) SELECT ${values.join(', ')} FROM json_each($rows) j ${conflict}`,
    { rows: JSON.stringify(made) },
  );
}

/** What is written of many rows at once, as `json_each` takes them apart. */
function bulkOf<T extends Table>(
  { rows, run }: Statements,
  { name, key }: TableFacts,
): Pick<WritableRows<T>, 'withAny' | 'updateEach' | 'removeRows'> {
  return {
    withAny: async (column, values) =>
      await rows<RowOf<T>>(
        `SELECT * FROM ${name} WHERE ${column} IN (SELECT value FROM json_each($values))`,
        {
          values: JSON.stringify([...new Set(values)]),
        },
      ),
    updateEach: async (changes) => {
      const sets = Object.keys(changes[0]?.part ?? {}).map((column) => `${column} = j.value->>'${column}'`);
      if (!sets.length) return;
      await run(
        `UPDATE ${name} SET ${sets.join(', ')} FROM json_each($rows) j WHERE ${name}.id = j.value->>'id'`,
        { rows: JSON.stringify(changes.map(({ id, part }) => ({ ...part, id }))) },
      );
    },
    removeRows: async (gone) => {
      if (!gone.length) return;
      const keys = key.map((column) => `j.value->>'${column}'`);
      // By what the index of the keys finds: a condition on each row of the table is as many looks as both have rows.
      await run(
        `DELETE FROM ${name} WHERE (${key.join(', ')}) IN (SELECT ${keys.join(', ')} FROM json_each($rows) j)`,
        { rows: JSON.stringify(gone) },
      );
    },
  };
}

export function writableRowsOf<T extends Table>(
  sequelize: Sequelize,
  transaction: Transaction,
  statements: Statements,
  table: T,
): WritableRows<T> {
  const facts = factsOf(table);
  const model = modelOf(sequelize, table);
  const numbered = (rows: readonly NewRow<T>[]) =>
    withNumbers(statements, facts, rows as readonly Record<string, Stored>[]);
  const insertBy = async (rows: readonly NewRow<T>[], conflict: string): Promise<void> => {
    if (rows.length) await insertBulk(statements, facts, await numbered(rows), conflict);
  };
  const insert = async (row: NewRow<T>): Promise<number> => {
    const [made] = await numbered([row]);
    await model.create(made ?? {}, { transaction, returning: false });
    return Number(made?.id ?? 0);
  };
  return {
    ...rowsOf(sequelize, transaction, table),
    ...bulkOf<T>(statements, facts),
    nextIds: (count) => nextNumbers(statements, facts.name, count),
    insert,
    insertLoose: (row) => insert(row as unknown as NewRow<T>),
    insertAll: (rows) => insertBy(rows, ''),
    addMissing: (rows) => insertBy(rows, 'WHERE true ON CONFLICT DO NOTHING'),
    update: async (where, patch) => {
      const [count] = await model.update(patch as never, { where: matching(where), transaction });
      return count;
    },
    put: async (row) => {
      await model.upsert(row as never, {
        conflictFields: [...facts.key] as never,
        transaction,
        returning: false,
      });
    },
    remove: (where) => model.destroy({ where: matching(where), transaction }),
  };
}

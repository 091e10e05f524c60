import { DatabaseError, UniqueConstraintError, QueryTypes, Sequelize, Transaction } from 'sequelize';
import { given } from '@/core/lists';
import { assertNotBuilding } from '../platform/settings';
import { rowsOf, writableRowsOf, type Rows, type WritableRows } from './models';
import { sqliteWithPragmas } from './pragmas';
import {
  boundValues,
  checkedRows,
  checkedValue,
  type Binds,
  type Command,
  type GivenArgs,
  type JsonQuery,
  type Query,
  type RowOfShape,
  type Shape,
} from './statement';
import type { Table } from './tables/table';

/**
 * What was read of a database before and is good while nothing has changed. Inside a transaction it is only looked at:
 * what a transaction has read may never come to be.
 */
export interface Cache {
  get<Value>(key: CacheKey<Value>): Value | undefined;
  set<Value>(key: CacheKey<Value>, value: Value): void;
}

/** Names what is kept; what it is, is in its type alone. */
export type CacheKey<Value> = string & { readonly keeps: Value };
/** @param name stands for one kind of thing alone, with what tells one from another behind it */
export const cacheKey = <Value>(name: string): CacheKey<Value> => name as CacheKey<Value>;

/** Reading, inside a transaction or outside one. Parameters are bound by name: `$name`. */
export interface Reader {
  /** The rows of a table, for what is plain: by its values, in order. */
  table<T extends Table>(table: T): Rows<T>;
  /** The rows of a statement that is written out. */
  all<B extends Binds, R extends Shape>(query: Query<B, R>, ...args: GivenArgs<B>): Promise<RowOfShape<R>[]>;
  /** The first of them, or null where there is none. */
  first<B extends Binds, R extends Shape>(
    query: Query<B, R>,
    ...args: GivenArgs<B>
  ): Promise<RowOfShape<R> | null>;
  /**
   * The row there is in any case: of a sum, of a key that is held.
   * @throws Error where there is none
   */
  one<B extends Binds, R extends Shape>(query: Query<B, R>, ...args: GivenArgs<B>): Promise<RowOfShape<R>>;
  /** What SQLite builds as JSON. */
  value<B extends Binds, Value>(query: JsonQuery<B, Value>, ...args: GivenArgs<B>): Promise<Value>;
  readonly cache: Cache;
}

/**
 * Statements nobody has described: for what stands below the tables (migrations, PRAGMA, archives) and for tests. Whoever
 * is handed a `Reader`, a `Writer` or the database of a context has no way to them.
 */
export interface Undescribed {
  rows<Row extends object>(sql: string, bind?: Record<string, unknown>): Promise<Row[]>;
}

/** A scalar statement as one that `json` reads. */
export const asJson = (scalar: string): string => `SELECT (${scalar}) AS json`;

/** Several scalar statements as one: a query costs more in the driver than in SQLite. */
export const asJsonObject = (parts: Readonly<Record<string, string>>): string =>
  `SELECT json_object(${Object.entries(parts)
    .map(([name, scalar]) => `'${name}', (${scalar})`)
    .join(', ')}) AS json`;

/** Inside a write transaction. Every statement goes through here, so none can forget its transaction. */
export interface Writer extends Reader {
  table<T extends Table>(table: T): WritableRows<T>;
  execute<B extends Binds>(command: Command<B>, ...args: GivenArgs<B>): Promise<void>;
  readonly transaction: Transaction;
}

export interface UndescribedWriter extends Writer, Undescribed {
  run(sql: string, bind?: Record<string, unknown>): Promise<void>;
  /** One INSERT; returns the number of the new row. Sequelize drops the rows of RETURNING. */
  insertRow(sql: string, bind?: Record<string, unknown>): Promise<number>;
}

/** What a write decides about itself: its value is stored, or everything it did is rolled back. */
export type WriteResult<Value> =
  { readonly keep: true; readonly value: Value } | { readonly keep: false; readonly value: Value };

export interface Database extends Reader {
  readonly sequelize: Sequelize;
  /**
   * Runs `work` in one IMMEDIATE transaction. All writes of a process stand in one queue: parallel BEGIN IMMEDIATE
   * would fill the four threads of libuv until the holder of the lock cannot commit. Never nest it.
   */
  write<Value>(work: (tx: Writer) => Promise<WriteResult<Value>>): Promise<Value>;
  /** Writes all of it, as one consistent state, into a file that is not there yet. */
  copyInto(file: string): Promise<void>;
  close(): Promise<void>;
}

/** A database as it was opened. */
export interface OpenDatabase extends Database, Undescribed {
  write<Value>(work: (tx: UndescribedWriter) => Promise<WriteResult<Value>>): Promise<Value>;
}

type RunQuery = (sql: string, bind?: Record<string, unknown>) => Promise<object[]>;

const read = (query: RunQuery, of: Query | JsonQuery, [args]: readonly unknown[]): Promise<object[]> =>
  query(of.sql, boundValues(of.bind, args));

function readJsonOf([row]: readonly unknown[]): unknown {
  return JSON.parse((row as { json: string }).json);
}

function reader(
  query: RunQuery,
  cache: Cache,
  sequelize: Sequelize,
  transaction: Transaction | null,
): Reader & Undescribed {
  return {
    cache,
    table: (table) => rowsOf(sequelize, transaction, table),
    all: async (of, ...args) => checkedRows(of, await read(query, of, args)),
    first: async (of, ...args) => checkedRows<never>(of, await read(query, of, args))[0] ?? null,
    one: async <B extends Binds, R extends Shape>(of: Query<B, R>, ...args: GivenArgs<B>) => {
      const [row] = checkedRows<RowOfShape<R>>(of, await read(query, of, args));
      if (!row) throw new Error(`no row where there always is one: ${of.sql}`);
      return row;
    },
    value: async <B extends Binds, Value>(of: JsonQuery<B, Value>, ...args: GivenArgs<B>) =>
      checkedValue<Value>(of, readJsonOf(await read(query, of, args))),
    rows: async <Row extends object>(sql: string, bind?: Record<string, unknown>) =>
      (await query(sql, bind)) as Row[],
  };
}

const queryThrough =
  (sequelize: Sequelize, transaction: Transaction | null): RunQuery =>
  (sql, bind) =>
    // Sequelize hands back undefined for statements that begin with a comment.
    sequelize.query(sql.trim(), {
      bind,
      type: QueryTypes.SELECT,
      transaction,
    });

function openSequelize(file: string): Sequelize {
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: file,
    dialectModule: sqliteWithPragmas(),
    transactionType: Transaction.TYPES.IMMEDIATE,
    // The default retries multiply busy_timeout.
    retry: { max: 1 },
    logging: false,
    define: { timestamps: false, freezeTableName: true, underscored: true },
  });
  // A failed BEGIN leaks its connection unless destroying it is made to release it.
  const manager = sequelize.connectionManager as unknown as {
    releaseConnection(connection: unknown, force?: boolean): void;
    destroyConnection(connection: unknown): Promise<void>;
  };
  manager.destroyConnection = async (connection) => manager.releaseConnection(connection, true);
  return sequelize;
}

async function inTransaction<Value>(
  sequelize: Sequelize,
  cache: Cache,
  work: (tx: UndescribedWriter) => Promise<WriteResult<Value>>,
): Promise<Value> {
  const transaction = await sequelize.transaction();
  const query = queryThrough(sequelize, transaction);
  const reads = reader(query, { get: cache.get, set: () => undefined }, sequelize, transaction);
  const run = async (sql: string, bind?: Record<string, unknown>) => {
    await sequelize.query(sql.trim(), {
      bind,
      type: QueryTypes.RAW,
      transaction,
    });
  };
  const insertRow = async (sql: string, bind?: Record<string, unknown>) => {
    await run(sql, bind);
    const [row] = await query('SELECT last_insert_rowid() AS id');
    return Number(given('the new row', Object.values(row ?? {})[0]));
  };
  let isOver = false;
  try {
    const result = await work({
      ...reads,
      table: (table) => writableRowsOf(sequelize, transaction, { rows: reads.rows, run }, table),
      execute: (of, ...args) => run(of.sql, boundValues(of.bind, args[0])),
      run,
      insertRow,
      transaction,
    });
    isOver = true;
    await (result.keep ? transaction.commit() : transaction.rollback());
    return result.value;
  } catch (error) {
    if (!isOver) await transaction.rollback();
    throw error;
  }
}

const MOST_CACHED = 300;

/** The oldest goes when there are too many. */
function boundedCache(): Cache {
  const values = new Map<string, unknown>();
  return {
    get: <Value>(key: CacheKey<Value>) => values.get(key) as Value | undefined,
    set: (key, value) => {
      const [oldest] = values.keys();
      if (oldest !== undefined && values.size >= MOST_CACHED) values.delete(oldest);
      values.set(key, value);
    },
  };
}

export function openDatabase(file: string): OpenDatabase {
  assertNotBuilding(`the database ${file} was opened`);
  const sequelize = openSequelize(file);
  const cache = boundedCache();
  let queue: Promise<unknown> = Promise.resolve();
  const write = <Value>(work: (tx: UndescribedWriter) => Promise<WriteResult<Value>>): Promise<Value> => {
    const turn = queue.then(() => inTransaction(sequelize, cache, work));
    queue = turn.catch(() => undefined);
    return turn;
  };
  const close = async () => {
    await queue;
    await sequelize.close();
  };
  const query = queryThrough(sequelize, null);
  const copyInto = async (target: string) => {
    await query('VACUUM INTO $target', { target });
  };
  return { sequelize, ...reader(query, cache, sequelize, null), write, copyInto, close };
}

/** Keeps what the work wrote. */
export const keep = <Value>(value: Value): WriteResult<Value> => ({ keep: true, value });

/** The text of the guard trigger that stopped a write, or null for any other error. */
export function guardThatStopped(error: unknown): 'OCCUPANCY_OVERLAP' | 'EQUIPMENT_SHORT' | null {
  // A trigger's abort arrives as UniqueConstraintError with an empty message of its own.
  const parent =
    error instanceof DatabaseError || error instanceof UniqueConstraintError ? error.parent.message : '';
  if (parent.includes('OCCUPANCY_OVERLAP')) return 'OCCUPANCY_OVERLAP';
  return parent.includes('EQUIPMENT_SHORT') ? 'EQUIPMENT_SHORT' : null;
}

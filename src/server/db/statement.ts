import { z } from 'zod';
import type { ListOf, Lists, AnyColumn, Stored, ValueOf } from './tables/column';

/** What a statement is given: a value of a column, or a list of them, which it takes apart by `json_each`. */
export type Binds = Readonly<
  Record<string, AnyColumn | Lists | ListOf<Stored> | ListOf<string> | ListOf<number>>
>;
export type Shape = Readonly<Record<string, AnyColumn>>;

type ArgOf<B> =
  B extends ListOf<infer Value>
    ? readonly Value[]
    : B extends Lists
      ? readonly (readonly Stored[])[]
      : ValueOf<B>;
export type ArgsOf<B extends Binds> = { readonly [Name in keyof B]: ArgOf<B[Name]> };
/** A whole table is a shape too. */
export type RowOfShape<R extends Shape> = { readonly [Name in string & keyof R]: ValueOf<R[Name]> };
/** What SQLite builds for a statement, of one that is written out or of a form of a family. */
export type ResultOf<Q> = Q extends JsonQuery<Binds, infer Value> ? Value : never;
/** Nothing where a statement is given nothing. */
export type GivenArgs<B extends Binds> = keyof B extends never ? [] : [args: ArgsOf<B>];

/** A statement written out, with what it is given (`$name`) and the rows it returns. */
export interface Query<B extends Binds = Binds, R extends Shape = Shape> {
  readonly kind: 'query';
  readonly sql: string;
  readonly bind: B;
  readonly row: R;
}

/** Returns one row with one column `json`, built by SQLite: for hot reads, where rows cost more than what is in them. */
export interface JsonQuery<B extends Binds = Binds, Value = unknown> {
  readonly kind: 'json';
  readonly sql: string;
  readonly bind: B;
  readonly value: z.ZodType<Value>;
}

/** Changes rows and returns none. */
export interface Command<B extends Binds = Binds> {
  readonly kind: 'command';
  readonly sql: string;
  readonly bind: B;
}

export type Statement = Query | JsonQuery | Command;

const written: Statement[] = [];
/** All that were made in this process so far: a test prepares each and reads its rows. */
export const everyStatement = (): readonly Statement[] => written;

const keepInMind = <S>(made: S): S => {
  written.push(made as Statement);
  return made;
};

export const query = <const R extends Shape, const B extends Binds = Record<never, never>>(parts: {
  readonly sql: string;
  readonly bind?: B;
  readonly row: R;
}): Query<B, R> => keepInMind({ kind: 'query', bind: {} as B, ...parts });

export const jsonQuery = <Value, const B extends Binds = Record<never, never>>(parts: {
  readonly sql: string;
  readonly bind?: B;
  readonly value: z.ZodType<Value>;
}): JsonQuery<B, Value> => keepInMind({ kind: 'json', bind: {} as B, ...parts });

export const command = <const B extends Binds = Record<never, never>>(parts: {
  readonly sql: string;
  readonly bind?: B;
}): Command<B> => keepInMind({ kind: 'command', bind: {} as B, ...parts });

/** Of all that a statement could be given, what its text names: SQLite refuses the rest. */
export function bindOf<B extends Binds>(sql: string, bind: B): B {
  const names = new Set([...sql.matchAll(/\$([A-Za-z]\w*)/g)].map(([, name]) => name));
  return Object.fromEntries(Object.entries(bind).filter(([name]) => names.has(name))) as B;
}

/** Each form is made once: choices are few, and prepared statements are found by their text. */
function formsOf<Choice, S extends Statement>(
  samples: readonly Choice[],
  sqlOf: (choice: Choice) => string,
  made: (sql: string) => S,
): (choice: Choice) => S {
  if (!samples.length) throw new Error('a family without a sample is tried by nobody');
  const forms = new Map<string, S>();
  for (const sample of samples) {
    const sql = sqlOf(sample);
    if (!forms.has(sql)) forms.set(sql, keepInMind(made(sql)));
  }
  return (choice) => {
    const sql = sqlOf(choice);
    const known = forms.get(sql);
    if (known) return known;
    const form = made(sql);
    forms.set(sql, form);
    return form;
  };
}

interface Forms<Choice, B extends Binds> {
  readonly sql: (choice: Choice) => string;
  /** All that any form is given; those that do not name a value are not given it. */
  readonly bind?: B;
  /** Every choice where they are few, else some that reach each part of the text: each is tried as a statement is. */
  readonly samples: readonly NoInfer<Choice>[];
}

/** A query with several forms, made of parts that are written out; nothing a person typed is ever one of them. */
export const queryFamily = <Choice, const R extends Shape, const B extends Binds = Record<never, never>>({
  sql,
  bind = {} as B,
  row,
  samples,
}: Forms<Choice, B> & { readonly row: R }): ((choice: Choice) => Query<B, R>) =>
  formsOf(samples, sql, (text): Query<B, R> => ({ kind: 'query', sql: text, bind: bindOf(text, bind), row }));

/** As `queryFamily`, of what SQLite builds as JSON. */
export const jsonFamily = <Choice, Value, const B extends Binds = Record<never, never>>({
  sql,
  bind = {} as B,
  value,
  samples,
}: Forms<Choice, B> & { readonly value: z.ZodType<Value> }): ((choice: Choice) => JsonQuery<B, Value>) =>
  formsOf(samples, sql, (text): JsonQuery<B, Value> => ({
    kind: 'json',
    sql: text,
    bind: bindOf(text, bind),
    value,
  }));

/** What is bound, as the driver takes it. */
export function boundValues(bind: Binds, given: unknown): Record<string, unknown> {
  const args: Readonly<Record<string, unknown>> = Object(given ?? {});
  return Object.fromEntries(
    Object.entries(bind).map(([name, each]) => [
      name,
      // Not by its class: each bundle of the built application has one of its own.
      'isList' in each ? JSON.stringify(args[name]) : args[name],
    ]),
  );
}

// In tests every row is read by its shape: what a statement says it returns is then what it does.
const readsRows = process.env.CALENDARIO_READS_ROWS === '1';
const schemas = new WeakMap<Shape, z.ZodType>();

function schemaOf(row: Shape): z.ZodType {
  const known = schemas.get(row);
  if (known) return known;
  const made = z.strictObject(
    Object.fromEntries(Object.entries(row).map(([name, { schema }]) => [name, schema])),
  );
  schemas.set(row, made);
  return made;
}

/** @throws Error in tests, where a row is not what its statement says */
export function checkedRows<Row>(of: Query, rows: readonly object[]): Row[] {
  if (readsRows)
    for (const row of rows) {
      const { error } = schemaOf(of.row).safeParse(row);
      if (error) throw new Error(`${of.sql}\nreturned ${JSON.stringify(row)}\n${z.prettifyError(error)}`);
    }
  return rows as Row[];
}

/** @throws Error in tests, where the value is not what its statement says */
export function checkedValue<Value>(of: JsonQuery<Binds, Value>, value: unknown): Value {
  if (readsRows) {
    const { error } = of.value.safeParse(value);
    if (error) throw new Error(`${of.sql}\nreturned ${JSON.stringify(value)}\n${z.prettifyError(error)}`);
  }
  return value as Value;
}

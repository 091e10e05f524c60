import type { Column, AnyColumn, Stored, ValueOf } from './column';

/** Numbers in `setting` that move on when rows of a table do: what was read before is good while they stand. */
export type Counter = 'house_version' | 'calendars_version';

interface GivenFacts<Name extends string> {
  /** Columns that name a row. */
  readonly key: readonly Name[];
  /**
   * Where its past is: `rows` each change of a row, in `history`, replayed and taken back; `thing` the document of a
   * thing of the house, in `house_history`; `none` what says itself when it was, follows from other rows, or is nobody
   * else's business.
   */
  readonly past: 'rows' | 'thing' | 'none';
  /** Moved on by triggers with each insert, update and delete. */
  readonly moves?: Counter;
  /** Follows from other rows: written by an effect, never by hand. */
  readonly isDerived?: true;
}

export interface TableFacts extends GivenFacts<string> {
  readonly name: string;
  readonly columns: Readonly<Record<string, AnyColumn>>;
}

// The same in every bundle of the built application: a database that one opened is used by all of them.
const FACTS: unique symbol = Symbol.for('calendario: facts of a table');

type Columns = Readonly<Record<string, AnyColumn>>;

/** A table is its columns: `Person.email`. What else is known of it is in `factsOf`. */
export type Table<C extends Columns = Columns> = C & { readonly [FACTS]: TableFacts };

export function table<const C extends Columns>(
  name: string,
  facts: GivenFacts<string & keyof C>,
  columns: C,
): Table<C> {
  const placed = Object.fromEntries(
    Object.entries(columns).map(([column, each]) => [column, each.at({ table: name, column })]),
  ) as unknown as C;
  return { ...placed, [FACTS]: { ...facts, name, columns: placed } };
}

export const factsOf = (of: Table): TableFacts => of[FACTS];

/** A row as it is stored. */
export type RowOf<T extends Columns> = { readonly [Name in string & keyof T]: ValueOf<T[Name]> };

type LeftOut<T extends Columns> = {
  [Name in string & keyof T]: T[Name] extends Column<Stored, true> ? Name : never;
}[string & keyof T];

type LooseValue<Value> = Value extends number ? number : Value extends string ? string : Value;

/** A row as a form or a file says it, before its numbers and words have brands. */
export type LooseRow<T extends Columns> = {
  readonly [Name in keyof NewRow<T>]: LooseValue<NewRow<T>[Name]>;
};

/** A row as it is given: what has a default may be left out. */
export type NewRow<T extends Columns> = Omit<RowOf<T>, LeftOut<T>> & Partial<Pick<RowOf<T>, LeftOut<T>>>;

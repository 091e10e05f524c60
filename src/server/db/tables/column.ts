import { z } from 'zod';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDate, LocalDateTime, Weekday } from '@/core/time/local-time';
import { isFilled } from '@/core/lists';

/** What SQLite gives and takes. */
export type Stored = string | number | null;
export type SqlType = 'INTEGER' | 'REAL' | 'TEXT';

/** Where a column stands; null for a value that is none of a table, such as a count. */
export interface Place {
  readonly table: string;
  readonly column: string;
}

interface Facts<Value extends Stored> {
  readonly sql: SqlType;
  /** Reads one value as the driver gives it. */
  readonly schema: z.ZodType<Value>;
  readonly isNullable: boolean;
  /** What stands where a row does not say; undefined where every row must. */
  readonly initial: Value | undefined;
  /** All there can be, where that is a list. */
  readonly words: readonly string[] | null;
  /** The table whose rows it names. */
  readonly references: string | null;
  readonly place: Place | null;
}

/**
 * One column, or one value of a row that a statement returns. `CanBeLeftOut` is whether a new row may leave it out: it
 * has a default, may be null, or is a number the database gives.
 */
export class Column<Value extends Stored, CanBeLeftOut extends boolean = boolean> implements Facts<Value> {
  declare readonly canBeLeftOut: CanBeLeftOut;
  readonly sql: SqlType;
  readonly schema: z.ZodType<Value>;
  readonly isNullable: boolean;
  readonly initial: Value | undefined;
  readonly words: readonly string[] | null;
  readonly references: string | null;
  readonly place: Place | null;

  constructor(facts: Facts<Value>) {
    this.sql = facts.sql;
    this.schema = facts.schema;
    this.isNullable = facts.isNullable;
    this.initial = facts.initial;
    this.words = facts.words;
    this.references = facts.references;
    this.place = facts.place;
  }

  orNull(): Column<Value | null, true> {
    return new Column<Value | null, true>({
      ...this,
      schema: this.schema.nullable(),
      isNullable: true,
      initial: null,
    });
  }

  /** With a default of the database. */
  otherwise(initial: Value): Column<Value, true> {
    return new Column<Value, true>({ ...this, initial });
  }

  /** Names a row of that table. */
  of(table: string): Column<Value, CanBeLeftOut> {
    return new Column<Value, CanBeLeftOut>({ ...this, references: table });
  }

  /** The same for numbers that come from outside, where they have no brand yet. */
  plain(): Column<number, CanBeLeftOut> {
    return new Column<number, CanBeLeftOut>({ ...this, schema: z.number(), initial: undefined });
  }

  at(place: Place): Column<Value, CanBeLeftOut> {
    return new Column<Value, CanBeLeftOut>({ ...this, place });
  }
}

export type AnyColumn =
  Column<Stored> | Column<string> | Column<number> | Column<string | null> | Column<number | null>;

function column<Value extends string | number>(
  sql: SqlType,
  schema: z.ZodType<Value>,
  words: readonly string[] | null = null,
): Column<Value, false> {
  return new Column<Value, false>({
    sql,
    schema,
    isNullable: false,
    initial: undefined,
    words,
    references: null,
    place: null,
  });
}

export const text = (): Column<string, false> => column('TEXT', z.string());
export const integer = (): Column<number, false> => column('INTEGER', z.number().int());
export const real = (): Column<number, false> => column('REAL', z.number());

export type Flag = 0 | 1;
/** SQLite has no booleans. */
export const flag = (): Column<Flag, false> => column<Flag>('INTEGER', z.union([z.literal(0), z.literal(1)]));

export const asFlag = (is: boolean): Flag => (is ? 1 : 0);

/** A row number of a table, branded where its rows have a brand. */
export const rowNumber = <Id extends number = number>(): Column<Id, false> =>
  column(
    'INTEGER',
    z.custom<Id>((value) => Number.isSafeInteger(value)),
  );

/** The number a row has itself: given by the writer, never twice (see `nextIds`). */
export const ownNumber = <Id extends number = number>(): Column<Id, true> =>
  new Column<Id, true>({ ...rowNumber<Id>() });

/** A moment, in epoch minutes. */
export const minute = (): Column<EpochMinute, false> =>
  column(
    'INTEGER',
    z.custom<EpochMinute>((value) => Number.isSafeInteger(value)),
  );

/** A moment of the real clock, in milliseconds since 1970. */
export const millisecond = integer;

/** A time on the wall, `2027-04-13T08:10`. */
export const wallTime = (): Column<LocalDateTime, false> =>
  column(
    'TEXT',
    z.custom<LocalDateTime>(
      (value) => typeof value === 'string' && /^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(value),
    ),
  );

/** A day of the calendar, `2027-04-13`. */
export const day = (): Column<LocalDate, false> =>
  column(
    'TEXT',
    z.custom<LocalDate>((value) => typeof value === 'string' && /^\d{4}-\d\d-\d\d$/.test(value)),
  );

/** ISO 8601: 1 is Monday. */
export const weekday = (): Column<Weekday, false> =>
  column(
    'INTEGER',
    z.custom<Weekday>((value) => Number.isInteger(value) && Number(value) >= 1 && Number(value) <= 7),
  );

export const oneOf = <const Words extends readonly string[]>(words: Words): Column<Words[number], false> =>
  column<Words[number]>('TEXT', z.enum(words), words);

/** JSON as text. What it holds is in its type alone; `readJson` and `writeJson` go over it. */
export type JsonText<Content> = string & { readonly holds: Content };

const holds = <Content>(schema: z.ZodType<Content>): z.ZodType<JsonText<Content>> =>
  z.custom<JsonText<Content>>((value) => {
    if (typeof value !== 'string') return false;
    try {
      return schema.safeParse(JSON.parse(value)).success;
    } catch {
      return false;
    }
  });

/**
 * Text of JSON that a schema reads. The schema is asked in tests: only our own code writes there.
 * @param initial the default of the database, where it has one
 */
export function json<Content>(schema: z.ZodType<Content>): Column<JsonText<Content>, false>;
export function json<Content>(schema: z.ZodType<Content>, initial: Content): Column<JsonText<Content>, true>;
export function json<Content>(schema: z.ZodType<Content>, ...initial: Content[]): Column<JsonText<Content>> {
  const plain = column('TEXT', holds(schema));
  return isFilled(initial) ? plain.otherwise(writeJson(initial[0])) : plain;
}

export const readJson = <Content>(text: JsonText<Content>): Content => JSON.parse(text) as Content;
export const writeJson = <Content>(content: Content): JsonText<Content> =>
  JSON.stringify(content) as JsonText<Content>;

/** A list of values of a column, as `json_each` takes it. */
export class ListOf<Value extends Stored> {
  readonly isList = true;
  constructor(readonly each: Column<Value>) {}
}
/** Rows as lists of their values, taken apart in the same way: half the text of objects. Which value stands where, each statement says. */
export class Lists {
  readonly isList = true;
}
export const lists = (): Lists => new Lists();

export const listOf = <Value extends Stored>(each: Column<Value>): ListOf<Value> => new ListOf(each);

export type ValueOf<C> = C extends Column<infer Value> ? Value : never;

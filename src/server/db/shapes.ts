import { z } from 'zod';

// Values with a brand, in what statements return as JSON.

/** A whole number that is branded: a row number, a moment. */
export const numberOf = <Value extends number>(): z.ZodType<Value> =>
  z.custom<Value>((value) => Number.isSafeInteger(value));

/** A text that is branded: a day, a time on the wall. */
export const textOf = <Value extends string>(): z.ZodType<Value> =>
  z.custom<Value>((value) => typeof value === 'string');

/** SQLite has no booleans, and JSON it builds has them where a statement asks for them alone. */
export const zeroOrOne: z.ZodType<0 | 1> = z.union([z.literal(0), z.literal(1)]);

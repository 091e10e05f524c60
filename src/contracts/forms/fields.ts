import { lazyText, t, sayNumber } from '@/contracts/language/translate';
import { z } from 'zod';
import { LAST_YEAR, parseLocalDate, parseLocalDateTime } from '@/core/time/local-time';

// For whatever a schema has no sentence of its own: the library's own texts speak of types, not of forms.
z.config({ customError: () => t`This part of the form is missing or cannot be read.` });

// Anything that reads like a tag. Texts are plain; what looks like markup is refused rather than shown as it stands.
const MARKUP = /<\/?[a-z!][^>]*>?/i;
// Control characters other than tab and line ends; they break feeds and prints.
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;

/** Plain text of one or several lines; markup and control characters are refused. */
export const plainText = (what: string, most: number) =>
  z
    .string(lazyText`${what} is missing.`)
    .transform((text) => text.replace(/\r\n?/g, '\n').trim())
    .refine((text) => text.length <= most, lazyText`${what} is longer than ${most} characters.`)
    .refine(
      (text) => !MARKUP.test(text),
      lazyText`${what} is plain text: leave out tags such as <b> or <script>.`,
    )
    .refine((text) => !CONTROL.test(text), lazyText`${what} holds characters that cannot be printed.`);

/** One line of at most so many letters that may not be empty. */
export const requiredLine = (what: string, most: number) =>
  plainText(what, most)
    .refine((text) => text.length > 0, lazyText`${what} is missing.`)
    .refine((text) => !text.includes('\n'), lazyText`${what} is one line.`);

/** One line of at most so many letters, or nothing. */
export const optionalLine = (what: string, most: number) =>
  plainText(what, most)
    .refine((text) => !text.includes('\n'), lazyText`${what} is one line.`)
    .default('');

const years = (): string => t`Years go from 1970 to ${LAST_YEAR}.`;

/** A day as `2027-05-18`. */
export const localDateField = z.string(lazyText`Give a date.`).transform((text, context) => {
  const parsed = parseLocalDate(text);
  if (!parsed)
    context.addIssue({
      code: 'custom',
      message: t`There is no date ${text.slice(0, 20) || '“”'}. ${years()}`,
    });
  return parsed ?? z.NEVER;
});

/** A day and a time on the wall, as `2027-05-18T14:00`. */
export const localDateTimeField = z.string(lazyText`Give a date and a time.`).transform((text, context) => {
  const parsed = parseLocalDateTime(text);
  if (!parsed)
    context.addIssue({
      code: 'custom',
      message: t`There is no such date and time: ${text.slice(0, 20) || t`nothing given`}. ${years()}`,
    });
  return parsed ?? z.NEVER;
});

/** A whole number between two bounds, both allowed. */
export const wholeNumber = (what: string, least: number, most: number) =>
  z
    .number(lazyText`${what} is a whole number from ${least} to ${most}.`)
    .int(lazyText`${what} is a whole number from ${least} to ${most}.`)
    .min(least, lazyText`${what} is at least ${least}.`)
    .max(most, lazyText`${what} is at most ${() => sayNumber(most)}.`);

/** A row number chosen from a list; whether there is such a row is for the server to say. */
export const rowId = <Id extends number>(what: string) =>
  z
    .number(lazyText`Choose ${what}.`)
    .int(lazyText`Choose ${what}.`)
    .positive(lazyText`Choose ${what}.`)
    .transform((id) => id as Id);

/** The key of one submission: sent again, it does nothing a second time. */
export const idempotencyKey = z.uuid(lazyText`The key of this submission is malformed; reload the page.`);

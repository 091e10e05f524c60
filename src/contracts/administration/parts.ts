import { untranslated, lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import { NUMBER_NAME } from '@/core/work-orders/numbers';
import { TAKEN_NAMES } from '@/core/work-orders/formula';
import { localDateField, optionalLine, requiredLine, rowId, wholeNumber } from '@/contracts/forms/fields';

/** A time of day as text; nights go on to 48:00. Kept as it is typed, so that what is loaded is what was saved. */
export const clockText = z
  .string(lazyText`Give a time such as 09:30.`)
  .regex(/^\d\d:[0-5]\d$/, lazyText`A time is written as 09:30; nights go on to 48:00.`)
  .refine((text) => minutesOf(text) <= 2880, lazyText`Hours end at 48:00 at the latest.`);

/** Minutes since midnight of `18:30`; `24:00` and later are after it. */
export const minutesOf = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
/** The same as it is written, with two digits each. Minutes from 0 at midnight to 1440. */
export const clockOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

const dateOrNone = localDateField.nullable().default(null);

/** First and last day on which something counts; null is without an end. */
export const fromToDates = { validFrom: dateOrNone, validTo: dateOrNone };

/** Open from and to on some weekdays; several rows make a week. */
export const hoursRows = z
  .array(
    z
      .object({
        days: z.array(wholeNumber(untranslated('Weekday'), 1, 7)).min(1, lazyText`Choose the weekdays.`),
        from: clockText,
        to: clockText,
        ...fromToDates,
      })
      .refine(({ from, to }) => minutesOf(to) > minutesOf(from), {
        path: ['to'],
        ...lazyText`The end must be after the start; a night ends at 26:00, not at 02:00.`,
      })
      .refine(({ from }) => minutesOf(from) < 1440, {
        path: ['from'],
        ...lazyText`Hours begin before midnight.`,
      })
      .refine(({ validFrom, validTo }) => !validFrom || !validTo || validTo >= validFrom, {
        path: ['validTo'],
        ...lazyText`The last day must not be before the first.`,
      }),
  )
  .max(60, lazyText`At most sixty lines of hours.`)
  .default([]);
export type HoursRow = z.output<typeof hoursRows>[number];

/** What formulas call the number a question is answered by; empty where it is answered in words. */
export const numberName = optionalLine(untranslated('The name in formulas'), 30)
  .refine((name) => name === '' || NUMBER_NAME.test(name), {
    ...lazyText`A name in formulas has small letters, digits and _ only, and begins with a letter.`,
  })
  .refine((name) => !TAKEN_NAMES.has(name), {
    ...lazyText`Formulas know this name already. Choose another one.`,
  })
  .default('');

/** Questions in their order, at most twenty; one answered by a number has no answers to choose from. */
export const questionRows = z
  .array(
    z
      .object({
        /** Null is a new one. Answers given to it stay with it. */
        id: rowId<number>(untranslated('a question')).nullable().default(null),
        text: requiredLine(untranslated('Question'), 200),
        required: z.boolean(lazyText`Say whether it must be answered.`).default(false),
        /** What may be answered; anything where the list is empty. */
        choices: z
          .array(requiredLine(untranslated('Answer'), 80))
          .max(12, lazyText`At most twelve answers.`)
          .default([]),
        seenBy: z
          .enum(['office', 'office-and-crews'], lazyText`Say who reads the answer.`)
          .default('office-and-crews'),
        numberName,
      })
      .refine(({ choices, numberName: name }) => name === '' || choices.length === 0, {
        path: ['choices'],
        ...lazyText`A question that is answered by a number has no answers to choose from.`,
      }),
  )
  .max(20, lazyText`At most twenty questions.`)
  .default([]);
export type QuestionRow = z.output<typeof questionRows>[number];

/** A list of entries of one kind, each once, at most 500 unless said otherwise. */
export const ids = <Id extends number>(what: string, most = 500) =>
  z
    .array(rowId<Id>(what))
    .max(most, lazyText`At most ${most} of them.`)
    .refine((all) => new Set(all).size === all.length, lazyText`One is chosen twice.`)
    .default([]);

import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import { LANGUAGES } from '@/contracts/language/languages';
import { LAYOUTS } from '@/core/seating/layouts';
import { isZone } from '@/core/time/zone';
import { passwordField } from '@/contracts/accounts/account';
import { requiredLine, wholeNumber } from '@/contracts/forms/fields';
import { clockText, minutesOf } from './parts';

/** What a new office says of itself on its first day: enough to be asked for its first space. */
export const startSchema = z
  .object({
    site: requiredLine(untranslated('Name of the site'), 80),
    language: z.enum(LANGUAGES, lazyText`Choose a language.`),
    zone: z
      .string(lazyText`Choose the time zone.`)
      .refine(isZone, lazyText`Choose the time zone from the list.`),
    officeName: requiredLine(untranslated('Name of the office'), 80),
    officePhone: requiredLine(untranslated('Telephone'), 40),
    officeEmail: z.email(lazyText`That is no e-mail address.`),
    opens: clockText,
    closes: clockText,
    building: requiredLine(untranslated('Name of the building'), 80),
    space: requiredLine(untranslated('Name of the space'), 80),
    code: requiredLine(untranslated('Code'), 12).refine(
      (code) => /^[\p{L}\p{N}-]+$/u.test(code),
      lazyText`A code has letters, figures and dashes only.`,
    ),
    layout: z.enum(LAYOUTS, lazyText`Choose how it is usually set.`),
    seats: wholeNumber(untranslated('Seats'), 1, 100_000),
    name: requiredLine(untranslated('Your name'), 80),
    email: z.email(lazyText`That is no e-mail address.`),
    password: passwordField,
  })
  .refine(({ opens, closes }) => minutesOf(closes) > minutesOf(opens), {
    path: ['closes'],
    ...lazyText`The end must be after the start.`,
  });
export type StartInput = z.output<typeof startSchema>;

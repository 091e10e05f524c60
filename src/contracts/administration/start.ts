import { later, unsaid } from '@/contracts/language/say';
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
    site: requiredLine(unsaid('Name of the site'), 80),
    language: z.enum(LANGUAGES, later`Choose a language.`),
    zone: z.string(later`Choose the time zone.`).refine(isZone, later`Choose the time zone from the list.`),
    officeName: requiredLine(unsaid('Name of the office'), 80),
    officePhone: requiredLine(unsaid('Telephone'), 40),
    officeEmail: z.email(later`That is no e-mail address.`),
    opens: clockText,
    closes: clockText,
    building: requiredLine(unsaid('Name of the building'), 80),
    space: requiredLine(unsaid('Name of the space'), 80),
    code: requiredLine(unsaid('Code'), 12).refine(
      (code) => /^[\p{L}\p{N}-]+$/u.test(code),
      later`A code has letters, figures and dashes only.`,
    ),
    layout: z.enum(LAYOUTS, later`Choose how it is usually set.`),
    seats: wholeNumber(unsaid('Seats'), 1, 100_000),
    name: requiredLine(unsaid('Your name'), 80),
    email: z.email(later`That is no e-mail address.`),
    password: passwordField,
  })
  .refine(({ opens, closes }) => minutesOf(closes) > minutesOf(opens), {
    path: ['closes'],
    ...later`The end must be after the start.`,
  });
export type StartInput = z.output<typeof startSchema>;

import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import { idempotencyKey, wholeNumber } from '@/contracts/forms/fields';

/** A country, or with dashes a state and a region of it: `GB`, `GB-ENG`. */
export const placeCode = z
  .string()
  .regex(/^[A-Z]{2}(-[A-Z0-9]{1,6}){0,2}$/, lazyText`Choose countries from the list.`);

const places = z
  .array(placeCode)
  .min(1, lazyText`Choose a country or a region.`)
  .max(10, lazyText`At most ten countries and regions together.`);
const year = wholeNumber(untranslated('Year'), 2000, 2100);

/** Holidays of which places and year. */
export const holidayQuery = z.object({ places, year });

/** Holidays on which the sites are shut, or that are noted. */
export const shutHolidaysSchema = z.object({
  key: idempotencyKey,
  preview: z.boolean().default(false),
  places,
  year,
  /** The house is shut then, or it is only said what the day is. */
  as: z.enum(['closures', 'notes'], lazyText`Say whether the office is closed then.`).default('closures'),
  /** Which of the days, as they were listed. */
  days: z
    .array(z.string().max(200))
    .min(1, lazyText`Choose the days.`)
    .max(200, lazyText`At most two hundred days.`),
});
export type ShutHolidaysInput = z.output<typeof shutHolidaysSchema>;

/** A holiday, and what shutting on it would hit. */
export interface HolidayLine {
  /** Its start and name: what it is picked by. */
  readonly key: string;
  readonly from: string;
  readonly to: string;
  readonly when: string;
  readonly name: string;
  /** Of which of the chosen places. */
  readonly of: readonly string[];
  readonly isPublic: boolean;
  /** The site is shut then already. */
  readonly isShut: boolean;
  /** Approved dates that would be hit. */
  readonly dates: number;
}

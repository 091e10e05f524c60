import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, t, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import { OCCURRENCE_STATES, type OccurrenceState } from '@/core/changes/transitions';
import type { CategoryId, OccurrenceId, SpaceId } from '@/core/ids';
import type { LocalDate } from '@/core/time/local-time';
import { parseLocalDate } from '@/core/time/local-time';
import { idempotencyKey, plainText, rowId } from '@/contracts/forms/fields';
import { versionField } from '@/contracts/requests/change';

const day = z
  .string()
  .transform((text, ctx): LocalDate | null => {
    if (text === '') return null;
    const date = parseLocalDate(text);
    if (!date) ctx.addIssue({ code: 'custom', message: t`A day is written as 2027-05-14.` });
    return date;
  })
  .default(null);

const number = (what: string) =>
  z
    .string()
    .regex(/^\d{0,9}$/, lazyText`Choose ${what} from the list.`)
    .transform((text) => (text === '' ? null : Number(text)))
    .default(null);

/** States bookings are looked for in; `both` is what takes a place or may yet. */
export const STATES_SOUGHT = ['both', ...OCCURRENCE_STATES, 'any'] as const;
export type StateSought = (typeof STATES_SOUGHT)[number];

/** They take a place, or may yet: they can be moved and given up. */
export const OPEN_STATES: readonly OccurrenceState[] = ['approved', 'waiting'];

/** The states that are looked for under one word. */
export const statesOf = (sought: StateSought): readonly OccurrenceState[] =>
  sought === 'any' ? OCCURRENCE_STATES : sought === 'both' ? OPEN_STATES : [sought];

/** Which bookings are looked for; all of it stands in the address. */
export const bookingsQuerySchema = z.object({
  q: z
    .string()
    .max(200, lazyText`At most 200 characters.`)
    .default(''),
  from: day,
  to: day,
  space: number(untranslated('a space')),
  category: number(untranslated('a category')),
  state: z.enum(STATES_SOUGHT, lazyText`Choose a state from the list.`).default('approved'),
  made: z.enum(['any', 'single', 'series'], lazyText`Choose how they were asked for.`).default('any'),
});
export type BookingsQuery = z.output<typeof bookingsQuerySchema>;

/** Most bookings listed, and changed, at once. At most 1,000; one more is read so that a list can say it was cut. */
export const MOST_BOOKINGS = 1000;

/** One date of one request among others. */
export interface BookingLine {
  readonly occurrence: OccurrenceId;
  readonly reference: string;
  readonly version: number;
  readonly title: string;
  readonly mark: string;
  readonly hue: string;
  readonly host: string;
  readonly when: string;
  readonly places: string;
  readonly spaceIds: readonly SpaceId[];
  readonly state: OccurrenceState;
  readonly isPast: boolean;
  readonly isSeries: boolean;
}

/** Whether something can still be done with a booking. It may be over all the same: the clock is not asked. */
export const isOpen = ({ state }: Pick<BookingLine, 'state'>): boolean => OPEN_STATES.includes(state);

/** Bookings that were found; `isCut` where there are more than are listed. */
export interface BookingsView {
  readonly lines: readonly BookingLine[];
  /** More match than are listed. */
  readonly isCut: boolean;
  readonly spaces: readonly { readonly id: number; readonly name: string; readonly building: string }[];
  readonly categories: readonly { readonly id: number; readonly name: string }[];
}

/** Several bookings put into another category. At least one and at most 1,000 of them. */
export const recategoriseSchema = z.object({
  key: idempotencyKey,
  items: z
    .array(
      z.object({
        reference: z.string(lazyText`Name the request.`).max(20, lazyText`That is no reference.`),
        version: versionField,
      }),
      lazyText`Pick bookings.`,
    )
    .min(1, lazyText`Pick at least one booking.`)
    .max(MOST_BOOKINGS, lazyText`At most ${MOST_BOOKINGS} requests in one step.`)
    .refine(
      (items) => new Set(items.map(({ reference }) => reference)).size === items.length,
      lazyText`A request is listed twice.`,
    ),
  categoryId: rowId<CategoryId>(untranslated('a category from the list')),
  reason: plainText(untranslated('Reason'), MOST_CHARACTERS.reason).default(''),
});
export type RecategoriseInput = z.output<typeof recategoriseSchema>;

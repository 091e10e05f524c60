import { lazyText, t, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { EquipmentTypeId, SpaceId } from '@/core/ids';
import { LAYOUTS, type Layout } from '@/core/seating/layouts';
import { FEATURES } from '@/core/spaces/features';
import { daysBetween, type LocalDateTime, type Weekday } from '@/core/time/local-time';
import { MOST_PEOPLE } from '@/contracts/requests/ask';
import { localDateField, rowId, wholeNumber } from '@/contracts/forms/fields';

/**
 * So many spaces, and so many pools, can be wanted together: lines of the form. At least one of them or of the pools
 * is said.
 */
export const WANT_LINES = 3;
/** So many types can be looked for together. */
export const POOL_LINES = 2;
/** Most days looked through. */
export const MOST_SPAN_DAYS = 92;

/** On which days of the week is looked. */
export const ON_DAYS = {
  any: [1, 2, 3, 4, 5, 6, 7],
  weekdays: [1, 2, 3, 4, 5],
  weekends: [6, 7],
} as const satisfies Record<string, readonly Weekday[]>;
export type OnDays = keyof typeof ON_DAYS;

const clockField = z
  .string(lazyText`Give a time.`)
  .regex(/^(([01]\d|2[0-3]):[0-5]\d|24:00)$/, lazyText`Give a time such as 14:00.`)
  .transform((text) => Number(text.slice(0, 2)) * 60 + Number(text.slice(3)));

const want = z.object({
  people: wholeNumber(untranslated('People'), 1, MOST_PEOPLE),
  /** Null: any layout that seats them. */
  layout: z.enum(LAYOUTS, lazyText`Choose a layout from the list.`).nullable(),
  has: z.enum(FEATURES, lazyText`Choose from the list.`).nullable(),
  /** Null: whichever fits. */
  space: rowId<SpaceId>(untranslated('a space from the list')).nullable(),
});
const pool = z.object({
  type: rowId<EquipmentTypeId>(untranslated('equipment from the list')),
  quantity: wholeNumber(untranslated('How many'), 1, 10_000),
});

/**
 * What is looked for: spaces and pools that are free together. From the first to the last day, inclusive; 15 to 1440
 * minutes long.
 */
export const earliestSchema = z
  .object({
    wants: z.array(want).max(WANT_LINES),
    pools: z.array(pool).max(POOL_LINES),
    first: localDateField,
    last: localDateField,
    minutes: wholeNumber(untranslated('Minutes'), 15, 24 * 60),
    between: clockField,
    and: clockField,
    on: z.enum(Object.keys(ON_DAYS) as [OnDays, ...OnDays[]], lazyText`Choose from the list.`),
  })
  .superRefine(({ wants, pools, first, last, minutes, between, and }, context) => {
    const fault = (path: string, message: string) =>
      context.addIssue({ code: 'custom', path: [path], message });
    if (!wants.length && !pools.length) fault('people1', t`Say how many people, or choose some equipment.`);
    const days = daysBetween(first, last);
    if (days < 0) fault('last', t`The last day must not be before the first.`);
    if (days >= MOST_SPAN_DAYS) fault('last', t`At most ${MOST_SPAN_DAYS} days are looked through at once.`);
    if (and - between < minutes) fault('and', t`Between these hours there is no room for so many minutes.`);
  });
export type EarliestSearch = z.output<typeof earliestSchema>;

type Text = Readonly<Record<string, string | undefined>>;

const numberOf = (text: string | undefined) => (text ? Number(text) : null);

/** The fields of the form as what is wanted; lines left empty are none. */
export const earliestFromText = (text: Text): unknown => ({
  wants: Array.from({ length: WANT_LINES }, (_, index) => index + 1)
    .filter((n) => text[`people${n}`])
    .map((n) => ({
      people: numberOf(text[`people${n}`]),
      layout: text[`layout${n}`] || null,
      has: text[`has${n}`] || null,
      space: numberOf(text[`space${n}`]),
    })),
  pools: Array.from({ length: POOL_LINES }, (_, index) => index + 1)
    .filter((n) => text[`type${n}`])
    .map((n) => ({ type: numberOf(text[`type${n}`]), quantity: numberOf(text[`quantity${n}`]) ?? 1 })),
  first: text.first,
  last: text.last,
  minutes: numberOf(text.minutes),
  between: text.between,
  and: text.and,
  on: text.on ?? 'any',
});

/** A moment at which all is free together. */
export interface EarliestMoment {
  readonly start: LocalDateTime;
  readonly when: string;
  /** Up to when it can begin as well; null where only then. */
  readonly upTo: string | null;
  readonly spaces: readonly {
    readonly id: number;
    readonly name: string;
    readonly code: string;
    readonly kind: Layout;
    readonly layout: string;
    readonly seats: number;
  }[];
}

/** The earliest moments that were found; empty where there is none in the span. */
export interface EarliestReply {
  readonly moments: readonly EarliestMoment[];
  /** Which of the wants nothing in the house fits, whatever the day: positions from 0. */
  readonly unfit: readonly number[];
}

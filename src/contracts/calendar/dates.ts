import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import type { Layout } from '@/core/seating/layouts';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDate } from '@/core/time/local-time';
import { localDateField } from '@/contracts/forms/fields';

/** Most days looked at at once: a leap year. */
export const MOST_DATES_DAYS = 366;
/** Most dates told at once; whoever wants more narrows what is looked for. */
export const MOST_DATES = 5_000;

/** By what dates are chosen, and told apart in columns. */
export const DATE_GROUPS = ['space', 'building', 'category', 'host', 'calendar'] as const;
export type DateGroup = (typeof DATE_GROUPS)[number];

/** The states that dates are told apart by. */
export const DATE_STATES = ['approved', 'held', 'waiting', 'cancelled'] as const;
export type DateState = (typeof DATE_STATES)[number];

const idList = z
  .string()
  .regex(/^\d{1,9}(\.\d{1,9}){0,99}$/, lazyText`A list of numbers such as 3.5.8.`)
  .transform((text) => [...new Set(text.split('.').map(Number))]);

/** Which dates are shown, of what, and how. From the first day, inclusive, for 1 to 366 days. */
export const datesQuerySchema = z.object({
  from: localDateField,
  days: z.coerce
    .number(lazyText`Days are a whole number.`)
    .int(lazyText`Days are a whole number.`)
    .min(1, lazyText`At least one day.`)
    .max(MOST_DATES_DAYS, lazyText`At most ${MOST_DATES_DAYS} days at once.`),
  by: z.enum(DATE_GROUPS, lazyText`Choose from the list.`).default('space'),
  /** Rows of what `by` names; without them all. */
  only: idList.optional(),
  q: z
    .string()
    .max(MOST_CHARACTERS.search, lazyText`At most ${MOST_CHARACTERS.search} characters.`)
    .default(''),
  state: z.enum(DATE_STATES, lazyText`Choose from the list.`).optional(),
  cancelled: z.literal('1').optional(),
});
export type DatesQuery = z.output<typeof datesQuerySchema>;

/** 0 approved, 1 held, 2 waiting, 3 cancelled: positions in `DATE_STATES`. */
export type DateStateCode = 0 | 1 | 2 | 3;

/**
 * One date of an event as SQLite writes it, once however many spaces, hosts and calendars it has. From the title on,
 * everything is null or empty for viewers who may only know that a space is taken; then each space has a row.
 */
export type DateTuple = readonly [
  /** `c` and the claim, or `s` and the claimed space where it is only taken. */
  id: string,
  state: DateStateCode,
  isOwn: 0 | 1,
  start: EpochMinute,
  end: EpochMinute,
  spaces: readonly (readonly [space: number, claimSpace: number, layout: Layout])[],
  title: string | null,
  isAllDay: 0 | 1,
  categories: readonly number[],
  hosts: readonly number[],
  calendars: readonly number[],
  nth: number,
  of: number,
  people: number,
  text: string,
  reference: string | null,
];

/** Dates of some days. */
export interface DatesReply {
  readonly from: LocalDate;
  readonly days: number;
  readonly now: EpochMinute;
  /** In order of their start. */
  readonly dates: readonly DateTuple[];
  /** More than `MOST_DATES` answer; the later ones are missing. */
  readonly isCut: boolean;
}

/** One line of what dates can be chosen by. Null marks and hues of what has none. */
export interface DateChoice {
  readonly id: number;
  readonly name: string;
  readonly mark: string | null;
  readonly hue: string | null;
}

/** What dates can be chosen and told apart by. */
export type DateChoices = Readonly<Record<DateGroup, readonly DateChoice[]>> & {
  /** Building of each space, by number. */
  readonly buildingOf: Readonly<Record<number, number>>;
  readonly codes: Readonly<Record<number, string>>;
};

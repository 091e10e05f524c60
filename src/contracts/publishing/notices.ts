import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { LocalDate, LocalDateTime } from '@/core/time/local-time';
import { isSlug } from '@/core/publishing/slug';
import { localDateField } from '@/contracts/forms/fields';
import type { Filled } from '@/core/lists';

/** How what is on can be shown. */
export const NOTICE_VIEWS = ['list', 'day', 'week', 'month'] as const;
export type NoticeView = (typeof NOTICE_VIEWS)[number];

const several = z
  .union([z.string(), z.array(z.string())])
  .transform((value) => [value].flat())
  .pipe(
    z
      .array(z.string().refine(isSlug, lazyText`There is no such calendar.`))
      .max(100, lazyText`At most 100 calendars.`),
  );

const number = (what: string) =>
  z
    .union([z.literal(''), z.string().regex(/^\d{1,9}$/, lazyText`Choose ${what} from the list.`)])
    .transform((text) => (text === '' ? undefined : Number(text)))
    .optional();

/** What readers look at, as the address says it; everything can be sent by a form without any script. */
export const noticesQuerySchema = z.object({
  view: z.enum(NOTICE_VIEWS, lazyText`Choose list, day, week or month.`).default('list'),
  /** Empty, as a date field that was cleared sends it, is today. */
  on: z.union([z.literal('').transform(() => undefined), localDateField]).optional(),
  /** Addresses of calendars; without any those that are switched on at the start. */
  c: several.optional(),
  category: number(untranslated('a category')),
  building: number(untranslated('a building')),
  host: number(untranslated('a host')),
  q: z
    .string()
    .max(MOST_CHARACTERS.search, lazyText`At most ${MOST_CHARACTERS.search} characters.`)
    .default(''),
});
export type NoticesQuery = z.output<typeof noticesQuerySchema>;

/** A calendar as its two letters and its colour. The mark is exactly two letters. */
export interface NoticeMark {
  readonly slug: string;
  readonly name: string;
  readonly mark: string;
  readonly hue: string;
}

/** What readers may know of one date; nothing else reaches a page or a feed. */
export interface NoticeDate {
  /** Stable wherever it is shown: UID of the series and original start. */
  readonly key: string;
  /** The date in the address of its page: `20270420T1400`. */
  readonly dateKey: string;
  /** Its page; null where no more than its time may be known. */
  readonly path: string | null;
  readonly title: string;
  readonly secondLine: string;
  readonly text: string;
  /** The text with its marks, cleaned; empty where it is plain. */
  readonly html: string;
  /** What happens when. */
  readonly lines: readonly { readonly at: string; readonly text: string }[];
  readonly hosts: readonly string[];
  readonly contact: string;
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly isAllDay: boolean;
  readonly day: LocalDate;
  readonly dayText: string;
  readonly timeText: string;
  readonly place: string;
  readonly building: string;
  readonly category: string;
  /** The calendars that hold it, of those that are looked at: one event, all its marks. */
  readonly marks: readonly NoticeMark[];
  readonly isCancelled: boolean;
}

/** A published calendar as readers choose it. */
export interface NoticeCalendar extends NoticeMark {
  readonly about: string;
  /** Whether its dates are among those shown. */
  readonly isOn: boolean;
  readonly isForEveryone: boolean;
  /** Dates to come. */
  readonly coming: number;
}

interface Named {
  readonly id: number;
  readonly name: string;
}

/** What is on, as a page shows it. */
export interface NoticesPage {
  readonly query: NoticesQuery;
  /** Days shown, both counted. */
  readonly first: LocalDate;
  readonly last: LocalDate;
  /** The day one step back and on leads to. */
  readonly earlier: LocalDate;
  readonly later: LocalDate;
  readonly on: LocalDate;
  readonly today: LocalDate;
  readonly weekStart: number;
  readonly calendars: readonly NoticeCalendar[];
  readonly dates: readonly NoticeDate[];
  /** Where nothing is shown: the next day on which something is. */
  readonly nextDay: LocalDate | null;
  readonly isCut: boolean;
  readonly categories: readonly Named[];
  readonly buildings: readonly Named[];
}

/** One space of an event, as somebody finds it. */
export interface NoticePlace {
  readonly code: string;
  readonly name: string;
  readonly building: string;
  readonly facts: readonly string[];
}

/** An event with everything readers may know of it. A null date is the whole event; there is at least one date. */
export interface EventPage {
  /** As it is now: an address with another title leads there. */
  readonly path: string;
  readonly words: NoticeDate;
  /** The date that was asked for; null is the whole event. */
  readonly date: NoticeDate | null;
  readonly dates: Filled<NoticeDate>;
  readonly places: readonly NoticePlace[];
  readonly office: { readonly name: string; readonly phone: string; readonly email: string };
  readonly zone: string;
  readonly today: LocalDate;
  readonly jsonLd: unknown;
}

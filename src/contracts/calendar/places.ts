import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { Verdict } from '@/core/checks/findings';
import type { EquipmentTypeId } from '@/core/ids';
import { LAYOUTS, type Layout } from '@/core/seating/layouts';
import { FEATURES } from '@/core/spaces/features';
import {
  addWallMinutes,
  parseLocalDate,
  parseLocalDateTime,
  wallMinute,
  type LocalDate,
  type LocalDateTime,
} from '@/core/time/local-time';
import { MOST_PEOPLE, whenSchema } from '@/contracts/requests/ask';
import type { UnitView } from '@/contracts/base/units';
import { rowId, wholeNumber } from '@/contracts/forms/fields';

/** Most dates a search looks at. More are refused beside the field. */
export const MOST_SEARCH_DATES = 120;

/** How often, as the form offers it. Any other rule belongs into the request. */
export const SEARCH_REPEATS = {
  once: null,
  daily: 'FREQ=DAILY',
  weekly: 'FREQ=WEEKLY',
  fortnightly: 'FREQ=WEEKLY;INTERVAL=2',
  monthly: 'FREQ=MONTHLY',
} as const;
export type SearchRepeat = keyof typeof SEARCH_REPEATS;
const REPEATS = Object.keys(SEARCH_REPEATS) as [SearchRepeat, ...SearchRepeat[]];

const optionalNumber = (what: string, least: number, most: number, otherwise: number) =>
  z.preprocess(
    (text) => (text === undefined || text === '' ? otherwise : Number(text)),
    wholeNumber(what, least, most),
  );
const orNothing = <Schema extends z.ZodType>(schema: Schema) =>
  z.preprocess((text) => (text === '' || text === undefined ? null : text), schema.nullable());

/** The search as it stands in the address of its page. */
export const placeSearchSchema = z
  .object({
    people: optionalNumber(untranslated('People'), 1, MOST_PEOPLE, 10),
    layout: orNothing(z.enum(LAYOUTS, lazyText`Choose a layout from the list.`)),
    has: orNothing(z.enum(FEATURES, lazyText`Choose from the list.`)),
    day: z
      .string(lazyText`Give a day.`)
      .refine((text) => parseLocalDate(text) !== null, lazyText`Give a day.`),
    from: z.string(lazyText`Give a time.`).regex(/^\d\d:\d\d$/, lazyText`Give a time such as 14:00.`),
    to: z.string(lazyText`Give a time.`).regex(/^\d\d:\d\d$/, lazyText`Give a time such as 16:00.`),
    repeat: z.preprocess((text) => text || 'once', z.enum(REPEATS, lazyText`Choose from the list.`)),
    dates: optionalNumber(untranslated('Dates'), 1, MOST_SEARCH_DATES, 1),
    type: orNothing(z.preprocess(Number, rowId<EquipmentTypeId>(untranslated('equipment from the list')))),
    quantity: optionalNumber(untranslated('How many'), 1, 10_000, 1),
  })
  .transform(({ day, from, to, repeat, dates, ...rest }, context) => {
    const start = parseLocalDateTime(`${day}T${from}`);
    const sameDay = parseLocalDateTime(`${day}T${to}`);
    const fault = (message: string) => context.addIssue({ code: 'custom', path: ['from'], message });
    if (!start || !sameDay) {
      fault('Give two times.');
      return z.NEVER;
    }
    // An end before the start is one on the next day.
    const isNextDay = wallMinute(sameDay) <= wallMinute(start);
    const endsAt = isNextDay ? addWallMinutes(sameDay, 1440) : sameDay;
    const rule = SEARCH_REPEATS[repeat];
    const when = whenSchema.safeParse({
      startsAt: start,
      endsAt,
      repeat: rule && dates > 1 ? { rule: `${rule};COUNT=${dates}` } : null,
    });
    if (!when.success) {
      for (const { message } of when.error.issues) fault(message);
      return z.NEVER;
    }
    return { ...rest, when: when.data };
  });
export type PlaceSearch = z.output<typeof placeSearchSchema>;

/** Most spaces laid beside one another. */
export const MOST_COMPARED = 3;

/** A space that answers, best first. */
export interface FoundPlace {
  readonly spaceId: number;
  readonly code: string;
  readonly name: string;
  readonly building: string;
  readonly kind: Layout;
  readonly layout: string;
  readonly seats: number;
  readonly spareSeats: number;
  readonly verdict: Verdict;
  readonly clear: number;
  readonly warning: number;
  readonly dates: number;
  /** 0 pinned, 1 used before, 2 neither. */
  readonly familiar: number;
  /** Why the first date that is not clear is not. */
  readonly sentences: readonly string[];
}

/** Spaces that were found, the best first, and why others were not. */
export interface PlacesReply {
  readonly inWords: string;
  readonly notes: readonly string[];
  readonly places: readonly FoundPlace[];
  /** Spaces that cannot answer whatever the day, each with why; `unfitText` counts them, empty where there are none. */
  readonly unfit: readonly { readonly spaceId: number; readonly why: string }[];
  readonly unfitText: string;
  /** What else is on at the first date, by building, as far as the viewer may know. */
  readonly alsoOn: readonly { readonly building: string; readonly events: readonly string[] }[];
}

/** A period of a timetable that is still free. A wall time of the site, and whole minutes from it. */
export interface FreePeriod {
  readonly name: string;
  readonly start: LocalDateTime;
  readonly minutes: number;
  readonly when: string;
}

/**
 * A space's floor, for a drawing to scale; the sides are those of a rectangle of its area where they are not known.
 */
export interface FloorPlan {
  readonly lengthM: number;
  readonly widthM: number;
  readonly isMeasured: boolean;
  /** The spaces it is made of, by area. */
  readonly bays: readonly { readonly name: string; readonly areaM2: number }[];
}

/** A space with everything to know before asking for it. */
export interface SpacePage {
  readonly id: number;
  readonly code: string;
  readonly name: string;
  readonly building: string;
  readonly facts: readonly string[];
  readonly features: readonly string[];
  /** Null where neither sides nor area are known. */
  readonly plan: FloorPlan | null;
  /** Who looks after it; empty where the office does. */
  readonly stewards: readonly string[];
  readonly isPinned: boolean;
  readonly layouts: readonly {
    readonly kind: Layout;
    readonly layout: string;
    readonly seats: number;
    readonly setupMin: number;
    readonly strikeMin: number;
  }[];
  /** Null where it is closed all day. */
  readonly openToday: string | null;
  readonly howToGet: readonly string[];
  /** Empty where the space is in no timetable. */
  readonly periods: readonly FreePeriod[];
  /** What takes it in the next days, itself or through another space; without a title it is only taken. */
  readonly on: readonly {
    readonly id: number;
    readonly when: string;
    readonly title: string | null;
    readonly day: LocalDate;
    /** The space that is booked, where this one is only taken with it. */
    readonly via: string | null;
  }[];
  readonly today: LocalDate;
}

/** How much of a pool is left on a day, at its scarcest moment. */
export interface PoolDay {
  readonly date: LocalDate;
  readonly stock: number;
  readonly away: number;
  readonly left: number;
  /** When that is; null where nothing is away. */
  readonly when: string | null;
}

/** A pool of equipment with everything to know before asking for it. Fetch and return in minutes. */
export interface PoolPage {
  readonly id: number;
  readonly name: string;
  readonly store: string;
  readonly fetchMin: number;
  readonly returnMin: number;
  readonly now: { readonly stock: number; readonly left: number };
  /** Kits it is part of. */
  readonly kits: readonly { readonly name: string; readonly quantity: number }[];
  readonly days: readonly PoolDay[];
  /** Null where it has no numbered units, or the viewer does not work with them. */
  readonly units: readonly UnitView[] | null;
  readonly unitNames: readonly string[];
  readonly isPinned: boolean;
  readonly today: LocalDate;
}

/** What can be looked up by name: spaces and pools, first those that are familiar. */
export interface PlaceDirectory {
  readonly spaces: readonly {
    readonly id: number;
    readonly code: string;
    readonly name: string;
    readonly building: string;
    readonly seats: number;
    readonly isPinned: boolean;
    readonly isUsed: boolean;
  }[];
  readonly pools: readonly {
    readonly id: number;
    readonly name: string;
    readonly store: string;
    readonly isPinned: boolean;
  }[];
}

import type { SegmentId } from '../ids';
import { editorModel, type FormRule } from '../recurrence/editor-model';
import { dateOf, daysBetween, wallMinute, type LocalDate, type LocalDateTime } from '../time/local-time';
import type { OccurrenceState } from './transitions';

/** What the dates of a request were made by, in order. */
export interface SegmentFacts {
  readonly id: SegmentId;
  /** Null where its dates were picked by hand, or there is one. */
  readonly rrule: string | null;
  readonly tzid: string;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly endless: 0 | 1;
}

/** One date as it is now. `key` is its original local start and never changes. */
export interface DateNow {
  readonly segmentId: SegmentId;
  readonly key: LocalDateTime;
  readonly state: OccurrenceState;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
}

/** How dates repeat: as a form shows it, by a rule no form shows, or not at all. */
export type Repetition =
  | { readonly kind: 'rule'; readonly rule: FormRule }
  | { readonly kind: 'own-rule' }
  | { readonly kind: 'picked' };

/** Dates that one clause tells of. */
export interface Stretch {
  readonly repetition: Repetition;
  /** The first of its dates that is as most of them are. */
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  /** The day of its last date. */
  readonly last: LocalDate;
  readonly isEndless: boolean;
  readonly dates: number;
}

/** When a request takes place, as its dates are now. */
export interface WhenNow {
  readonly stretches: readonly Stretch[];
  /** All its dates, those left out among them; null for a series without end. */
  readonly total: number | null;
  /** Dates at another time than their series, those that came to nothing aside. */
  readonly moved: number;
  readonly leftOut: number;
}

const isLive = ({ state }: Pick<DateNow, 'state'>): boolean => state === 'waiting' || state === 'approved';

/** How a date differs from what its segment made: minutes on the wall it starts later, and its length. */
const shapeOf = ({ key, startLocal, endLocal }: DateNow): string =>
  `${wallMinute(startLocal) - wallMinute(key)} ${wallMinute(endLocal) - wallMinute(startLocal)}`;

/** The shape most dates have; of equally many that of the earlier date. */
function commonShape(dates: readonly DateNow[]): string {
  const counts = new Map<string, number>();
  for (const date of dates) counts.set(shapeOf(date), (counts.get(shapeOf(date)) ?? 0) + 1);
  return [...counts].reduce((most, each) => (each[1] > most[1] ? each : most))[0];
}

const shiftedWeekday = (weekday: number, days: number): number => ((((weekday - 1 + days) % 7) + 7) % 7) + 1;

/** The rule of dates that all lie so many days after those the stored rule makes; null where no form says that. */
function shiftedRule(rule: FormRule, days: number): FormRule | null {
  if (days === 0 || rule.unit === 'day') return rule;
  if (rule.unit !== 'week' || rule.months.length) return null;
  return {
    ...rule,
    weekdays: rule.weekdays.map((each) => shiftedWeekday(each, days)).sort((a, b) => a - b),
  };
}

function repetitionOf({ rrule, startLocal, tzid }: SegmentFacts, days: number): Repetition {
  if (rrule === null) return { kind: 'picked' };
  const model = editorModel(rrule, startLocal, tzid);
  if (model.kind === 'own') return { kind: days === 0 ? 'own-rule' : 'picked' };
  const rule = shiftedRule(model.rule, days);
  return rule ? { kind: 'rule', rule } : { kind: 'picked' };
}

interface Told {
  readonly stretch: Stretch;
  readonly moved: number;
}

/** @param dates of the segment, at least one, in order of time. */
function tell(segment: SegmentFacts, dates: readonly DateNow[]): Told {
  const shape = commonShape(dates);
  const usual = dates.filter((date) => shapeOf(date) === shape);
  const [first] = usual;
  const last = dates.reduce((latest, each) => (each.startLocal > latest.startLocal ? each : latest));
  return {
    stretch: {
      repetition: repetitionOf(segment, daysBetween(dateOf(first!.key), dateOf(first!.startLocal))),
      start: first!.startLocal,
      end: first!.endLocal,
      last: dateOf(last.startLocal),
      isEndless: segment.endless === 1,
      dates: dates.length,
    },
    // Of dates picked by hand each is as it was picked: only what was changed since lies elsewhere.
    moved: dates.length - usual.length,
  };
}

/**
 * What a request now is in time, from its dates as they are: how they repeat, until when, how many of them were moved or
 * left out. What has come to nothing counts only where nothing else is left. Nothing else describes the time of a request.
 */
export function whenNow(segments: readonly SegmentFacts[], dates: readonly DateNow[]): WhenNow {
  const live = dates.some(isLive) ? dates.filter(isLive) : dates;
  const told = segments.flatMap((segment) => {
    const own = live.filter(({ segmentId }) => segmentId === segment.id);
    return own.length ? [tell(segment, own)] : [];
  });
  return {
    stretches: told.map(({ stretch }) => stretch),
    total: told.some(({ stretch }) => stretch.isEndless) ? null : dates.length,
    moved: told.reduce((sum, { moved }) => sum + moved, 0),
    leftOut: live === dates ? 0 : dates.filter(({ state }) => state === 'skipped').length,
  };
}

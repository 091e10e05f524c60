import {
  DATE_GROUPS,
  DATE_STATES,
  MOST_DATES_DAYS,
  type DateGroup,
  type DateState,
} from '@/contracts/calendar/dates';
import {
  addDays,
  dateOf,
  daysBetween,
  localDate,
  parseLocalDate,
  parseLocalDateTime,
  timeOf,
  type LocalDate,
} from '@/core/time/local-time';
import { addMonths, daysInMonth, startOfMonth, startOfWeek, weeksOfMonth } from '@/core/time/weeks';

export const DATE_VIEWS = ['day', 'week', 'some', 'month', 'year', 'list'] as const;
export type DateView = (typeof DATE_VIEWS)[number];

/** Most days drawn side by side. */
export const MOST_SIDE_BY_SIDE = 21;
const LIST_DAYS = 30;
const FEW_DAYS = 3;

/** A day somebody wants something on; the hour too where one was pointed at. */
export interface DayPick {
  readonly day: LocalDate;
  readonly from: string | null;
}

/** What of Dates stands in its address, so that a link shows the same. */
export interface DatesAddress {
  readonly view: DateView;
  /** Null is today. */
  readonly day: LocalDate | null;
  /** Of `some` and `list`; null is the usual number. */
  readonly count: number | null;
  readonly by: DateGroup;
  /** What of `by` is shown; nothing chosen is everything. */
  readonly only: readonly number[];
  readonly isApart: boolean;
  readonly text: string;
  readonly state: DateState | null;
  readonly withCancelled: boolean;
  readonly details: string | null;
  readonly pick: DayPick | null;
}

const oneOf = <Value extends string>(list: readonly Value[], text: string | null): Value | null =>
  list.find((each) => each === text) ?? null;

function readPick(text: string | null): DayPick | null {
  const moment = parseLocalDateTime(text ?? '');
  if (moment) return { day: dateOf(moment), from: timeOf(moment) };
  const day = parseLocalDate(text ?? '');
  return day && { day, from: null };
}

interface Query {
  get(name: string): string | null;
}

/** The date that is looked at; links of before called it "slip". */
function detailsIn(query: Query): string | null {
  const text = query.get('details') || query.get('slip') || '';
  return /^[cs]\d{1,12}$/.test(text) ? text : null;
}

export function readDatesAddress(query: Query): DatesAddress {
  const only = query.get('only') ?? '';
  const count = Math.round(Number(query.get('n')));
  return {
    view: oneOf(DATE_VIEWS, query.get('view')) ?? 'week',
    day: parseLocalDate(query.get('day') ?? ''),
    count: count >= 1 && count <= MOST_DATES_DAYS ? count : null,
    by: oneOf(DATE_GROUPS, query.get('by')) ?? 'category',
    only: /^\d{1,9}(\.\d{1,9}){0,99}$/.test(only) ? [...new Set(only.split('.').map(Number))] : [],
    isApart: query.get('apart') === '1',
    text: (query.get('q') ?? '').slice(0, 100),
    state: oneOf(DATE_STATES, query.get('state')),
    withCancelled: query.get('cancelled') === '1',
    details: detailsIn(query),
    pick: readPick(query.get('pick')),
  };
}

export function datesHref(address: Partial<DatesAddress>): string {
  const query = new URLSearchParams();
  const set = (name: string, value: string | number | null | undefined | false) => {
    if (value) query.set(name, String(value));
  };
  set('view', address.view !== 'week' && address.view);
  set('day', address.day);
  set('n', address.count);
  set('by', address.by !== 'category' && address.by);
  set('only', address.only?.join('.'));
  set('apart', address.isApart && 1);
  set('q', address.text);
  set('state', address.state);
  set('cancelled', address.withCancelled && 1);
  set('details', address.details);
  set('pick', address.pick && address.pick.day + (address.pick.from ? `T${address.pick.from}` : ''));
  const rest = query.toString().replace(/%3A/g, ':');
  return rest ? `/calendar?${rest}` : '/calendar';
}

export interface DayRange {
  readonly from: LocalDate;
  readonly days: number;
}

/** The days a view shows around the chosen one. */
export function rangeOf({ view, count }: DatesAddress, day: LocalDate, weekStart: number): DayRange {
  switch (view) {
    case 'day':
      return { from: day, days: 1 };
    case 'week':
      return { from: startOfWeek(day, weekStart), days: 7 };
    case 'some':
      return { from: day, days: Math.min(count ?? FEW_DAYS, MOST_SIDE_BY_SIDE) };
    case 'month': {
      const weeks = weeksOfMonth(day, weekStart);
      return { from: weeks[0]!, days: weeks.length * 7 };
    }
    case 'year': {
      const first = localDate(`${day.slice(0, 4)}-01-01`);
      return { from: first, days: daysBetween(first, addMonths(first, 12)) };
    }
    case 'list':
      return { from: day, days: count ?? LIST_DAYS };
  }
}

/** The chosen day of the view before or after. */
export function turned(address: DatesAddress, day: LocalDate, weekStart: number, by: 1 | -1): LocalDate {
  if (address.view === 'month') return addMonths(startOfMonth(day), by);
  if (address.view === 'year') return addMonths(day, 12 * by);
  return addDays(day, by * rangeOf(address, day, weekStart).days);
}

/** The days of a month alone, without those of its neighbours that fill its weeks. */
export const monthRange = (day: LocalDate): DayRange => ({
  from: startOfMonth(day),
  days: daysInMonth(day),
});

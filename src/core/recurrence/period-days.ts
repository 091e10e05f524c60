import {
  civilOf,
  dayNumber,
  isoWeekday,
  monthLength,
  monthStart,
  weekOf,
  weekStartOf,
  yearLength,
  yearStart,
  type CivilDate,
} from '../time/calendar-days';
import type { NthWeekday, RuleParts } from './rule-parts';

/**
 * The days of a rule, period by period, as RFC 5545 3.3.10 defines them: of all days of a period those that satisfy
 * every BY part. Reading the table that way, instead of expanding and limiting in turn, leaves no room for the faults
 * of libraries that do (BYYEARDAY with BYDAY, week 53 of years that have 52, sparse daily rules).
 */
export interface PeriodDays {
  /** Number of the period a day is in; the first date's period is 0, only multiples of `interval` have dates. */
  periodOf(day: number): number;
  /** Matching days of a period in order. */
  daysOf(period: number): readonly number[];
}

/** What RFC 5545 takes from DTSTART where the rule says nothing ("would be the same as what is specified"). */
function completed(rule: RuleParts, start: CivilDate, startDay: number): RuleParts {
  const weekday: NthWeekday[] = [{ nth: 0, weekday: isoWeekday(startDay) }];
  const saysDay = rule.byMonthDay.length > 0 || rule.byDay.length > 0 || rule.byYearDay.length > 0;
  if (saysDay || rule.freq === 'DAILY') return rule;
  if (rule.freq === 'WEEKLY' || rule.byWeekNo.length) return { ...rule, byDay: weekday };
  if (rule.freq === 'MONTHLY' || rule.byMonth.length) return { ...rule, byMonthDay: [start.day] };
  return { ...rule, byMonth: [start.month], byMonthDay: [start.day] };
}

/** True where `value`, or the same counted from the end of `length`, is in the list. */
const isIn = (list: readonly number[], value: number, length: number): boolean =>
  list.includes(value) || list.includes(value - length - 1);

/** Whether a day is one of `2TU`, `-1FR` … of the span of days it is counted in. */
function isNth(wanted: readonly NthWeekday[], day: number, from: number, length: number): boolean {
  const weekday = isoWeekday(day);
  const before = Math.floor((day - from) / 7) + 1;
  const after = Math.floor((from + length - 1 - day) / 7) + 1;
  return wanted.some(
    (each) => each.weekday === weekday && (each.nth === 0 || each.nth === before || each.nth === -after),
  );
}

type DayTest = (day: number) => boolean;

/** Tests for the days of one month, each BY part that speaks of days one; what they share is worked out once. */
function dayTests(rule: RuleParts, year: number, month: number): DayTest[] {
  const { byWeekNo, byYearDay, byMonthDay, byDay, byMonth, freq } = rule;
  const start = yearStart(year);
  const first = start + monthStart(year, month);
  const tests: DayTest[] = [];
  if (byMonthDay.length) {
    const length = monthLength(year, month);
    tests.push((day) => isIn(byMonthDay, day - first + 1, length));
  }
  if (byYearDay.length) tests.push((day) => isIn(byYearDay, day - start + 1, yearLength(year)));
  if (byDay.some(({ nth }) => nth !== 0)) {
    // In a yearly rule the number counts within the year unless BYMONTH is there (RFC 5545, BYDAY, note 2).
    const inYear = freq === 'YEARLY' && byMonth.length === 0;
    const [from, length] = inYear ? [start, yearLength(year)] : [first, monthLength(year, month)];
    tests.push((day) => isNth(byDay, day, from, length));
  } else if (byDay.length) {
    const weekdays = new Set(byDay.map(({ weekday }) => weekday));
    tests.push((day) => weekdays.has(isoWeekday(day)));
  }
  if (byWeekNo.length)
    tests.push((day) => {
      const { week, weeks } = weekOf(day, year, rule.weekStart);
      return isIn(byWeekNo, week, weeks);
    });
  return tests;
}

const ALL_MONTHS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12] as const;

/** Days named from the start (1 …) or the end (-1 …) of `length` days, 0-based, in order, those that are there. */
function named(list: readonly number[], length: number): number[] {
  const days = list.map((day) => (day > 0 ? day - 1 : length + day));
  return [...new Set(days)].filter((day) => day >= 0 && day < length).sort((a, b) => a - b);
}

/** Days of a month, 0-based, that can be dates at all: most rules name few, and a COUNT asks for years of them. */
function candidates({ byMonthDay, byYearDay }: RuleParts, year: number, month: number): readonly number[] {
  const length = monthLength(year, month);
  if (byMonthDay.length) return named(byMonthDay, length);
  if (!byYearDay.length) return DAYS_OF_MONTH.slice(0, length);
  const before = monthStart(year, month);
  const days = named(byYearDay, yearLength(year)).map((day) => day - before);
  return days.filter((day) => day >= 0 && day < length);
}

const DAYS_OF_MONTH = Array.from({ length: 31 }, (_, day) => day);

/** Daily or weekly with nothing said beyond weekdays of a week: no day has to be looked at by itself. */
const isDayToDay = ({ freq, byMonth, byMonthDay, byYearDay, byWeekNo, byDay }: RuleParts): boolean =>
  [byMonth, byMonthDay, byYearDay, byWeekNo].every((part) => part.length === 0) &&
  (freq === 'WEEKLY' || byDay.length === 0);

/** Days of a month that a rule takes, in order. */
function daysOfMonth(rule: RuleParts, year: number, month: number): number[] {
  const tests = dayTests(rule, year, month);
  const first = dayNumber(year, month, 1);
  const days = candidates(rule, year, month).map((day) => first + day);
  return days.filter((day) => tests.every((test) => test(day)));
}

/** Whether a rule takes a day: daily and weekly rules ask day by day, mostly within one month. */
function takesDay(rule: RuleParts, months: readonly number[]): DayTest {
  let [knownMonth, knownTests] = [Number.NaN, [] as DayTest[]];
  return (day) => {
    const { year, month } = civilOf(day);
    if (!months.includes(month)) return false;
    if (knownMonth !== year * 12 + month)
      [knownMonth, knownTests] = [year * 12 + month, dayTests(rule, year, month)];
    return knownTests.every((test) => test(day));
  };
}

type Periods = (rule: RuleParts, startDay: number, months: readonly number[]) => PeriodDays;

const daily: Periods = (rule, startDay, months) => {
  const takes = isDayToDay(rule) ? () => true : takesDay(rule, months);
  return {
    periodOf: (day) => day - startDay,
    daysOf: (period) => (takes(startDay + period) ? [startDay + period] : []),
  };
};

const weekly: Periods = (rule, startDay, months) => {
  const origin = weekStartOf(startDay, rule.weekStart);
  const weekdays = new Set(rule.byDay.map(({ weekday }) => weekday));
  const offsets = [0, 1, 2, 3, 4, 5, 6].filter((offset) => weekdays.has(isoWeekday(origin + offset)));
  const takes = isDayToDay(rule) ? null : takesDay(rule, months);
  return {
    periodOf: (day) => Math.floor((day - origin) / 7),
    daysOf: (period) => {
      const days = offsets.map((offset) => origin + period * 7 + offset);
      return takes ? days.filter(takes) : days;
    },
  };
};

const monthly: Periods = (rule, startDay, months) => {
  const start = civilOf(startDay);
  const origin = start.year * 12 + start.month - 1;
  const monthOf = (period: number) => ((origin + period) % 12) + 1;
  return {
    periodOf: (day) => {
      const { year, month } = civilOf(day);
      return year * 12 + month - 1 - origin;
    },
    daysOf: (period) =>
      months.includes(monthOf(period))
        ? daysOfMonth(rule, Math.floor((origin + period) / 12), monthOf(period))
        : [],
  };
};

const yearly: Periods = (rule, startDay, months) => {
  const start = civilOf(startDay);
  return {
    periodOf: (day) => civilOf(day).year - start.year,
    daysOf: (period) => months.flatMap((month) => daysOfMonth(rule, start.year + period, month)),
  };
};

const PERIODS: Readonly<Record<RuleParts['freq'], Periods>> = {
  DAILY: daily,
  WEEKLY: weekly,
  MONTHLY: monthly,
  YEARLY: yearly,
};

/** The days of a rule period by period, from the one its start lies in (RFC 5545 3.3.10). */
export function periodDays(parts: RuleParts, startDay: number): PeriodDays {
  const rule = completed(parts, civilOf(startDay), startDay);
  return PERIODS[rule.freq](rule, startDay, rule.byMonth.length ? rule.byMonth : ALL_MONTHS);
}

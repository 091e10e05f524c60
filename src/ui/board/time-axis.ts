import { subtract, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import { addDays, atMinuteOfDay, wallMinute, type LocalDate } from '@/core/time/local-time';
import { dayInterval, offsetAt, toEpochMinute } from '@/core/time/zone';

/** A day as it is drawn: the hours worth showing, and where they begin across the board. */
export interface DaySlice {
  readonly date: LocalDate;
  readonly day: Interval;
  readonly tzid: string;
  readonly shown: Interval;
  readonly leftPx: number;
  readonly widthPx: number;
}

/** Where something stands across the board. */
export interface Stretch {
  /** In pixels, at the axis' own zoom. */
  readonly left: number;
  readonly width: number;
  /** The same at any zoom: a share of the width, so that zooming changes that one width and no style of what is drawn. */
  readonly style: { readonly left: string; readonly width: string };
}

/** Where minutes stand across the board. Hours nobody works are folded away between the days. */
export interface TimeAxis {
  readonly days: readonly DaySlice[];
  readonly pxPerMin: number;
  readonly widthPx: number;
  /** The width at another zoom. */
  widthAt(pxPerMin: number): number;
  /** Minutes that what is picked or moved snaps to. */
  readonly grainMin: number;
  /** Of a minute that is folded away: the nearest fold. */
  cssLeft(at: number): string;
  atX(x: number): EpochMinute;
  /** Null where nothing of it is shown. */
  stretch(span: Interval): Stretch | null;
}

const HOUR_MIN = 60;
/** A strike that runs a little past midnight is no reason to draw the night. */
const RUNS_OVER_MIN = 120;
/** Room for the mark of a fold between two days. */
export const FOLD_PX = 14;

export const daysFrom = (from: LocalDate, days: number): LocalDate[] =>
  Array.from({ length: days }, (_, index) => addDays(from, index));

/** First and last wall-clock minute of a day in which something opens or stands; at least 09:00–17:00. */
function usedMinutes(
  date: LocalDate,
  day: Interval,
  used: readonly Interval[],
  tzid: string,
  least: readonly [first: number, last: number],
): [number, number] {
  const spans = used.filter(
    ({ start, end }) =>
      start < day.end && (start >= day.start ? end > day.start : end > day.start + RUNS_OVER_MIN),
  );
  const midnight = wallMinute(atMinuteOfDay(date, 0));
  // In numbers: a board has thousands of these, and texts would be made of each.
  const wall = (at: EpochMinute) => at + offsetAt(at, tzid) - midnight;
  let [first, last] = least;
  for (const { start, end } of spans) {
    first = Math.min(first, Math.max(0, wall(start)));
    last = Math.max(last, Math.min(1440, wall(end)));
  }
  return [first, last];
}

/**
 * The hours to draw, the same on all days so that equal hours stand under each other from day to day, in whole hours.
 * `used` are opening hours and whatever stands outside them; `least` minutes of a day are shown whatever is used.
 */
export function shownHours(
  dates: readonly LocalDate[],
  used: readonly Interval[],
  tzid: string,
  least: readonly [first: number, last: number] = [9 * HOUR_MIN, 17 * HOUR_MIN],
): DaySlice[] {
  const days = dates.map((date) => dayInterval(date, tzid));
  const bounds = days.map((day, index) => usedMinutes(dates[index]!, day, used, tzid, least));
  const first = Math.floor(Math.min(...bounds.map(([each]) => each)) / HOUR_MIN) * HOUR_MIN;
  const last = Math.ceil(Math.max(...bounds.map(([, each]) => each)) / HOUR_MIN) * HOUR_MIN;
  const at = (date: LocalDate, minute: number) =>
    toEpochMinute(atMinuteOfDay(date, minute), tzid, 'offset-before');
  return days.map((day, index) => ({
    date: dates[index]!,
    day,
    tzid,
    shown: { start: at(dates[index]!, first), end: at(dates[index]!, last) },
    leftPx: 0,
    widthPx: 0,
  }));
}

const shownMinutes = (slices: readonly DaySlice[]): number =>
  slices.reduce((sum, { shown }) => sum + shown.end - shown.start, 0);

/** Pixels a minute takes when all days just fit. */
export const fittingPxPerMin = (slices: readonly DaySlice[], roomPx: number): number =>
  Math.max(0.05, (roomPx - FOLD_PX * (slices.length - 1)) / shownMinutes(slices));

/** A point across the board: pixels of folds and minutes of shown hours before it. */
interface Point {
  readonly foldPx: number;
  readonly minutes: number;
}

/**
 * A length as the share of its minutes in the whole width, with the folds in it; right wherever the containing block is
 * as wide as the axis.
 */
function cssLength({ foldPx, minutes }: Point, whole: Point): string {
  const share = minutes / whole.minutes;
  const px = foldPx - share * whole.foldPx;
  return px ? `calc(${share * 100}% + ${px}px)` : `${share * 100}%`;
}
const between = (from: Point, to: Point): Point => ({
  foldPx: to.foldPx - from.foldPx,
  minutes: to.minutes - from.minutes,
});

export function makeAxis(slices: readonly DaySlice[], pxPerMin: number, grainMin: number): TimeAxis {
  const pxOf = ({ foldPx, minutes }: Point) => foldPx + minutes * pxPerMin;
  const starts: Point[] = [];
  let end: Point = { foldPx: -FOLD_PX, minutes: 0 };
  for (const { shown } of slices) {
    starts.push({ foldPx: end.foldPx + FOLD_PX, minutes: end.minutes });
    end = { foldPx: end.foldPx + FOLD_PX, minutes: end.minutes + shown.end - shown.start };
  }
  const days = slices.map((slice, index) => ({
    ...slice,
    leftPx: pxOf(starts[index]!),
    widthPx: (slice.shown.end - slice.shown.start) * pxPerMin,
  }));
  const inside = (index: number, at: number): Point => {
    const { shown } = days[index]!;
    const { foldPx, minutes } = starts[index]!;
    return { foldPx, minutes: minutes + Math.min(Math.max(at, shown.start), shown.end) - shown.start };
  };
  const pointOf = (at: number): Point => {
    const index = days.findIndex(({ shown }) => at <= shown.end);
    return inside(index < 0 ? days.length - 1 : index, at);
  };
  const atX = (x: number): EpochMinute => {
    const slice = days.find(({ leftPx, widthPx }) => x <= leftPx + widthPx) ?? days[days.length - 1]!;
    const minutes = Math.max((x - slice.leftPx) / pxPerMin, 0);
    return (slice.shown.start + Math.min(minutes, slice.shown.end - slice.shown.start)) as EpochMinute;
  };
  const ends = (span: Interval): [Point, Point] | null => {
    const first = days.findIndex(({ shown }) => span.start < shown.end && span.end > shown.start);
    if (first < 0) return null;
    // The end belongs to the last day it reaches into, not to the one after the fold.
    const last = days.findLastIndex(({ shown }) => span.end > shown.start);
    return [inside(first, span.start), inside(last, span.end)];
  };
  const stretch = (span: Interval): Stretch | null => {
    const found = ends(span);
    if (!found) return null;
    const [from, to] = found;
    const width = between(from, to);
    return {
      left: pxOf(from),
      width: Math.max(1, pxOf(width)),
      style: { left: cssLength(from, end), width: cssLength(width, end) },
    };
  };
  return {
    days,
    pxPerMin,
    grainMin,
    widthPx: pxOf(end),
    widthAt: (px) => end.foldPx + end.minutes * px,
    cssLeft: (at) => cssLength(pointOf(at), end),
    atX,
    stretch,
  };
}

const STEPS_MIN = [15, 30, 60, 120, 180, 240, 360];

/** Minutes between two figures of the axis, so that they never touch. */
export const tickStepMin = (pxPerMin: number, roomPx: number): number =>
  STEPS_MIN.find((step) => step * pxPerMin >= roomPx) ?? STEPS_MIN[STEPS_MIN.length - 1]!;

/** Minutes of a slice at which the wall shows whole steps; those the clocks jump over are left out. */
export function ticksOf({ date, shown, tzid }: DaySlice, stepMin: number): EpochMinute[] {
  const found: EpochMinute[] = [];
  for (let minute = 0; minute < 1440; minute += stepMin) {
    const at = toEpochMinute(atMinuteOfDay(date, minute), tzid, 'does-not-exist');
    if (at !== null && at >= shown.start && at < shown.end) found.push(at);
  }
  return found;
}

/** The nearest minute that lies on the grain of its day, or the last one before. */
export function snap(at: number, axis: TimeAxis, to: 'nearest' | 'before' = 'nearest'): EpochMinute {
  const { day } = axis.days.find(({ day: each }) => at < each.end) ?? axis.days[axis.days.length - 1]!;
  const steps = (at - day.start) / axis.grainMin;
  return (day.start +
    (to === 'nearest' ? Math.round(steps) : Math.floor(steps)) * axis.grainMin) as EpochMinute;
}

// Most spaces share their hours, and rows come and go.
const closed = new WeakMap<TimeAxis, WeakMap<readonly Interval[], Interval[]>>();

/** The parts of the drawn days that lie outside `open`. */
export function closedStretches(axis: TimeAxis, open: readonly Interval[]): Interval[] {
  let known = closed.get(axis);
  if (!known) closed.set(axis, (known = new WeakMap()));
  let found = known.get(open);
  if (!found) known.set(open, (found = axis.days.flatMap(({ shown }) => subtract(shown, open))));
  return found;
}

/** How far a day is shut from its shown beginning, and up to its shown end. */
export interface ShutEnds {
  readonly '--shut-before': string;
  readonly '--shut-after': string;
}

const ends = new WeakMap<TimeAxis, WeakMap<readonly Interval[], ShutEnds | null>>();

/**
 * One day that is open once, as most are: then the row itself is shaded at both ends, and nothing need stand in it. Null
 * where it is shut otherwise.
 */
export function shutEnds(axis: TimeAxis, open: readonly Interval[]): ShutEnds | null {
  let known = ends.get(axis);
  if (!known) ends.set(axis, (known = new WeakMap()));
  const before = known.get(open);
  if (before !== undefined) return before;
  const [day, ...more] = axis.days;
  const closed = closedStretches(axis, open);
  const isAtEnds =
    more.length === 0 &&
    closed.every(({ start, end }) => start === day!.shown.start || end === day!.shown.end) &&
    !closed.some(({ start, end }) => start === day!.shown.start && end === day!.shown.end);
  const length = (is: (span: Interval) => boolean) => {
    const span = closed.find(is);
    return `${span ? (100 * (span.end - span.start)) / (day!.shown.end - day!.shown.start) : 0}%`;
  };
  const found = isAtEnds
    ? {
        '--shut-before': length(({ start }) => start === day!.shown.start),
        '--shut-after': length(({ end }) => end === day!.shown.end),
      }
    : null;
  known.set(open, found);
  return found;
}

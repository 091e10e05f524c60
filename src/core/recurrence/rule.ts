import { fromWallMinute, wallMinute, type LocalDateTime } from '../time/local-time';
import { instantOfWall, isInGap } from '../time/zone';
import { parseRule } from './parse-rule';
import { periodDays, type PeriodDays } from './period-days';
import type { ParsedRule, RuleParts, Until } from './rule-parts';

/** What a rule is expanded from: RFC 5545 DTSTART with its zone, and the RRULE value. */
export interface Recurrence {
  readonly start: LocalDateTime;
  readonly tzid: string;
  readonly rrule: string;
  /** Dates of whole days: a midnight the clocks jump over is still a day. */
  readonly allDay?: boolean;
}

/** How many dates are made at most before a rule counts as too long. */
export interface ExpandLimit {
  readonly from: LocalDateTime;
  /** Exclusive. */
  readonly to: LocalDateTime;
  readonly most: number;
}

const DAY_MIN = 1440;
/** Offsets of zones are known up to here, and the whole pattern of the calendar has room to show itself. */
const LAST_WALL = Date.UTC(2100, 0, 1) / 60_000;

/** A rule bound to its start, ready to be walked from anywhere. */
interface BoundRule {
  readonly rule: RuleParts;
  readonly periods: PeriodDays;
  readonly startWall: number;
  /** Minutes of the day at which there are dates, in order. */
  readonly times: readonly number[];
  readonly tzid: string;
  readonly allDay: boolean;
  /** How far a COUNT was counted: every date before `walkedTo`, of which `last` was the latest. */
  counted: { left: number; last: number; walkedTo: number };
}

const KEPT = 5000;
const parsed = new Map<string, ParsedRule>();
const bound = new Map<string, BoundRule>();

// Segments are expanded again and again with other windows; the oldest entry goes when there are too many.
function kept<Value>(cache: Map<string, Value>, key: string, make: () => Value): Value {
  const known = cache.get(key);
  if (known) return known;
  const [oldest] = cache.keys();
  if (oldest !== undefined && cache.size >= KEPT) cache.delete(oldest);
  const value = make();
  cache.set(key, value);
  return value;
}

/** A rule as its parts; read once for each text. */
export const parsedRule = (rrule: string): ParsedRule => kept(parsed, rrule, () => parseRule(rrule));

function bind({ start, tzid, rrule, allDay = false }: Recurrence): BoundRule {
  const reading = parsedRule(rrule);
  if (!reading.ok) throw new RangeError(`not a rule (${reading.fault.kind}): ${rrule}`);
  const { rule } = reading;
  const startWall = wallMinute(start);
  const minuteOfDay = ((startWall % DAY_MIN) + DAY_MIN) % DAY_MIN;
  const hours = rule.byHour.length ? rule.byHour : [Math.floor(minuteOfDay / 60)];
  const minutes = rule.byMinute.length ? rule.byMinute : [minuteOfDay % 60];
  return {
    rule,
    periods: periodDays(rule, Math.floor(startWall / DAY_MIN)),
    startWall,
    times: hours.flatMap((hour) => minutes.map((minute) => hour * 60 + minute)),
    tzid,
    allDay,
    counted: { left: rule.count ?? Infinity, last: -Infinity, walkedTo: startWall },
  };
}

const boundRule = (recurrence: Recurrence): BoundRule =>
  kept(
    bound,
    `${recurrence.start}|${recurrence.tzid}|${recurrence.allDay ? 'D' : ''}|${recurrence.rrule}`,
    () => bind(recurrence),
  );

/** Positions of BYSETPOS within the dates of one period; out of range picks nothing. */
function atPositions(walls: readonly number[], positions: readonly number[]): number[] {
  const picked = positions.map((position) => walls[position > 0 ? position - 1 : walls.length + position]);
  return [...new Set(picked.filter((wall) => wall !== undefined))].sort((a, b) => a - b);
}

function datesOfPeriod({ rule, periods, times }: BoundRule, period: number): readonly number[] {
  const days = periods.daysOf(period);
  if (!days.length) return days;
  const [time, ...more] = times;
  const walls =
    time !== undefined && !more.length
      ? days.map((day) => day * DAY_MIN + time)
      : days.flatMap((day) => times.map((time) => day * DAY_MIN + time));
  return rule.bySetPos.length ? atPositions(walls, rule.bySetPos) : walls;
}

// No zone is further from UTC than this: a wall time that far from an UNTIL in UTC is on one side of it in any zone.
const FURTHEST_MIN = 900;

function isAfterUntil(until: Until, wall: number, tzid: string): boolean {
  if (until.kind === 'date') return Math.floor(wall / DAY_MIN) > until.day;
  if (until.kind === 'local') return wall > until.wallMinute;
  const apart = wall - until.epochMinute;
  if (Math.abs(apart) > FURTHEST_MIN) return apart > 0;
  return instantOfWall(wall, tzid, 'offset-before')! > until.epochMinute;
}

/** `exists` is false where the clocks jump over it (RFC 5545 3.3.10: such a date is not there and not counted). */
type Visit = (wall: number, exists: boolean) => 'on' | 'stop';

/** Visits the dates from the period of `fromWall` on, jumped to without walking there, UNTIL kept, COUNT not. */
function walk(rule: BoundRule, fromWall: number, toWall: number, visit: Visit): void {
  const { interval, until } = rule.rule;
  const first = rule.periods.periodOf(Math.floor(Math.max(fromWall, rule.startWall) / DAY_MIN));
  const last = rule.periods.periodOf(Math.floor((Math.min(toWall, LAST_WALL) - 1) / DAY_MIN));
  for (let period = Math.floor(first / interval) * interval; period <= last; period += interval)
    for (const wall of datesOfPeriod(rule, period)) {
      if (wall < rule.startWall) continue;
      if (until && isAfterUntil(until, wall, rule.tzid)) return;
      if (visit(wall, rule.allDay || !isInGap(wall, rule.tzid)) === 'stop') return;
    }
}

/**
 * The last date a COUNT allows, as far as it matters before `toWall`. Which date is the nth can only be told by
 * counting: each stretch is counted once and kept.
 */
function endOfCount(rule: BoundRule, toWall: number): number {
  const { counted } = rule;
  if (rule.rule.count === null) return Infinity;
  if (counted.left > 0 && toWall > counted.walkedTo) {
    walk(rule, counted.walkedTo, toWall, (wall, exists) => {
      if (wall >= toWall || counted.left === 0) return 'stop';
      if (wall < counted.walkedTo || !exists) return 'on';
      counted.last = wall;
      counted.left -= 1;
      return 'on';
    });
    counted.walkedTo = toWall;
  }
  return counted.left > 0 ? Infinity : counted.last;
}

function datesWhere(
  recurrence: Recurrence,
  { from, to, most }: ExpandLimit,
  isWanted: (exists: boolean) => boolean,
): LocalDateTime[] {
  const rule = boundRule(recurrence);
  const [fromWall, toWall] = [wallMinute(from), wallMinute(to)];
  const isFromStart = fromWall <= rule.startWall;
  // Walked from the start, the dates are counted on the way.
  let left = isFromStart ? (rule.rule.count ?? Infinity) : Infinity;
  const end = isFromStart ? Infinity : endOfCount(rule, toWall);
  const found: LocalDateTime[] = [];
  walk(rule, fromWall, toWall, (wall, exists) => {
    if (found.length >= most || wall >= toWall || wall > end || left <= 0) return 'stop';
    if (exists) left -= 1;
    if (wall >= fromWall && isWanted(exists)) found.push(fromWallMinute(wall));
    return 'on';
  });
  return found;
}

/**
 * Wall-clock starts of a rule in [from, to), at most `most` of them, in order, up to the year 2100. A start that falls
 * in the spring gap does not exist and is not counted (RFC 5545 3.3.10). The start itself is listed only where it is
 * a date of its own rule.
 * @throws RangeError when the rule text is malformed: input goes through `parseRule` first.
 */
export const expandRule = (recurrence: Recurrence, limit: ExpandLimit): LocalDateTime[] =>
  datesWhere(recurrence, limit, (exists) => exists);

/** Dates in [from, to) that the rule names and the clocks jump over, to be shown as left out. */
export const datesInGap = (recurrence: Recurrence, limit: ExpandLimit): LocalDateTime[] =>
  datesWhere(recurrence, limit, (exists) => !exists);

/** The first date of the rule that is not before its start; null where there is none up to the year 2100. */
export function firstDate(recurrence: Recurrence): LocalDateTime | null {
  const limit = { from: recurrence.start, to: fromWallMinute(LAST_WALL), most: 1 };
  return expandRule(recurrence, limit)[0] ?? null;
}

/** Whether the rule goes on for ever: neither COUNT nor UNTIL. */
export const isEndless = (rrule: string): boolean => {
  const reading = parsedRule(rrule);
  return reading.ok && reading.rule.count === null && reading.rule.until === null;
};

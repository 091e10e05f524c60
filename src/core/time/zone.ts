import { Temporal } from 'temporal-polyfill';
import { epochMinute, type EpochMinute, type Interval } from './epoch-minute';
import { addDays, fromWallMinute, wallMinute, type LocalDate, type LocalDateTime } from './local-time';

/** One change of a zone's offset: from `at` on, the wall shows UTC + `after` minutes. */
interface Transition {
  readonly at: number;
  readonly before: number;
  readonly after: number;
}

interface Zone {
  readonly first: number;
  readonly transitions: readonly Transition[];
}

// A Temporal conversion costs about 35 µs; a check of a year of weekly dates does hundreds. The offsets of a zone
// are therefore read once from Temporal (IANA data of the runtime) and searched as a list.
const TABLE_FROM = Temporal.Instant.from('1970-01-01T00:00Z');
const TABLE_TO = Temporal.Instant.from('2100-01-01T00:00Z');
const zones = new Map<string, Zone>();

const offsetMinutes = (at: Temporal.ZonedDateTime): number => Math.round(at.offsetNanoseconds / 60e9);

function readZone(tzid: string): Zone {
  let at = TABLE_FROM.toZonedDateTimeISO(tzid);
  const first = offsetMinutes(at);
  const transitions: Transition[] = [];
  for (;;) {
    const next = at.getTimeZoneTransition('next');
    if (!next || Temporal.Instant.compare(next.toInstant(), TABLE_TO) > 0) break;
    const before = offsetMinutes(at);
    const after = offsetMinutes(next);
    if (before !== after) transitions.push({ at: Math.ceil(next.epochMilliseconds / 60_000), before, after });
    at = next;
  }
  return { first, transitions };
}

function zoneOf(tzid: string): Zone {
  let zone = zones.get(tzid);
  if (!zone) zones.set(tzid, (zone = readZone(tzid)));
  return zone;
}

/** True when the runtime knows the IANA zone. */
export function isZone(tzid: string): boolean {
  try {
    TABLE_FROM.toZonedDateTimeISO(tzid);
    return true;
  } catch (error) {
    if (error instanceof RangeError) return false;
    throw error;
  }
}

/** Index of the first transition after `minute`. */
function nextTransition(transitions: readonly Transition[], minute: number): number {
  let low = 0;
  let high = transitions.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (transitions[middle]!.at <= minute) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Minutes to add to UTC to get the wall time of `tzid` at that instant. Exact from 1970 to 2100. */
export function offsetAt(minute: EpochMinute, tzid: string): number {
  const zone = zoneOf(tzid);
  const index = nextTransition(zone.transitions, minute);
  return index === 0 ? zone.first : zone.transitions[index - 1]!.after;
}

/** A moment as the clock on a wall of that zone shows it. */
export const toLocal = (minute: EpochMinute, tzid: string): LocalDateTime =>
  fromWallMinute(minute + offsetAt(minute, tzid));

/** What to do with a wall time the clocks jump over in spring. */
export type InGap = 'does-not-exist' | 'offset-before';

/**
 * The instant of a wall time. In the autumn overlap the first one counts. In the spring gap: a date made by a rule
 * does not exist (RFC 5545 3.3.10) and gives null; a single time takes the offset before the gap (RFC 5545 3.3.5).
 */
export function toEpochMinute(at: LocalDateTime, tzid: string, inGap: 'offset-before'): EpochMinute;
export function toEpochMinute(at: LocalDateTime, tzid: string, inGap: InGap): EpochMinute | null;
export function toEpochMinute(at: LocalDateTime, tzid: string, inGap: InGap): EpochMinute | null {
  return instantOfWall(wallMinute(at), tzid, inGap);
}

/** The same for a wall time given as minutes since 1970-01-01T00:00 on the wall: what rules compute with. */
export function instantOfWall(wall: number, tzid: string, inGap: InGap): EpochMinute | null {
  const zone = zoneOf(tzid);
  // No offset is larger than 15 hours: only transitions that near can matter.
  const from = Math.max(0, nextTransition(zone.transitions, wall - 900) - 1);
  for (let index = from; index < zone.transitions.length; index += 1) {
    const { at: change, before, after } = zone.transitions[index]!;
    if (change > wall + 900) break;
    if (wall - before < change) return epochMinute(wall - before);
    if (wall - after < change) return inGap === 'offset-before' ? epochMinute(wall - before) : null;
  }
  return epochMinute(wall - offsetAt(epochMinute(wall + 900), tzid));
}

// Days on which the wall skips something, by zone: nearly all days can be told from them by one look.
const gapDays = new Map<string, ReadonlySet<number>>();

function gapDaysOf(tzid: string): ReadonlySet<number> {
  let days = gapDays.get(tzid);
  if (!days) {
    const forward = zoneOf(tzid).transitions.filter(({ before, after }) => after > before);
    const touched = forward.flatMap(({ at, before, after }) => [at + before, at + after - 1]);
    gapDays.set(tzid, (days = new Set(touched.map((wall) => Math.floor(wall / 1440)))));
  }
  return days;
}

/**
 * Whether the clocks jump over a wall time. Minutes on the wall since 1970-01-01T00:00; false for one that exists
 * twice.
 */
export const isInGap = (wall: number, tzid: string): boolean =>
  gapDaysOf(tzid).has(Math.floor(wall / 1440)) && instantOfWall(wall, tzid, 'does-not-exist') === null;

/** From the first instant of `date` to the first instant of the next: 1,380 to 1,500 minutes. */
export function dayInterval(date: LocalDate, tzid: string): Interval {
  return { start: startOfDay(date, tzid), end: startOfDay(addDays(date, 1), tzid) };
}

/** The first minute of a day in a zone; where midnight is skipped, the first there is. */
export const startOfDay = (date: LocalDate, tzid: string): EpochMinute =>
  toEpochMinute(`${date}T00:00` as LocalDateTime, tzid, 'offset-before');

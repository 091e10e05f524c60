import { openOn } from '@/core/spaces/hours';
import { totalMin, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import { addDays, type LocalDate } from '@/core/time/local-time';
import { dayInterval, startOfDay } from '@/core/time/zone';
import type { DayStripDay } from '@/contracts/calendar/board';
import type { Context } from '../../context/context';
import { cacheKey, Reader } from '../../db/connection';
import { siteZone } from '../../repositories/world/space-facts';
import { knownSpaces } from './board-data';
import { dayNotes } from './day-notes';
import { VERSION_OF_ALL } from './calendar.queries';
import { ownRights } from './rights';
import { OCCUPIED, WAITING } from './day-strip.queries';
import { type Filled, at, isFilled, pairs } from '@/core/lists';

interface StripDay extends Interval {
  readonly date: LocalDate;
}

/** Days that follow one another with the occupied minutes of all undivided parts on each. */
function takenByDay(
  spans: readonly [EpochMinute, EpochMinute][],
  days: Filled<StripDay>,
): { day: StripDay; taken: number }[] {
  const counted = days.map((day) => ({ day, taken: 0 }));
  for (const [start, end] of spans) {
    // Days differ in length by an hour at most, so the first guess is at most one off.
    const first = Math.max(0, Math.floor((start - days[0].start) / 1440) - 1);
    for (const each of counted.slice(first)) {
      if (each.day.start >= end) break;
      each.taken += Math.max(0, Math.min(end, each.day.end) - Math.max(start, each.day.start));
    }
  }
  return counted;
}

/** Occupied share of the open minutes of each day, 0 to 1; the same for everybody, and kept while nothing changes. */
async function fullnessOf(reader: Reader, days: Filled<StripDay>, tzid: string): Promise<readonly number[]> {
  const row = await reader.one(VERSION_OF_ALL);
  const key = cacheKey<{ version: string; shares: readonly number[] }>(
    `fullness ${days[0].date} ${days.length}`,
  );
  const known = reader.cache.get(key);
  if (known?.version === row.version) return known.shares;
  const undivided = (await knownSpaces(reader)).filter(({ madeOf }) => madeOf.length === 0);
  const whole: Interval = { start: days[0].start, end: at(days, days.length - 1).end };
  const shares = takenByDay(await reader.value(OCCUPIED, whole), days).map(({ day: { date }, taken }) => {
    const open = undivided.reduce((sum, { facts }) => sum + totalMin(openOn(date, facts.hours, tzid)), 0);
    return open ? Math.min(1, taken / open) : 0;
  });
  reader.cache.set(key, { version: row.version, shares });
  return shares;
}

async function waitingDates(
  { db, viewer }: Context,
  span: Interval,
): Promise<(readonly [EpochMinute, 0 | 1])[]> {
  if (!viewer) return [];
  return db.value(WAITING, { ...span, ...ownRights(viewer) });
}

/**
 * How full each of `days` days from `from` is: occupied part-minutes as a share of open ones, at most 1; and for those
 * who may see them the dates that wait, and how many of them stand in the way of something.
 */
export async function dayStrip(ctx: Context, from: LocalDate, days: number): Promise<DayStripDay[]> {
  const { db } = ctx;
  const tzid = await siteZone(db);
  const dates = Array.from({ length: days }, (_, index) => addDays(from, index));
  const strip = dates.map((date) => ({ date, ...dayInterval(date, tzid) }));
  if (!isFilled(strip)) return [];
  const whole: Interval = { start: startOfDay(from, tzid), end: startOfDay(addDays(from, days), tzid) };
  const fullnesses = await fullnessOf(db, strip, tzid);
  const waiting = await waitingDates(ctx, whole);
  const said = await dayNotes(db, from, days);
  return pairs(strip, fullnesses).map(([{ date, start, end }, fullness]) => {
    const own = waiting.filter(([moment]) => moment >= start && moment < end);
    return {
      date,
      fullness,
      waiting: own.length,
      clashing: own.filter(([, clashes]) => clashes).length,
      ...said(date),
    };
  });
}

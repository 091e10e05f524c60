import { openOn } from '@/core/spaces/hours';
import { totalMin, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import { addDays, type LocalDate } from '@/core/time/local-time';
import { dayInterval, startOfDay } from '@/core/time/zone';
import type { DayStripDay } from '@/contracts/board';
import type { Context } from '../../context/context';
import type { Reader } from '../../db/connection';
import { siteZone } from '../../repositories/world/space-facts';
import { knownSpaces } from './board-data';
import { dayNotes } from './day-notes';
import { VERSION_OF_ALL } from './calendar.queries';
import { ownRights } from './rights';
import { OCCUPIED, WAITING } from './day-strip.queries';

/** Occupied minutes of all undivided parts, by day. */
function takenByDay(spans: readonly [EpochMinute, EpochMinute][], days: readonly Interval[]): number[] {
  const taken = days.map(() => 0);
  for (const [start, end] of spans) {
    // Days differ in length by an hour at most, so the first guess is at most one off.
    let at = Math.max(0, Math.floor((start - days[0]!.start) / 1440) - 1);
    for (; at < days.length && days[at]!.start < end; at += 1)
      taken[at]! += Math.max(0, Math.min(end, days[at]!.end) - Math.max(start, days[at]!.start));
  }
  return taken;
}

/** Occupied share of the open minutes of each day, 0 to 1; the same for everybody, and kept while nothing changes. */
async function fullnessOf(
  reader: Reader,
  dates: readonly LocalDate[],
  spans: readonly Interval[],
  tzid: string,
): Promise<readonly number[]> {
  const [row] = await reader.all(VERSION_OF_ALL);
  const key = `fullness ${dates[0]} ${dates.length}`;
  const known = reader.kept.get(key) as { version: string; shares: readonly number[] } | undefined;
  if (known?.version === row!.version) return known.shares;
  const undivided = (await knownSpaces(reader)).filter(({ madeOf }) => madeOf.length === 0);
  const whole: Interval = { start: spans[0]!.start, end: spans[spans.length - 1]!.end };
  const taken = takenByDay(await reader.value(OCCUPIED, whole), spans);
  const shares = dates.map((date, index) => {
    const open = undivided.reduce((sum, { facts }) => sum + totalMin(openOn(date, facts.hours, tzid)), 0);
    return open ? Math.min(1, taken[index]! / open) : 0;
  });
  reader.kept.set(key, { version: row!.version, shares });
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
  const spans = dates.map((date) => dayInterval(date, tzid));
  const whole: Interval = { start: startOfDay(from, tzid), end: startOfDay(addDays(from, days), tzid) };
  const fullness = await fullnessOf(db, dates, spans, tzid);
  const waiting = await waitingDates(ctx, whole);
  const notes = await dayNotes(db, from, days);
  return dates.map((date, index) => {
    const { start, end } = spans[index]!;
    const own = waiting.filter(([at]) => at >= start && at < end);
    return {
      date,
      fullness: fullness[index]!,
      waiting: own.length,
      clashing: own.filter(([, clashes]) => clashes).length,
      notes: notes(date),
    };
  });
}

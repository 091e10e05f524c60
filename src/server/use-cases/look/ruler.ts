import { maySeeWaiting } from '@/core/publishing/right-to-know';
import { openOn } from '@/core/spaces/hours';
import { intersection, totalMin, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import { addDays, type LocalDate } from '@/core/time/local-time';
import { dayInterval, startOfDay } from '@/core/time/zone';
import type { RulerDay } from '@/contracts/board';
import type { Context } from '../../context';
import { loadSpaceFacts, siteZone } from '../../db/space-facts';
import { loadBoardSpaces, loadClaimSpaces, loadOccupied, loadWaiting } from './board-rows';

/** How full each of `days` days from `from` is: occupied part-minutes as a share of open ones, at most 1. */
export async function ruler(ctx: Context, from: LocalDate, days: number): Promise<RulerDay[]> {
  const { db, viewer } = ctx;
  const tzid = await siteZone(db);
  const whole: Interval = { start: startOfDay(from, tzid), end: startOfDay(addDays(from, days), tzid) };
  const spaces = await loadBoardSpaces(db);
  const undivided = spaces.filter(({ madeOf }) => madeOf.length === 0);
  const facts = await loadSpaceFacts(
    db,
    undivided.map(({ id }) => id),
  );
  const occupied = (await loadOccupied(db, whole)).map(([, , start, end]) => ({ start, end }));
  const waiting = await waitingStarts(ctx, whole);
  return Array.from({ length: days }, (_, index) => {
    const date = addDays(from, index);
    const day = dayInterval(date, tzid);
    const open = facts.reduce((sum, { hours }) => sum + totalMin(openOn(date, hours, tzid)), 0);
    const taken = totalMin(occupied.flatMap((span) => intersection(span, day) ?? []));
    const waits = viewer ? waiting.filter((start) => start >= day.start && start < day.end).length : 0;
    return { date, fullness: open ? Math.min(1, taken / open) : 0, waiting: waits };
  });
}

/** Event starts of waiting dates the viewer may see. */
async function waitingStarts({ db, viewer }: Context, span: Interval): Promise<EpochMinute[]> {
  if (!viewer) return [];
  const rows = await loadWaiting(db, span);
  const details = await loadClaimSpaces(db, [...new Set(rows.map(([claimSpace]) => claimSpace))]);
  const byClaim = new Map([...details.values()].map((row) => [row.claimId, row]));
  return [...byClaim.values()]
    .filter((row) => maySeeWaiting(viewer, row.requesterId))
    .map((row) => row.start);
}

import { addDays } from '@/core/time/local-time';
import { startOfDay } from '@/core/time/zone';
import type { SpaceDay, SpaceDayQuery } from '@/contracts/calendar/space-day';
import type { Context } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { knownSpaces } from './board-data';
import { boardRowsText, bookingsIn } from './board-span';

/** What takes some spaces on a day, for the drawing beside an alternative; titles as far as the viewer may know. */
export async function spaceDay(ctx: Context, { day, spaces }: SpaceDayQuery): Promise<SpaceDay[]> {
  const tzid = await siteZone(ctx.db);
  const span = { start: startOfDay(day, tzid), end: startOfDay(addDays(day, 1), tzid) };
  const parts = new Map<number, ReadonlySet<number>>(
    (await knownSpaces(ctx.db)).map(({ id, facts }) => [id, new Set<number>(facts.parts)]),
  );
  const { bookings } = await boardRowsText(ctx.db, ctx.viewer, span);
  const taken = bookingsIn(bookings).filter(([, , state]) => state !== 2);
  return spaces.flatMap((spaceId) => {
    const own = parts.get(spaceId);
    if (!own) return [];
    return {
      spaceId,
      taken: taken
        .filter(([, other]) => [...(parts.get(other) ?? [])].some((part) => own.has(part)))
        .map(([, , , start, end, , , , , , , , , title]) => ({ start, end, title }))
        .sort((a, b) => a.start - b.start),
    };
  });
}

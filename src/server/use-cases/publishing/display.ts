import { t } from '@/contracts/language/translate';
import { dateOf } from '@/core/time/local-time';
import { startOfDay, toLocal } from '@/core/time/zone';
import type { DisplayBooking } from '@/core/publishing/display';
import { addMinutes } from '@/core/time/epoch-minute';
import type { BookingTuple } from '@/contracts/calendar/board';
import type { DisplayReply } from '@/contracts/publishing/display';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { Context } from '../../context/context';
import { knownSpaces, type KnownSpace } from '../calendar/board-data';
import { boardRowsText, bookingsIn } from '../calendar/board-span';
import { siteZone } from '../../repositories/world/space-facts';
import { isFilled } from '@/core/lists';

/** How far ahead a display knows: over the night and the day after. */
const AHEAD_MIN = 36 * 60;

function bookingsOf(
  space: KnownSpace,
  rows: readonly BookingTuple[],
  partsOf: ReadonlyMap<number, ReadonlySet<number>>,
): DisplayBooking[] {
  const own = partsOf.get(space.id) ?? new Set();
  return rows
    .filter(
      ([, other, state]) => state !== 2 && [...(partsOf.get(other) ?? [])].some((part) => own.has(part)),
    )
    .map((row): DisplayBooking => {
      const [, there, , first, last, , , start, end] = row;
      const title = row[13];
      // What is on in a part or in the whole is told as taken: it is not on in this space.
      const isHere = there === space.id && title !== null && start !== null && end !== null;
      return {
        occupied: { start: first, end: last },
        event: isHere ? { start: start, end: end } : null,
        title: isHere ? title : null,
      };
    });
}

async function reply(
  ctx: Context,
  spaces: readonly KnownSpace[],
  name: string,
  place: string,
): Promise<DisplayReply> {
  const tzid = await siteZone(ctx.db);
  const at = ctx.clock.now();
  const start = startOfDay(dateOf(toLocal(at, tzid)), tzid);
  // Whoever has signed in at the display, it shows what everybody may know.
  const { bookings } = await boardRowsText(ctx.db, null, { start, end: addMinutes(at, AHEAD_MIN) });
  const rows = bookingsIn(bookings);
  const partsOf = new Map<number, ReadonlySet<number>>(
    (await knownSpaces(ctx.db)).map(({ id, facts }) => [id, new Set<number>(facts.parts)]),
  );
  return {
    at,
    tzid,
    name,
    place,
    spaces: spaces.map((space) => ({
      code: space.code,
      name: space.name,
      bookings: bookingsOf(space, rows, partsOf),
    })),
  };
}

/** For the display by the door of a space. */
export async function spaceDisplay(ctx: Context, code: string): Promise<Outcome<DisplayReply>> {
  const space = (await knownSpaces(ctx.db)).find((each) => each.code.toLowerCase() === code.toLowerCase());
  if (!space) return refuse({ code: 'not-found', what: t`space with this code` });
  return done(await reply(ctx, [space], space.name, space.building));
}

/** For the display in the lobby of a building. */
export async function buildingDisplay(ctx: Context, id: number): Promise<Outcome<DisplayReply>> {
  const spaces = (await knownSpaces(ctx.db)).filter(({ buildingId }) => buildingId === id);
  if (!isFilled(spaces)) return refuse({ code: 'not-found', what: t`building at this address` });
  return done(await reply(ctx, spaces, spaces[0].building, ''));
}

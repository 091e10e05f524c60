import { equipmentSpan } from '@/core/occupancy/bands';
import { scarcest } from '@/core/equipment/peak-use';
import { addMinutes, interval, later } from '@/core/time/epoch-minute';
import { toEpochMinute } from '@/core/time/zone';
import type { LeftInput, LeftReply } from '@/contracts/calendar/left';
import { done, type Outcome } from '@/contracts/base/refusal';
import type { Context } from '../../context/context';
import { loadEquipmentFacts, siteZone } from '../../repositories/world/space-facts';
import { usesIn } from './board-span';
import { TYPES_IN_USE } from './calendar.queries';
import { KIT_ITEMS } from '../../repositories/house/house.queries';

/** Nothing is fetched earlier or brought back later than this. */
const MOVING_MIN = 1440;

/** What is left of everything at a time, fetching and bringing back counted: the same sweep as the check's. */
export async function leftThen(ctx: Context, input: LeftInput): Promise<Outcome<LeftReply>> {
  const { db } = ctx;
  const tzid = await siteZone(db);
  const start = toEpochMinute(input.startsAt, tzid, 'offset-before');
  const end = later(addMinutes(start, 1), toEpochMinute(input.endsAt, tzid, 'offset-before'));
  const occupied = interval(addMinutes(start, -input.beforeMin), addMinutes(end, input.afterMin));
  const types = await db.all(TYPES_IN_USE);
  const kits = await db.all(KIT_ITEMS);
  const around = interval(addMinutes(occupied.start, -MOVING_MIN), addMinutes(occupied.end, MOVING_MIN));
  const uses = await usesIn(db, around);
  const facts = await loadEquipmentFacts(
    db,
    types.map(({ id }) => id),
  );
  const own = new Map(
    facts.map(({ id, fetchMin, returnMin, stock }) => {
      const used = uses.flatMap(([type, from, to, quantity]) =>
        type === id ? [{ span: { start: from, end: to }, quantity }] : [],
      );
      return [id, scarcest(equipmentSpan(occupied, fetchMin, returnMin), used, stock).left];
    }),
  );
  const left = types.map(({ id }) => {
    const contents = kits.filter(({ kit }) => kit === id);
    const each = contents.map(({ typeId, quantity }) => Math.floor((own.get(typeId) ?? 0) / quantity));
    return [id, Math.max(0, contents.length ? Math.min(...each) : (own.get(id) ?? 0))] as const;
  });
  return done({ left });
}

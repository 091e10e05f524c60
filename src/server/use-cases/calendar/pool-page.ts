import { t } from '@/contracts/language/translate';
import { levels, scarcest } from '@/core/equipment/peak-use';
import { idOf, type EquipmentTypeId } from '@/core/ids';
import { addMinutes, type Interval } from '@/core/time/epoch-minute';
import { addDays, dateOf, type LocalDate } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';
import type { PoolDay, PoolPage } from '@/contracts/calendar/places';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { duringText } from '@/contracts/words/when';
import { permissionFor } from '../../auth/policy';
import type { Context } from '../../context/context';
import { familiarTo } from '../../repositories/people/familiar';
import { boardData } from './board-data';
import { usesIn } from './board-span';
import { unitsOf } from './units';
import { KITS_WITH_TYPE } from './calendar.queries';
import { at } from '@/core/lists';

/** So many days of its level are told. */
const AHEAD_DAYS = 21;

/** The scarcest moment of each of the next days. */
function daysAhead(
  today: LocalDate,
  uses: readonly { readonly span: Interval; readonly quantity: number }[],
  stock: Parameters<typeof scarcest>[2],
  tzid: string,
): PoolDay[] {
  return Array.from({ length: AHEAD_DAYS }, (_, index) => addDays(today, index)).map((date) => {
    const least = scarcest(dayInterval(date, tzid), uses, stock);
    const when = least.inUse ? duringText(least.span, tzid) : null;
    return { date, stock: least.stock, away: least.inUse, left: least.left, when };
  });
}

/** Everything to know about a pool before asking for it, and what is left of it in the next days. */
export async function poolPage(ctx: Context, id: number): Promise<Outcome<PoolPage>> {
  const { db, viewer } = ctx;
  const house = await boardData(db);
  const pool = house.pools.find((each) => each.id === id);
  if (!pool) return refuse({ code: 'not-found', what: t`equipment with this number` });
  const { tzid } = house;
  const now = ctx.clock.now();
  const today = dateOf(toLocal(now, tzid));
  const span = {
    start: dayInterval(today, tzid).start,
    end: dayInterval(addDays(today, AHEAD_DAYS - 1), tzid).end,
  };
  const uses = (await usesIn(db, span)).flatMap(([type, start, end, quantity]) =>
    type === id ? [{ span: { start, end }, quantity }] : [],
  );
  const { stock, fetchMin, returnMin } = pool.facts;
  const { stock: owned, left } = at(levels({ start: now, end: addMinutes(now, 1) }, uses, stock), 0);
  const mayReadUnits = permissionFor('units.read', viewer) === 'allowed';
  const units = mayReadUnits && pool.units.length ? await unitsOf(ctx, idOf<EquipmentTypeId>(id)) : null;
  return done({
    id,
    name: pool.name,
    store: pool.store,
    fetchMin,
    returnMin,
    now: { stock: owned, left },
    kits: await db.all(KITS_WITH_TYPE, { id }),
    days: daysAhead(today, uses, stock, tzid),
    units: units?.ok ? units.value : null,
    unitNames: pool.units.map(({ name }) => name),
    isPinned: (await familiarTo(ctx)).pools.includes(id),
    today,
  });
}

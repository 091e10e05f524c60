import { dateOf, type LocalDate } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';
import type { CrewDay } from '@/contracts/work-orders/orders';
import { dayLong } from '@/contracts/words/when';
import type { SignedInContext } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { orderView, type Sheet } from './order-view';
import { ownBind } from './own-orders';
import { ORDERS_OF_DAY } from './order.queries';

/** The day a sheet is for, with what it is told against. */
export async function sheetFor(
  ctx: SignedInContext,
  date: LocalDate | null,
): Promise<Sheet & { today: LocalDate }> {
  const tzid = await siteZone(ctx.db);
  const now = ctx.clock.now();
  const today = dateOf(toLocal(now, tzid));
  return { date: date ?? today, today, now, tzid, me: ctx.viewer.personId };
}

/** The setup work of one day, in order of time. An order due at midnight belongs to the day before. */
export async function crewDay(ctx: SignedInContext, date: LocalDate | null): Promise<CrewDay> {
  const sheet = await sheetFor(ctx, date);
  const day = dayInterval(sheet.date, sheet.tzid);
  const rows = await ctx.db.value(ORDERS_OF_DAY, { start: day.start, end: day.end, ...ownBind(ctx) });
  const orders = rows.map((row) => orderView(row, sheet));
  return {
    date: sheet.date,
    dateText: dayLong(sheet.date),
    isToday: sheet.date === sheet.today,
    orders: orders.filter(({ state }) => state !== 'withdrawn'),
    givenUp: orders.filter(({ state }) => state === 'withdrawn'),
    teams: [...new Set(orders.map(({ team }) => team))].sort((a, b) => a.localeCompare(b)),
  };
}

import { dateOf, type LocalDate } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';
import type { CrewDay } from '@/contracts/orders';
import { dayLong } from '@/contracts/words/when';
import type { SignedInContext } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { ORDER_FROM, ORDER_JSON, orderView, type OrderRow, type Sheet } from './order-view';
import { IS_OWN, ownBind } from './own-orders';

// Being there is looked for when it begins, work when it must be done. What is covered is done by another order; what is
// not issued yet is the office's alone; what was given up is told to those who had it.
const AT = `CASE w.phase WHEN 'attendance' THEN w.from_min ELSE w.due_min END`;
// Being somewhere ends at most so long after the day it begins: what the index by due moment is searched for.
const LONGEST_MIN = 2880;
const ORDERS = `
SELECT json_group_array(${ORDER_JSON} ORDER BY ${AT}, w.id) AS json FROM ${ORDER_FROM}
WHERE w.covered_by IS NULL AND (w.issued_min IS NOT NULL OR ($all AND w.state <> 'withdrawn')) AND ${AT} > $start AND ${AT} <= $end
  AND w.due_min > $start AND w.due_min <= $end + ${LONGEST_MIN} AND ${IS_OWN}`;

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
  const rows = await ctx.db.json<OrderRow[]>(ORDERS, { start: day.start, end: day.end, ...ownBind(ctx) });
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

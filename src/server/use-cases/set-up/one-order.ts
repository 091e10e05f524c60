import { dateOf, type LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { OrderView } from '@/contracts/orders';
import type { SignedInContext } from '../../context';
import { sheetFor } from './crew-day';
import { ORDER_FROM, ORDER_JSON, orderView, type OrderRow } from './order-view';
import { IS_OWN, ownBind } from './own-orders';

const ORDER = `SELECT json_group_array(${ORDER_JSON}) AS json FROM ${ORDER_FROM} WHERE w.id = $id AND (w.issued_min IS NOT NULL OR $all) AND ${IS_OWN}`;

/** One order as a sheet of its own, told against the day it is due; null where it is not the viewer's to read. */
export async function oneOrder(
  ctx: SignedInContext,
  id: number,
): Promise<{ readonly view: OrderView; readonly date: LocalDate } | null> {
  const [row] = await ctx.db.json<OrderRow[]>(ORDER, { id, ...ownBind(ctx) });
  if (!row) return null;
  const sheet = await sheetFor(ctx, null);
  const date = dateOf(toLocal(row.phase === 'attendance' ? row.from : row.due, sheet.tzid));
  return { view: orderView(row, { ...sheet, date }), date };
}

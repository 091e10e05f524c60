import { dateOf, type LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { LAYOUTS } from '@/core/seating/layouts';
import { planSeating, type SeatingPlan } from '@/core/seating/plan/plan-seating';
import type { Room } from '@/core/seating/plan/room';
import type { OrderView } from '@/contracts/work-orders/orders';
import type { SignedInContext } from '../../context/context';
import { spaceFloor } from '../calendar/space-floor';
import { sheetFor } from './crew-day';
import { orderView, type OrderRow } from './order-view';
import { ownBind } from './own-orders';
import { ORDER_TO_READ } from './order.queries';

export interface OneOrder {
  readonly view: OrderView;
  readonly date: LocalDate;
  /** The room as it is to be set; null where nothing is set, or its floor is not known. */
  readonly plan: { readonly room: Room; readonly seating: SeatingPlan } | null;
}

async function planOf(ctx: SignedInContext, { code, content }: OrderRow): Promise<OneOrder['plan']> {
  const layout = LAYOUTS.find((each) => each === content.layout);
  const floor = code === null ? null : await spaceFloor(ctx, code);
  if (!layout || !floor?.ok) return null;
  const { room } = floor.value;
  const wheelchairs = content.wheelchairs ?? 0;
  const wishes = {
    layout,
    people: content.people,
    wheelchairs,
    stage: null,
    roundSize: 8 as const,
    front: null,
  };
  return { room, seating: planSeating(room, wishes) };
}

/** One order as a sheet of its own, told against the day it is due; null where it is not the viewer's to read. */
export async function oneOrder(ctx: SignedInContext, id: number): Promise<OneOrder | null> {
  const [row] = await ctx.db.value(ORDER_TO_READ, { id, ...ownBind(ctx) });
  if (!row) return null;
  const sheet = await sheetFor(ctx, null);
  const date = dateOf(toLocal(row.phase === 'attendance' ? row.from : row.due, sheet.tzid));
  const view = orderView(row, { ...sheet, date });
  return { view, date, plan: view.planHref === null ? null : await planOf(ctx, row) };
}

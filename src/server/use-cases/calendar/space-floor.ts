import { t } from '@/contracts/language/translate';
import type { Door, Room } from '@/core/seating/plan/room';
import { CELL_MM } from '@/core/seating/plan/rules';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { SpaceFloor } from '@/contracts/calendar/seating';
import type { Context } from '../../context/context';
import { spacePage } from './space-page';
import { DOORS_OF_SPACE } from './calendar.queries';

interface FittedRow {
  readonly doors: readonly { side: Door['side']; offsetM: number; widthM: number }[];
  readonly obstacles: readonly { x: number; y: number; w: number; h: number }[];
}

const cells = (metres: number, round: (value: number) => number): number =>
  round((metres * 1000) / CELL_MM) * CELL_MM;

/** Whole cells of the plan: what stands in the way grows by its rounding, what is free shrinks. */
function roomOf(lengthM: number, widthM: number, { doors, obstacles }: FittedRow): Room {
  const [widthMm, depthMm] = [cells(lengthM, Math.floor), cells(widthM, Math.floor)];
  return {
    widthMm,
    depthMm,
    doors: doors.map(({ side, offsetM, widthM: w }) => ({
      side,
      offsetMm: cells(offsetM, Math.floor),
      widthMm: cells(w, Math.floor),
    })),
    obstacles: obstacles.map(({ x, y, w, h }) => {
      const [left, top] = [cells(x, Math.floor), cells(y, Math.floor)];
      return { x: left, y: top, w: cells(x + w, Math.ceil) - left, h: cells(y + h, Math.ceil) - top };
    }),
  };
}

/** The floor of a space with its doors and columns. Refused where neither its sides nor its area are known. */
export async function spaceFloor(ctx: Context, code: string): Promise<Outcome<SpaceFloor>> {
  const page = await spacePage(ctx, code, { days: 1 });
  if (!page.ok) return page;
  const { id, code: known, name, building, plan, layouts } = page.value;
  if (!plan) return refuse({ code: 'not-found', what: t`floor of this space` });
  const fitted = await ctx.db.value(DOORS_OF_SPACE, { id });
  return done({
    code: known,
    name,
    building,
    room: roomOf(plan.lengthM, plan.widthM, fitted),
    isMeasured: plan.isMeasured,
    layouts: layouts.map(({ kind, seats }) => ({ layout: kind, seats })),
  });
}

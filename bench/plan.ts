import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { planSeating, type PlanWishes } from '@/core/seating/plan/plan-seating';
import type { Layout } from '@/core/seating/layouts';
import type { Room } from '@/core/seating/plan/room';
import { PlanDrawing } from '@/ui/seating/plan-drawing';
import { compare, table } from './measure';

/** A hall for half a thousand, with two columns and three doors. */
export const HALL: Room = {
  widthMm: 36_000,
  depthMm: 30_000,
  doors: [
    { side: 'bottom', offsetMm: 4_000, widthMm: 2_000 },
    { side: 'bottom', offsetMm: 30_000, widthMm: 2_000 },
    { side: 'left', offsetMm: 14_000, widthMm: 1_800 },
  ],
  obstacles: [
    { x: 11_000, y: 15_000, w: 600, h: 600 },
    { x: 24_400, y: 15_000, w: 600, h: 600 },
  ],
};

const LAYOUTS: readonly Layout[] = ['theatre', 'classroom', 'rounds', 'cabaret'];
const ROUNDS = 11;

const wishes = (layout: Layout): PlanWishes => ({
  layout,
  people: 500,
  wheelchairs: 6,
  stage: { widthMm: 6_000, depthMm: 3_000 },
  roundSize: 8,
  front: null,
});

const drawn = (plan: ReturnType<typeof planSeating>): string =>
  renderToStaticMarkup(createElement(PlanDrawing, { room: HALL, plan, name: 'Hall' }));

/** A plan for 500 people, worked out and drawn, against drawing the same pieces that were worked out before. */
export async function benchPlan(): Promise<string> {
  const parts: string[] = [];
  for (const layout of LAYOUTS) {
    const known = planSeating(HALL, wishes(layout));
    const figures = await compare(
      [
        { name: 'drawing its pieces', run: async () => drawn(known) },
        { name: 'working it out, and drawing it', run: async () => drawn(planSeating(HALL, wishes(layout))) },
      ],
      { rounds: ROUNDS, warmUp: 2 },
    );
    parts.push(
      `${layout}, ${known.seats} of 500 have a place, ${known.pieces.length} pieces:\n\n${table(figures)}`,
    );
  }
  return `${parts.join('\n\n')}\n\nIt is worked out in a worker of the browser; nothing has to be reached but that the page is never held up (above).`;
}

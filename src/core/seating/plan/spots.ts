import { CELL_MM } from './rules';

/** Of the room there is to move something, the middle first. */
const SHARES = [0.5, 0.25, 0.75, 0, 1];

const steps = (span: number): number[] =>
  SHARES.map((share) => Math.floor((share * span) / CELL_MM) * CELL_MM);

/**
 * Where something can stand that has so much room to be moved, in mm from its upper left place, the best first; none
 * where it has less than no room.
 */
export function spotsIn(freeMm: { readonly w: number; readonly h: number }): { x: number; y: number }[] {
  if (freeMm.w < 0 || freeMm.h < 0) return [];
  return steps(freeMm.h).flatMap((y) => steps(freeMm.w).map((x) => ({ x, y })));
}

import type { Layout } from './capacity';
import { CABARET_SEATS, DESK, TRESTLE, type RoundSize } from './plan/rules';

/** What has to stand in a room for so many people, counted without its floor. */
export interface Furniture {
  readonly chairs: number;
  readonly tables: number;
}

/** People one table is enough for; null where nobody sits at a table. */
const AT_A_TABLE: Readonly<Record<Layout, ((round: RoundSize) => number) | null>> = {
  theatre: null,
  standing: null,
  empty: null,
  classroom: () => DESK.seats,
  rounds: (round) => round,
  cabaret: (round) => CABARET_SEATS[round],
  boardroom: () => TRESTLE.seats,
  'u-shape': () => TRESTLE.seats,
  'hollow-square': () => TRESTLE.seats,
  exam: () => 1,
};

/**
 * Chairs and tables by the number of people: 60 at rounds of 8 are 8 tables, at rounds of 10 they are 6 (common
 * practice, no source). Who comes in a wheelchair needs a place at a table and no chair.
 */
export function furnitureFor(
  layout: Layout,
  people: number,
  wheelchairs: number,
  round: RoundSize = 8,
): Furniture {
  const chairs = layout === 'standing' || layout === 'empty' ? 0 : Math.max(0, people - wheelchairs);
  const each = AT_A_TABLE[layout]?.(round);
  return { chairs, tables: each === undefined ? 0 : Math.ceil(people / each) };
}

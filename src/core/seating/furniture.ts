import { layoutRow, type Layout } from './layouts';
import type { RoundSize } from './plan/rules';

/** What has to stand in a room for so many people, counted without its floor. */
export interface Furniture {
  readonly chairs: number;
  readonly tables: number;
}

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
  const { isSeated, atTable } = layoutRow[layout];
  const chairs = isSeated ? Math.max(0, people - wheelchairs) : 0;
  const each = atTable?.(round);
  return { chairs, tables: each === undefined ? 0 : Math.ceil(people / each) };
}

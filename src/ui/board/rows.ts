import { t } from '@/contracts/language/translate';
import type { BoardPool } from '@/contracts/calendar/board';
import { lanesOf } from '@/core/time/lanes';
import type { Booking } from './bookings';
import type { BoardOffice, SpaceOnBoard } from './board-office';

/** A space that is taken because one it shares floor with is booked. */
export interface TakenThrough {
  readonly booking: Booking;
  readonly lane: number;
}

export interface SpaceRow {
  readonly kind: 'space';
  readonly space: SpaceOnBoard;
  readonly own: readonly { readonly booking: Booking; readonly lane: number }[];
  readonly through: readonly TakenThrough[];
}

export type BoardRow =
  | SpaceRow
  | { readonly kind: 'head'; readonly title: string }
  | { readonly kind: 'pool'; readonly pool: BoardPool };

const inLanes = (bookings: readonly Booking[]) => {
  if (bookings.length === 1) return [{ booking: bookings[0]!, lane: 0 }];
  const sorted = [...bookings].sort((a, b) => a.span.start - b.span.start || a.id - b.id);
  const lanes = lanesOf(sorted.map(({ span }) => span));
  return sorted.map((booking, index) => ({ booking, lane: lanes[index]! }));
};

function spaceRow(
  space: SpaceOnBoard,
  bySpace: ReadonlyMap<number, readonly Booking[]>,
  house: BoardOffice,
): SpaceRow {
  let through: readonly TakenThrough[] | null = null;
  return {
    kind: 'space',
    space,
    own: inLanes(bySpace.get(space.id) ?? []),
    // Only rows that come into sight are asked for it.
    get through() {
      if (!through) {
        const others = new Set(space.facts.parts.flatMap((part) => house.withPart(part)));
        others.delete(space);
        through = inLanes([...others].flatMap(({ id }) => bySpace.get(id) ?? []));
      }
      return through;
    },
  };
}

const withHeads = <Item>(
  items: readonly Item[],
  titleOf: (item: Item) => string,
  rowOf: (item: Item) => BoardRow,
): BoardRow[] =>
  items.flatMap((item, index) => {
    const title = titleOf(item);
    const isFirst = index === 0 || titleOf(items[index - 1]!) !== title;
    return isFirst ? [{ kind: 'head' as const, title }, rowOf(item)] : [rowOf(item)];
  });

/** Rows from top to bottom: spaces by building, then pools by store. */
export function boardRows(
  house: BoardOffice,
  spaces: readonly SpaceOnBoard[],
  pools: readonly BoardPool[],
  bookings: readonly Booking[],
): BoardRow[] {
  const bySpace = new Map<number, Booking[]>();
  for (const booking of bookings) {
    const known = bySpace.get(booking.spaceId);
    if (known) known.push(booking);
    else bySpace.set(booking.spaceId, [booking]);
  }
  return [
    ...withHeads(
      spaces,
      ({ building }) => building,
      (space) => spaceRow(space, bySpace, house),
    ),
    ...withHeads(
      pools,
      ({ store }) => t`Equipment: ${store}`,
      (pool) => ({ kind: 'pool' as const, pool }),
    ),
  ];
}

/** As in globals.css. */
export const ROW_PX = 50;
export const LANE_PX = 36;
export const HEAD_PX = 38;
/** Below the label column everything is drawn from here. */
export const LABEL_PX = 208;

export function rowHeightPx(row: BoardRow): number {
  if (row.kind === 'head') return HEAD_PX;
  if (row.kind === 'pool') return ROW_PX;
  return ROW_PX + LANE_PX * Math.max(0, ...row.own.map(({ lane }) => lane));
}

/** Offsets of the rows from the top, one more than there are rows. */
export function rowOffsets(rows: readonly BoardRow[]): number[] {
  const offsets = [0];
  for (const row of rows) offsets.push(offsets[offsets.length - 1]! + rowHeightPx(row));
  return offsets;
}

/** Position of the row at `y`; the nearest where there is none. */
export function rowAt(offsets: readonly number[], y: number): number {
  let low = 0;
  let high = offsets.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (offsets[middle]! <= y) low = middle;
    else high = middle - 1;
  }
  return Math.max(0, low);
}

import { rectsOverlap, type Rect } from './geometry';
import type { Arrangement, Piece, SeatGroup, Wishes } from './pieces';
import { keptFree, type Room } from './room';
import { CHAIR_MM, keptSpacing, ROW_CLEAR_MM, TRESTLE } from './rules';
import { spotsIn } from './spots';
import { stageAt } from './stage';

/** Tables put together: around one, as a U, or around a hollow square. */
export const BOARD_SHAPES = ['boardroom', 'u-shape', 'hollow-square'] as const;
export type BoardShape = (typeof BOARD_SHAPES)[number];

const { longMm: LONG, deepMm: DEEP } = TRESTLE;
/** Chairs stand this far out from the tables they belong to. */
const OUT = CHAIR_MM;

/** So many trestles across and along. */
interface Size {
  readonly across: number;
  readonly along: number;
}

type Edge = 'top' | 'right' | 'bottom' | 'left';
interface Line {
  readonly rect: Rect;
  /** The sides people sit at. */
  readonly seated: readonly Edge[];
}

const across = (x: number, y: number, count: number, seated: readonly Edge[]): Line[] =>
  Array.from({ length: count }, (_, index) => ({
    rect: { x: x + index * LONG, y, w: LONG, h: DEEP },
    seated,
  }));
const along = (x: number, y: number, count: number, seated: readonly Edge[]): Line[] =>
  Array.from({ length: count }, (_, index) => ({
    rect: { x, y: y + index * LONG, w: DEEP, h: LONG },
    seated,
  }));

/** The tables of a shape with its upper left corner at the origin, and which of their sides are sat at. */
const SHAPES: Readonly<Record<BoardShape, (size: Size) => Line[]>> = {
  // Two rows of trestles back to back make one wide table; at its ends they are sat at too.
  boardroom: ({ along: n }) =>
    Array.from({ length: n }, (_, index): Line[] => {
      const ends: Edge[] = [
        ...(index === 0 ? (['top'] as const) : []),
        ...(index === n - 1 ? (['bottom'] as const) : []),
      ];
      return [
        { rect: { x: 0, y: index * LONG, w: DEEP, h: LONG }, seated: ['left', ...ends] },
        { rect: { x: DEEP, y: index * LONG, w: DEEP, h: LONG }, seated: ['right', ...ends] },
      ];
    }).flat(),
  // Open to the front.
  'u-shape': ({ across: a, along: n }) => [
    ...along(0, 0, n, ['left']),
    ...along(DEEP + a * LONG, 0, n, ['right']),
    ...across(DEEP, n * LONG - DEEP, a, ['bottom']),
  ],
  'hollow-square': ({ across: a, along: n }) => [
    ...across(DEEP, 0, a, ['top']),
    ...along(0, 0, n, ['left']),
    ...along(DEEP + a * LONG, 0, n, ['right']),
    ...across(DEEP, n * LONG - DEEP, a, ['bottom']),
  ],
};

const SEATS_ON: Readonly<Record<'long' | 'end', number>> = { long: TRESTLE.seats, end: 1 };

/** Chairs at one side of a table, outside it. */
function chairsAt({ x, y, w, h }: Rect, edge: Edge): Piece[] {
  const isUpright = edge === 'left' || edge === 'right';
  const side = isUpright ? h : w;
  const count = side >= LONG ? SEATS_ON.long : SEATS_ON.end;
  return Array.from({ length: count }, (_, index): Piece => {
    const middle = Math.round(((index + 0.5) * side) / count - CHAIR_MM / 2);
    const shape = {
      top: { x: x + middle, y: y - OUT },
      bottom: { x: x + middle, y: y + h },
      left: { x: x - OUT, y: y + middle },
      right: { x: x + w, y: y + middle },
    }[edge];
    return { kind: 'chair', shape: { ...shape, w: CHAIR_MM, h: CHAIR_MM } };
  });
}

const seatsOf = (lines: readonly Line[]): number =>
  lines.reduce(
    (sum, { rect, seated }) => sum + seated.reduce((all, edge) => all + chairsAt(rect, edge).length, 0),
    0,
  );

function extentOf(lines: readonly Line[]): { w: number; h: number } {
  return {
    w: Math.max(...lines.map(({ rect }) => rect.x + rect.w)),
    h: Math.max(...lines.map(({ rect }) => rect.y + rect.h)),
  };
}

/** Sizes from the smallest on, those that lie compactly first. */
function sizesFor(shape: BoardShape, room: Room): Size[] {
  const [most, deep] = [Math.floor(room.widthMm / LONG), Math.floor(room.depthMm / LONG)];
  const counts = (to: number) => Array.from({ length: Math.max(0, to) }, (_, index) => index + 1);
  const all = counts(shape === 'boardroom' ? 1 : most).flatMap((a) =>
    counts(deep).map((n) => ({ across: a, along: n })),
  );
  return all.sort(
    (a, b) =>
      a.across + a.along - b.across - b.along || Math.abs(a.across - a.along) - Math.abs(b.across - b.along),
  );
}

/** Where the shape stands with its chairs and a way all round it; null where it has no room. */
function placeIn(
  room: Room,
  lines: readonly Line[],
  top: number,
  wayMm: number,
): { x: number; y: number } | null {
  const { w, h } = extentOf(lines);
  const around = OUT + wayMm;
  const taken = keptFree(room);
  const free = { w: room.widthMm - w - 2 * around, h: room.depthMm - top - h - 2 * around };
  const isFree = ({ x, y }: { x: number; y: number }) => {
    const box = { x: x - OUT, y: y - OUT, w: w + 2 * OUT, h: h + 2 * OUT };
    return !taken.some((each) => rectsOverlap(each, box));
  };
  return (
    spotsIn(free)
      .map(({ x, y }) => ({ x: x + around, y: top + y + around }))
      .find(isFree) ?? null
  );
}

/** One table to talk at, as large as the people need, or as the room lets it be. */
export function boardIn(room: Room, shape: BoardShape, wishes: Wishes): Arrangement {
  const kept = keptSpacing(wishes.spacing);
  const stage = stageAt(room, wishes.stage);
  const top = stage ? stage.y + stage.h : 0;
  let best: { group: SeatGroup; seats: number } | null = null;
  for (const size of sizesFor(shape, room)) {
    const lines = SHAPES[shape](size);
    const seats = seatsOf(lines);
    if (best && seats <= best.seats) continue;
    const at = placeIn(room, lines, top, kept.tableWayMm);
    if (!at) continue;
    const moved = lines.map(({ rect, seated }) => ({
      rect: { ...rect, x: rect.x + at.x, y: rect.y + at.y },
      seated,
    }));
    best = {
      seats,
      group: {
        tables: moved.map(({ rect }): Piece => ({ kind: 'trestle', shape: rect })),
        seats: moved.flatMap(({ rect, seated }) => seated.flatMap((edge) => chairsAt(rect, edge))),
      },
    };
    if (seats >= wishes.people) break;
  }
  return {
    fixed: stage ? [{ kind: 'stage', shape: stage }] : [],
    groups: best ? [best.group] : [],
    wayMm: kept.tableWayMm,
    accessMm: ROW_CLEAR_MM,
    isSpread: false,
  };
}

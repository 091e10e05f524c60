import { overlap, type Disc } from './geometry';
import type { Arrangement, Piece, Wishes } from './pieces';
import { keptFree, type Room } from './room';
import { CHAIR_DISC_MM, CIRCLE_GAP_MM, keptSpacing, ROW_CLEAR_MM, WHEELCHAIR } from './rules';
import { spotsIn } from './spots';
import { stageAt } from './stage';

/** Who comes in a wheelchair turns where others only sit down. */
const radiusOf = (isWheelchair: boolean): number => (isWheelchair ? WHEELCHAIR.depthMm : CHAIR_DISC_MM) / 2;

interface Ring {
  readonly radiusMm: number;
  /** From the middle to the outer edge of the outermost seat. */
  readonly reachMm: number;
  readonly seats: readonly Piece<Disc>[];
}

/** So many seats round a middle at the origin, wheelchairs first, each with its gap to the next. */
function ringOf(seats: number, wheelchairs: number): Ring {
  const radii = Array.from({ length: seats }, (_, index) => radiusOf(index < wheelchairs));
  const arcs = radii.map((radius) => 2 * radius + CIRCLE_GAP_MM);
  const around = arcs.reduce((sum, arc) => sum + arc, 0);
  let passed = 0;
  const angles = arcs.map((arc) => {
    passed += arc;
    return ((passed - arc / 2) / around) * 2 * Math.PI;
  });
  // Two seats stand a chord apart, which is shorter than their arc: the fewer there are, the more that is.
  const apart = radii.map((radius, index) => {
    const next = (index + 1) % seats;
    const turn = ((angles[next] ?? 0) - (angles[index] ?? 0) + 2 * Math.PI) % (2 * Math.PI);
    return turn > 0 ? (radius + (radii[next] ?? 0)) / (2 * Math.sin(turn / 2)) : 0;
  });
  const radiusMm = Math.max(...apart, seats > 1 ? around / (2 * Math.PI) : 0);
  const pieces = radii.map((r, index): Piece<Disc> => {
    const angle = Math.PI / 2 + (angles[index] ?? 0);
    return {
      kind: index < wheelchairs ? 'wheelchair' : 'chair',
      shape: { cx: radiusMm * Math.cos(angle), cy: radiusMm * Math.sin(angle), r },
    };
  });
  return { radiusMm, reachMm: radiusMm + Math.max(...radii), seats: pieces };
}

/** The seats of a ring where it has room, with a way all round it; null where it has none. */
function placeIn(room: Room, { reachMm, seats }: Ring, top: number, wayMm: number): Piece<Disc>[] | null {
  const taken = keptFree(room);
  const edge = reachMm + wayMm;
  const free = { w: room.widthMm - 2 * edge, h: room.depthMm - top - 2 * edge };
  const movedTo = ({ x, y }: { x: number; y: number }): Piece<Disc>[] =>
    seats.map(({ kind, shape }) => ({
      kind,
      shape: { ...shape, cx: shape.cx + x + edge, cy: shape.cy + y + edge + top },
    }));
  const isFree = (pieces: readonly Piece<Disc>[]) =>
    !pieces.some(({ shape }) => taken.some((each) => overlap(shape, each)));
  return spotsIn(free).map(movedTo).find(isFree) ?? null;
}

/** Chairs in one circle, facing its middle, as many as the people need or as the room lets there be. */
export function circleIn(room: Room, wishes: Wishes): Arrangement {
  const kept = keptSpacing(wishes.spacing);
  const stage = stageAt(room, wishes.stage);
  const top = stage ? stage.y + stage.h : 0;
  let placed: Piece[] | null = null;
  for (let seats = wishes.people; seats > 0 && !placed; seats -= 1)
    placed = placeIn(room, ringOf(seats, Math.min(seats, wishes.wheelchairs)), top, kept.tableWayMm);
  return {
    fixed: stage ? [{ kind: 'stage', shape: stage }] : [],
    groups: placed ? [{ tables: [], seats: placed }] : [],
    wayMm: kept.tableWayMm,
    accessMm: ROW_CLEAR_MM,
    isSpread: false,
  };
}

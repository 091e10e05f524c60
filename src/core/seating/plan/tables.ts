import { boundsOf, overlap, rectsOverlap, type Disc, type Rect } from './geometry';
import type { Arrangement, Piece, SeatGroup, Wishes } from './pieces';
import { keptFree, type Room } from './room';
import {
  CABARET_SEATS,
  CELL_MM,
  CHAIR_DISC_MM,
  CHAIR_GAP_MM,
  ROUNDS,
  keptSpacing,
  WHEELCHAIR,
  type RoundSize,
} from './rules';
import { stageAt } from './stage';

/** Chairs round a table, the first at the side away from the front, then in turn to both sides of it. */
function chairsRound(
  cx: number,
  cy: number,
  size: RoundSize,
  seats: number,
  hasWheelchair: boolean,
): Piece[] {
  const around = ROUNDS[size].diameterMm / 2 + CHAIR_GAP_MM;
  const at = (step: number, r: number): Disc => {
    const angle = Math.PI / 2 + (step * 2 * Math.PI) / size;
    return { cx: cx + (around + r) * Math.cos(angle), cy: cy + (around + r) * Math.sin(angle), r };
  };
  const steps = Array.from({ length: size }, (_, index) => (index % 2 ? (index + 1) / 2 : -index / 2));
  const chair = (step: number): Piece => ({ kind: 'chair', shape: at(step, CHAIR_DISC_MM / 2) });
  if (!hasWheelchair) return steps.slice(0, seats).map(chair);
  // A wheelchair takes the place of a chair and needs both beside it kept away.
  const wheelchair: Piece = { kind: 'wheelchair', shape: at(0, WHEELCHAIR.widthMm / 2) };
  const apart = steps.map(chair).filter(({ shape }) => !overlap(shape, wheelchair.shape));
  return [wheelchair, ...apart.slice(0, seats - 1)];
}

interface Grid {
  readonly isStaggered: boolean;
}

/** Middles of tables in a grid, from the front; every other row moved by half where it is staggered. */
function middles(
  room: Room,
  top: number,
  pitch: number,
  edge: number,
  { isStaggered }: Grid,
): [number, number][] {
  const rowPitch = isStaggered ? Math.ceil((pitch * Math.sqrt(3)) / 2) : pitch;
  const found: [number, number][] = [];
  const across = room.widthMm - 2 * edge;
  const columns = Math.floor(across / pitch) + 1;
  if (across < 0) return [];
  const spread = columns > 1 && !isStaggered ? across / (columns - 1) : pitch;
  const left = columns > 1 && !isStaggered ? edge : (room.widthMm - (columns - 1) * pitch) / 2;
  for (let row = 0, y = top + edge; y + edge <= room.depthMm; row += 1, y += rowPitch) {
    const shift = isStaggered && row % 2 ? pitch / 2 : 0;
    for (let column = 0; column < columns; column += 1) {
      const x = left + column * spread + shift;
      if (x + edge <= room.widthMm + 0.5) found.push([x, y]);
    }
  }
  return found;
}

/** Round tables on a floor, with the seats at each and where they stand, in millimetres. */
export interface RoundTables {
  readonly size: RoundSize;
  /** Only the places that look to the front are used. */
  readonly isCabaret: boolean;
}

/** Whether pieces stand in the room behind what is at its front, on nothing that is to stay free. */
function fits(pieces: readonly Piece[], room: Room, stage: Rect | null, taken: readonly Rect[]): boolean {
  const top = stage ? stage.y + stage.h : 0;
  return pieces.every(({ shape }) => {
    const { x, y, w, h } = boundsOf(shape);
    const isIn = x >= 0 && y >= top && x + w <= room.widthMm && y + h <= room.depthMm;
    return (
      isIn && !(stage && rectsOverlap({ x, y, w, h }, stage)) && !taken.some((each) => overlap(shape, each))
    );
  });
}

/** Round tables with chairs about them, as many as the room holds. In millimetres. */
export function roundsIn(
  room: Room,
  { size, isCabaret }: RoundTables,
  grid: Grid,
  wishes: Wishes,
): Arrangement {
  const stage = stageAt(room, wishes.stage);
  const taken = keptFree(room);
  const table = ROUNDS[size].diameterMm;
  const around = Math.ceil(table / 2 + CHAIR_GAP_MM + CHAIR_DISC_MM);
  // Chairs stand between cells of the floor: a cell to either side, or the way between two of them is lost to rounding.
  const kept = keptSpacing(wishes.spacing);
  const passage = kept.betweenChairsMm + 2 * CELL_MM;
  // The same between chairs and wall: else nobody comes to those at the wall.
  const edge = around + passage;
  const pitch = 2 * around + passage;
  const top = stage ? stage.y + stage.h : 0;
  const seats = isCabaret ? CABARET_SEATS[size] : size;
  const groups: SeatGroup[] = [];
  for (const [cx, cy] of middles(room, top, pitch, edge, grid)) {
    const isFirst = groups.length < wishes.wheelchairs;
    const round: Piece = { kind: 'round', shape: { cx, cy, r: table / 2 } };
    const chairs = chairsRound(cx, cy, size, seats, isFirst);
    if (fits([round, ...chairs], room, stage, taken)) groups.push({ tables: [round], seats: chairs });
  }
  return {
    fixed: stage ? [{ kind: 'stage', shape: stage }] : [],
    groups,
    wayMm: kept.tableWayMm,
    accessMm: kept.betweenChairsMm,
    isSpread: true,
  };
}

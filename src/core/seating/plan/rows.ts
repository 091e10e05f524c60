import { Filled } from '@/core/lists';
import { rectsOverlap, type Rect } from './geometry';
import type { Arrangement, Piece, SeatGroup, Wishes } from './pieces';
import { keptFree, type Room } from './room';
import {
  CHAIR_MM,
  DESK,
  EXAM,
  keptSpacing,
  ROW_CLEAR_MM,
  WHEELCHAIR,
  type KeptSpacing,
  type Spacing,
} from './rules';
import { stageAt } from './stage';

/** What a row is made of: a chair, or a table with the chairs behind it. Rows run from left to right, facing up. */
interface RowUnit {
  readonly widthMm: number;
  readonly seats: number;
  readonly table: {
    readonly kind: 'desk' | 'exam-table';
    readonly longMm: number;
    readonly deepMm: number;
  } | null;
  /** Free floor behind the chairs of a row, by which one gets to them. */
  readonly clearMm: number;
}

/** What a row is made of, by layout: width of a piece, seats at it, its table, and the clear way, in millimetres. */
export const ROW_MODULES = {
  theatre: { widthMm: CHAIR_MM, seats: 1, table: null, clearMm: ROW_CLEAR_MM },
  classroom: {
    widthMm: DESK.longMm,
    seats: DESK.seats,
    table: { kind: 'desk', longMm: DESK.longMm, deepMm: DESK.deepMm },
    clearMm: ROW_CLEAR_MM,
  },
  exam: {
    widthMm: EXAM.pitchMm,
    seats: 1,
    table: { kind: 'exam-table', longMm: EXAM.longMm, deepMm: EXAM.deepMm },
    clearMm: EXAM.pitchMm - EXAM.deepMm - CHAIR_MM,
  },
} as const satisfies Record<string, RowUnit>;

/** A stretch of a row between two aisles, or an aisle and a wall. */
interface Block {
  readonly x: number;
  readonly modules: number;
  readonly isAisleLeft: boolean;
  readonly isAisleRight: boolean;
}

const limitOf = (isLeft: boolean, isRight: boolean, kept: KeptSpacing): number =>
  isLeft && isRight ? kept.mostBetweenAisles : isLeft || isRight ? kept.mostToOneAisle : 0;

/** A row unit with the free floor behind it that is kept. */
const unitOf = (kind: keyof typeof ROW_MODULES, kept: KeptSpacing): RowUnit => {
  const unit: RowUnit = ROW_MODULES[kind];
  return { ...unit, clearMm: Math.max(unit.clearMm, kept.rowClearMm) };
};

/** Where aisles run down a room: along both walls or neither, and some between. */
interface Aisles {
  readonly atWalls: boolean;
  readonly inside: number;
}

function blocksFor(widthMm: number, unit: RowUnit, { atWalls, inside }: Aisles, kept: KeptSpacing): Block[] {
  const count = inside + 1;
  const aisles = inside + (atWalls ? 2 : 0);
  const free = Math.floor((widthMm - aisles * kept.aisleMm) / unit.widthMm);
  if (free < count) return [];
  const most = Array.from({ length: count }, (_, index) =>
    Math.floor(limitOf(atWalls || index > 0, atWalls || index < count - 1, kept) / unit.seats),
  );
  // Filled in turn, so that the blocks stay alike.
  const modules = most.map(() => 0);
  let left = Math.min(
    free,
    most.reduce((sum, each) => sum + each, 0),
  );
  while (left > 0) {
    for (let index = 0; index < count && left > 0; index += 1)
      if (modules[index]! < most[index]!) {
        modules[index]! += 1;
        left -= 1;
      }
  }
  const used = modules.reduce((sum, each) => sum + each * unit.widthMm, 0) + inside * kept.aisleMm;
  // What is left over widens the aisles at the walls; without these the blocks stand at the walls, and the middle gains.
  let x = atWalls ? Math.floor((widthMm - used) / 2) : 0;
  const spare = atWalls || inside === 0 ? 0 : Math.floor((widthMm - used) / inside);
  return modules.map((each, index) => {
    const block = {
      x,
      modules: each,
      isAisleLeft: atWalls || index > 0,
      isAisleRight: atWalls || index < count - 1,
    };
    x += each * unit.widthMm + kept.aisleMm + spare;
    return block;
  });
}

/**
 * Ways to run the aisles that are worth trying: each with the fewest inside that still lets the row be full. Empty where not one row fits; widths in millimetres.
 */
export function aislesFor(widthMm: number, kind: keyof typeof ROW_MODULES, spacing?: Spacing): Aisles[] {
  const kept = keptSpacing(spacing);
  const unit = unitOf(kind, kept);
  return [true, false].flatMap((atWalls) => {
    const tried = Array.from({ length: 8 }, (_, inside) => ({ atWalls, inside }))
      .slice(atWalls ? 0 : 1)
      .map((aisles) => ({
        aisles,
        modules: blocksFor(widthMm, unit, aisles, kept).reduce((sum, block) => sum + block.modules, 0),
      }));
    const best = Math.max(0, ...tried.map(({ modules }) => modules));
    const first = tried.find(({ modules }) => modules === best);
    return first && best > 0 ? [first.aisles] : [];
  });
}

interface Cell {
  readonly block: Block;
  readonly index: number;
  /** Table, chairs and the free floor behind them. */
  readonly rect: Rect;
}

/** Runs of whole cells between what stands in the way. */
function runsOf(cells: readonly Cell[], taken: readonly Rect[]): Filled<Cell>[] {
  const runs: [Cell, ...Cell[]][] = [];
  let run: [Cell, ...Cell[]] | null = null;
  for (const cell of cells)
    if (taken.some((each) => rectsOverlap(cell.rect, each))) run = null;
    else if (run) run.push(cell);
    else runs.push((run = [cell]));
  return runs;
}

/** Of a run the cells one may sit in: no more than the aisles it still touches allow, those nearest to them. */
function allowedOf(run: Filled<Cell>, unit: RowUnit, kept: KeptSpacing): readonly Cell[] {
  const [{ block, index }] = run;
  const isLeft = block.isAisleLeft && index === 0;
  const isRight = block.isAisleRight && run.at(-1)?.index === block.modules - 1;
  const most = Math.floor(limitOf(isLeft, isRight, kept) / unit.seats);
  return isRight && !isLeft ? run.slice(Math.max(0, run.length - most)) : run.slice(0, most);
}

function groupAt({ x, y, w }: Rect, { seats, table }: RowUnit): SeatGroup {
  const depth = table?.deepMm ?? 0;
  const chairs = Array.from({ length: seats }, (_, index): Piece => ({
    kind: 'chair',
    shape: {
      x: Math.round(x + ((index + 0.5) * w) / seats - CHAIR_MM / 2),
      y: y + depth,
      w: CHAIR_MM,
      h: CHAIR_MM,
    },
  }));
  const tables: Piece[] = table
    ? [
        {
          kind: table.kind,
          shape: { x: Math.round(x + (w - table.longMm) / 2), y, w: table.longMm, h: depth },
        },
      ]
    : [];
  return { tables, seats: chairs };
}

/** Places for wheelchairs in front of the first row, level and beside the others, with the way before them left free. */
function wheelchairGroups(
  room: Room,
  y: number,
  count: number,
  blocks: readonly Block[],
  unit: RowUnit,
): SeatGroup[] {
  const taken = keptFree(room);
  const places = blocks.flatMap(({ x, modules }) => {
    const width = modules * unit.widthMm;
    return Array.from({ length: Math.floor(width / WHEELCHAIR.widthMm) }, (_, index) => ({
      x: x + index * WHEELCHAIR.widthMm,
      y,
      w: WHEELCHAIR.widthMm,
      h: WHEELCHAIR.depthMm,
    }));
  });
  return places
    .filter((rect) => !taken.some((each) => rectsOverlap(each, rect)))
    .sort(
      (a, b) =>
        Math.abs(a.x + a.w / 2 - room.widthMm / 2) - Math.abs(b.x + b.w / 2 - room.widthMm / 2) || a.x - b.x,
    )
    .slice(0, count)
    .map((shape) => ({ tables: [], seats: [{ kind: 'wheelchair', shape }] }));
}

/** One row, its places nearest to the middle first. */
function rowAt(
  y: number,
  {
    room,
    blocks,
    unit,
    pitch,
    taken,
    kept,
  }: {
    readonly room: Room;
    readonly blocks: ReturnType<typeof blocksFor>;
    readonly unit: ReturnType<typeof unitOf>;
    readonly pitch: number;
    readonly taken: ReturnType<typeof keptFree>;
    readonly kept: ReturnType<typeof keptSpacing>;
  },
): SeatGroup[] {
  const cells = blocks.flatMap((block) =>
    runsOf(
      Array.from({ length: block.modules }, (_, index) => ({
        block,
        index,
        rect: { x: block.x + index * unit.widthMm, y, w: unit.widthMm, h: pitch },
      })),
      taken,
    ).flatMap((run) => allowedOf(run, unit, kept)),
  );
  const middle = room.widthMm / 2;
  const away = ({ x, w }: { readonly x: number; readonly w: number }) => Math.abs(x + w / 2 - middle);
  return [...cells]
    .sort((a, b) => away(a.rect) - away(b.rect) || a.rect.x - b.rect.x)
    .map(({ rect }) => groupAt(rect, unit));
}

/** Rows facing the front, with aisles down the room and one across before and behind them. In millimetres. */
export function rowsIn(
  room: Room,
  kind: keyof typeof ROW_MODULES,
  aisles: Aisles,
  wishes: Wishes,
): Arrangement {
  const kept = keptSpacing(wishes.spacing);
  const unit = unitOf(kind, kept);
  const blocks = blocksFor(room.widthMm, unit, aisles, kept);
  const stage = stageAt(room, wishes.stage);
  const taken = keptFree(room);
  const front = stage ? stage.y + stage.h : 0;
  const first = front + kept.aisleMm;
  const wheelchairs = wheelchairGroups(room, first, wishes.wheelchairs, blocks, unit);
  const pitch = (unit.table?.deepMm ?? 0) + CHAIR_MM + unit.clearMm;
  const start = first + (wheelchairs.length ? WHEELCHAIR.depthMm + kept.rowClearMm : 0);
  const rows: SeatGroup[] = [];
  // Behind the last row the way across takes the place of the free floor.
  for (let y = start; y + pitch - unit.clearMm + kept.aisleMm <= room.depthMm; y += pitch)
    rows.push(...rowAt(y, { room, blocks, unit, pitch, taken, kept }));
  return {
    fixed: stage ? [{ kind: 'stage', shape: stage }] : [],
    groups: [...wheelchairs, ...rows],
    wayMm: kept.aisleMm,
    accessMm: kept.rowClearMm,
    isSpread: false,
  };
}

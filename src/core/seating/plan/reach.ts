import { boundsOf, isDisc, type Rect, type Shape } from './geometry';
import { doorZone, type Room } from './room';
import { CELL_MM } from './rules';

/** The floor in cells: 1 where something stands. */
class Floor {
  readonly columns: number;
  readonly rows: number;
  private readonly cells: Uint8Array;

  constructor(room: Room, taken: readonly Shape[]) {
    this.columns = Math.floor(room.widthMm / CELL_MM);
    this.rows = Math.floor(room.depthMm / CELL_MM);
    this.cells = new Uint8Array(this.columns * this.rows);
    for (const shape of taken) this.take(shape);
  }

  /** A cell counts as taken as soon as the shape reaches into it. */
  private take(shape: Shape): void {
    const { x, y, w, h } = boundsOf(shape);
    const [left, top] = [Math.max(0, Math.floor(x / CELL_MM)), Math.max(0, Math.floor(y / CELL_MM))];
    const right = Math.min(this.columns, Math.ceil((x + w) / CELL_MM));
    const bottom = Math.min(this.rows, Math.ceil((y + h) / CELL_MM));
    for (let row = top; row < bottom; row += 1)
      for (let column = left; column < right; column += 1)
        if (!isDisc(shape) || this.meets(shape, column, row)) this.cells[row * this.columns + column] = 1;
  }

  private meets({ cx, cy, r }: Extract<Shape, { r: number }>, column: number, row: number): boolean {
    const dx = Math.max(column * CELL_MM - cx, 0, cx - (column + 1) * CELL_MM);
    const dy = Math.max(row * CELL_MM - cy, 0, cy - (row + 1) * CELL_MM);
    return dx * dx + dy * dy < r * r;
  }

  /** Upper left corners at which a square of so many cells stands free, as a map of the floor. */
  freeFor(side: number): Uint8Array {
    const { columns, rows, cells } = this;
    const free = new Uint8Array(columns * rows);
    // Runs of free cells to the right of each, then down: a square is free where `side` such runs lie under one another.
    const down = new Uint16Array(columns * rows);
    for (let row = rows - 1; row >= 0; row -= 1) {
      let run = 0;
      for (let column = columns - 1; column >= 0; column -= 1) {
        const at = row * columns + column;
        run = cells[at] ? 0 : run + 1;
        down[at] = run >= side ? (row + 1 < rows ? down[at + columns]! : 0) + 1 : 0;
        if (down[at] >= side) free[at] = 1;
      }
    }
    return free;
  }
}

/** Walks a square from where it may begin to wherever it fits; marks the corners it comes to. */
function walk(free: Uint8Array, columns: number, starts: Iterable<number>): Uint8Array {
  const seen = new Uint8Array(free.length);
  const queue = new Int32Array(free.length);
  let tail = 0;
  const visit = (at: number) => {
    if (free[at] !== 1 || seen[at] === 1) return;
    seen[at] = 1;
    queue[tail++] = at;
  };
  for (const at of starts) visit(at);
  for (let head = 0; head < tail; head += 1) {
    const at = queue[head]!;
    const column = at % columns;
    if (column > 0) visit(at - 1);
    if (column < columns - 1) visit(at + 1);
    // Beyond the floor nothing is free.
    visit(at - columns);
    visit(at + columns);
  }
  return seen;
}

function* marked(map: Uint8Array): Generator<number> {
  for (let at = map.indexOf(1); at >= 0; at = map.indexOf(1, at + 1)) yield at;
}

/** Corners at which a square of so many cells covers some of a rectangle. */
function cornersOver({ x, y, w, h }: Rect, side: number, columns: number, rows: number): number[] {
  const [left, top] = [Math.floor(x / CELL_MM) - side + 1, Math.floor(y / CELL_MM) - side + 1];
  const [right, bottom] = [Math.ceil((x + w) / CELL_MM), Math.ceil((y + h) / CELL_MM)];
  const found: number[] = [];
  for (let row = Math.max(0, top); row < Math.min(rows, bottom); row += 1)
    for (let column = Math.max(0, left); column < Math.min(columns, right); column += 1)
      found.push(row * columns + column);
  return found;
}

const cellsFor = (widthMm: number): number => Math.ceil(widthMm / CELL_MM);

/** The ways of a floor that are checked: their widths, in millimetres. */
export interface Ways {
  /** From the rows to a door. */
  readonly wayMm: number;
  /** From a seat to such a way. */
  readonly accessMm: number;
}

/**
 * Which of these seats have a way to a door: from the seat through floor of the narrower width to a way of the full
 * width, and by that to the floor before a door. A room without doors is left through its front.
 */
export function reachable(
  room: Room,
  taken: readonly Shape[],
  seats: readonly Shape[],
  { wayMm, accessMm }: Ways,
): boolean[] {
  const floor = new Floor(room, [...room.obstacles, ...taken]);
  const { columns, rows } = floor;
  const [wide, narrow] = [cellsFor(wayMm), cellsFor(accessMm)];
  const exits = room.doors.length
    ? room.doors.map((door) => doorZone(room, door))
    : [{ x: 0, y: 0, w: room.widthMm, h: CELL_MM }];
  const ways = walk(
    floor.freeFor(wide),
    columns,
    exits.flatMap((zone) => cornersOver(zone, wide, columns, rows)),
  );
  const free = floor.freeFor(narrow);
  // A narrow square in the corner of a wide one stands on the way, and from there gets to all of it.
  const near = walk(free, columns, marked(ways));
  return seats.map((seat) => {
    const { x, y, w, h } = boundsOf(seat);
    const beside = { x: x - CELL_MM, y: y - CELL_MM, w: w + 2 * CELL_MM, h: h + 2 * CELL_MM };
    return cornersOver(beside, narrow, columns, rows).some((at) => near[at] === 1);
  });
}

import fc from 'fast-check';
import { isSeated, LAYOUTS, type Layout } from '../layouts';
import { boundsOf, isInside, overlap, type Shape } from './geometry';
import type { Piece } from './pieces';
import { planSeating, type PlanWishes, type SeatingPlan } from './plan-seating';
import { doorZone, SIDES, type Door, type Room } from './room';
import { AISLE_MM, CELL_MM, MOST_BETWEEN_AISLES, ROW_CLEAR_MM, type Spacing } from './rules';

const M = 1000;
const room = (widthM: number, depthM: number, more: Partial<Room> = {}): Room => ({
  widthMm: widthM * M,
  depthMm: depthM * M,
  doors: [{ side: 'bottom', offsetMm: 500, widthMm: 1800 }],
  obstacles: [],
  ...more,
});
const wish = (layout: Layout, people: number, more: Partial<PlanWishes> = {}): PlanWishes => ({
  layout,
  people,
  wheelchairs: 0,
  stage: null,
  roundSize: 8,
  front: null,
  ...more,
});
const SEATED = LAYOUTS.filter(isSeated);
const isSeat = ({ kind }: Piece) => kind === 'chair' || kind === 'wheelchair';

const lengths = fc.integer({ min: 60, max: 300 }).map((tenths) => tenths * 100);
const rooms = fc
  .record({
    widthMm: lengths,
    depthMm: lengths,
    doors: fc.array(
      fc.record({
        side: fc.constantFrom(...SIDES),
        at: fc.double({ min: 0, max: 1, noNaN: true }),
        widthMm: fc.constantFrom(1100, 1800),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    columns: fc.array(
      fc.record({
        x: fc.double({ min: 0, max: 1, noNaN: true }),
        y: fc.double({ min: 0, max: 1, noNaN: true }),
        side: fc.constantFrom(300, 600, 1500),
      }),
      { maxLength: 3 },
    ),
  })
  .map(({ widthMm, depthMm, doors, columns }): Room => {
    const snapped = (share: number, span: number) => Math.floor((share * span) / CELL_MM) * CELL_MM;
    const placed = doors.map(({ side, at, widthMm: w }): Door => {
      const wall = side === 'top' || side === 'bottom' ? widthMm : depthMm;
      return { side, offsetMm: snapped(at, wall - w), widthMm: w };
    });
    return {
      widthMm,
      depthMm,
      doors: placed,
      obstacles: columns.map(({ x, y, side }) => ({
        x: snapped(x, widthMm - side),
        y: snapped(y, depthMm - side),
        w: side,
        h: side,
      })),
    };
  });
const isSmall = ({ widthMm, depthMm }: Room) => widthMm * depthMm < 150 * M * M;
const wishes = fc.record({
  layout: fc.constantFrom(...SEATED),
  people: fc.integer({ min: 1, max: 400 }),
  wheelchairs: fc.constantFrom(0, 0, 1, 3),
  stage: fc.constantFrom(null, null, { widthMm: 4000, depthMm: 2000 }),
  roundSize: fc.constantFrom(8 as const, 10 as const),
  front: fc.constantFrom(null, ...SIDES),
  spacing: fc.constantFrom<Spacing>({}, {}, { aisleMm: 1400, betweenMm: 620, mostBetweenAisles: 8 }),
});

const STEP_MM = 25;

/**
 * The plain way: a disc of the width is moved in steps of 25 mm to wherever it meets no shape. It knows of shapes only,
 * not of rows, cells or squares.
 */
function walkable(
  of: Room,
  shapes: readonly Shape[],
  from: readonly Shape[] | readonly number[],
  widthMm: number,
): number[] {
  const r = widthMm / 2;
  const columns = Math.floor(of.widthMm / STEP_MM) + 1;
  const rows = Math.floor(of.depthMm / STEP_MM) + 1;
  const discAt = (column: number, row: number) => ({ cx: column * STEP_MM, cy: row * STEP_MM, r });
  /** Every place at which the disc meets the shape. */
  const meeting = (shape: Shape, visit: (at: number) => void) => {
    const { x, y, w, h } = boundsOf(shape);
    const [left, right] = [
      Math.max(0, Math.floor((x - r) / STEP_MM)),
      Math.min(columns - 1, Math.ceil((x + w + r) / STEP_MM)),
    ];
    const [top, bottom] = [
      Math.max(0, Math.floor((y - r) / STEP_MM)),
      Math.min(rows - 1, Math.ceil((y + h + r) / STEP_MM)),
    ];
    for (let row = top; row <= bottom; row += 1)
      for (let column = left; column <= right; column += 1)
        if (overlap(discAt(column, row), shape)) visit(row * columns + column);
  };
  const state = new Uint8Array(columns * rows);
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1)
      if (!isInside(discAt(column, row), { x: 0, y: 0, w: of.widthMm, h: of.depthMm }))
        state[row * columns + column] = 1;
  for (const shape of shapes) meeting(shape, (at) => (state[at] = 1));
  const queue: number[] = [];
  const visit = (at: number) => {
    if (state[at] !== 0) return;
    state[at] = 2;
    queue.push(at);
  };
  for (const start of from)
    if (typeof start === 'number') visit(start);
    else meeting(start, visit);
  for (let head = 0; head < queue.length; head += 1) {
    const at = queue[head]!;
    for (const next of [at - 1, at + 1, at - columns, at + columns]) visit(next);
  }
  return queue;
}

/** Seats that a walk of the stated widths from a door does not come to. */
function cutOff(of: Room, plan: SeatingPlan): Piece[] {
  const shapes = [...of.obstacles, ...plan.pieces.map(({ shape }) => shape)];
  const zones = of.doors.map((door) => doorZone(of, door));
  // Where a wide disc stands a narrow one does.
  const near = new Set(walkable(of, shapes, walkable(of, shapes, zones, plan.wayMm), plan.accessMm));
  const columns = Math.floor(of.widthMm / STEP_MM) + 1;
  const reach = plan.accessMm / 2 + 2 * CELL_MM;
  return plan.pieces.filter(isSeat).filter(({ shape }) => {
    const { x, y, w, h } = boundsOf(shape);
    for (let cx = Math.ceil((x - reach) / STEP_MM) * STEP_MM; cx <= x + w + reach; cx += STEP_MM)
      for (let cy = Math.ceil((y - reach) / STEP_MM) * STEP_MM; cy <= y + h + reach; cy += STEP_MM)
        if (near.has((cy / STEP_MM) * columns + cx / STEP_MM)) return false;
    return true;
  });
}

describe('whatever the room and the people', () => {
  test('property: nothing overlaps, all stands inside, doors stay free, the count is as said; the same input, the same plan', () => {
    let seated = 0;
    fc.assert(
      fc.property(rooms, wishes, (of, wanted) => {
        const plan = planSeating(of, wanted);
        const shapes = plan.pieces.map(({ shape }) => shape);
        const floor = { x: 0, y: 0, w: of.widthMm, h: of.depthMm };
        const kept = [...of.obstacles, ...of.doors.map((door) => doorZone(of, door))];
        const wrong = shapes.filter(
          (shape, index) =>
            !isInside(shape, floor) ||
            kept.some((each) => overlap(shape, each)) ||
            shapes.slice(index + 1).some((other) => overlap(shape, other)),
        );
        expect(wrong).toEqual([]);
        expect(plan.pieces.filter(isSeat)).toHaveLength(plan.seats);
        expect(plan.seats).toBeLessThanOrEqual(wanted.people);
        expect(plan.short).toBe(wanted.people - plan.seats);
        expect(plan.limit === null).toBe(plan.short === 0);
        expect(planSeating(of, wanted)).toEqual(plan);
        seated += plan.seats;
      }),
      { numRuns: 60 },
    );
    expect(seated).toBeGreaterThan(1000);
  });

  test('property: every seat has a way to a door, by a walk over the floor that knows nothing of rows', () => {
    fc.assert(
      fc.property(rooms.filter(isSmall), wishes, (of, wanted) => {
        expect(cutOff(of, planSeating(of, { ...wanted, people: Math.min(wanted.people, 120) }))).toEqual([]);
      }),
      { numRuns: 20 },
    );
  });

  test('property: between two aisles sit no more than fourteen, and rows keep their distance', () => {
    fc.assert(
      fc.property(rooms, fc.integer({ min: 20, max: 400 }), fc.boolean(), (of, people, isWider) => {
        const spacing = isWider ? { aisleMm: 1500, betweenMm: 470, mostBetweenAisles: 9 } : {};
        const [clear, most] = isWider ? [470, 9] : [ROW_CLEAR_MM, MOST_BETWEEN_AISLES];
        const plan = planSeating(
          { ...of, obstacles: [] },
          wish('theatre', people, { front: 'top', spacing }),
        );
        if (plan.seats > 0) expect(plan.wayMm).toBe(isWider ? 1500 : AISLE_MM);
        const byRow = new Map<number, number[]>();
        for (const { shape } of plan.pieces.filter(({ kind }) => kind === 'chair')) {
          const { x, y } = boundsOf(shape);
          byRow.set(y, [...(byRow.get(y) ?? []), x]);
        }
        const rows = [...byRow.keys()].sort((a, b) => a - b);
        for (const [index, y] of rows.slice(1).entries())
          expect(y - rows[index]! - 500).toBeGreaterThanOrEqual(clear);
        for (const xs of byRow.values()) {
          let run = 1;
          for (const [index, x] of [...xs]
            .sort((a, b) => a - b)
            .slice(1)
            .entries()) {
            const gap = x - [...xs].sort((a, b) => a - b)[index]! - 500;
            run = gap === 0 ? run + 1 : 1;
            expect(run).toBeLessThanOrEqual(most);
          }
        }
      }),
      { numRuns: 30 },
    );
  });
});

describe('what a room holds', () => {
  test('sixty people are eight tables of eight or six of ten', () => {
    const hall = room(18, 14);
    const eight = planSeating(hall, wish('rounds', 60));
    const ten = planSeating(hall, wish('rounds', 60, { roundSize: 10 }));
    expect([eight.counts.round, eight.counts.chair, eight.short]).toEqual([8, 60, 0]);
    expect([ten.counts.round, ten.counts.chair, ten.short]).toEqual([6, 60, 0]);
    // Also where the room is only just wide enough: no seat is lost between two tables.
    const bay = planSeating(room(12.8, 12.5), wish('rounds', 60));
    expect([bay.counts.round, bay.counts.chair, bay.short]).toEqual([8, 60, 0]);
  });

  // The bound stated for rooms without columns of at least 8 by 8 m: a share of what the published load would allow.
  const BOUNDS: Readonly<Record<string, { share: number; ft2: number }>> = {
    theatre: { share: 0.55, ft2: 7 },
    classroom: { share: 0.55, ft2: 20 },
    rounds: { share: 0.45, ft2: 15 },
  };
  test.each(Object.keys(BOUNDS))('%s: the shortfall is never worse than the stated bound', (layout) => {
    const { share, ft2 } = BOUNDS[layout]!;
    const sizes = [8, 11, 17, 26];
    for (const w of sizes)
      for (const d of sizes) {
        const by = (w * d) / 0.09290304 / ft2;
        const { seats } = planSeating(room(w, d), wish(layout as Layout, 5000));
        expect({ w, d, ok: seats >= share * by, seats, by }).toMatchObject({ ok: true });
        // The published load is a limit, not a promise: no plan goes past it.
        expect(seats).toBeLessThanOrEqual(by + 0.01);
      }
  });

  test('a house may want more room than is published, never less', () => {
    const hall = room(16, 16);
    const usual = planSeating(hall, wish('theatre', 5000));
    const tight = { aisleMm: 300, betweenMm: 100, mostBetweenAisles: 40 };
    expect(planSeating(hall, wish('theatre', 5000, { spacing: tight }))).toEqual(usual);
    const wide = planSeating(hall, wish('theatre', 5000, { spacing: { betweenMm: 700 } }));
    expect(wide.seats).toBeLessThan(usual.seats);
    expect(wide.accessMm).toBe(700);
  });

  test('one table grows with the people; a U is open to the front; a square has people on all sides', () => {
    const hall = room(14, 14);
    const small = planSeating(hall, wish('boardroom', 8, { front: 'top' }));
    const large = planSeating(hall, wish('boardroom', 20, { front: 'top' }));
    expect([small.short, large.short]).toEqual([0, 0]);
    expect(large.counts.trestle).toBeGreaterThan(small.counts.trestle);
    const u = planSeating(hall, wish('u-shape', 21, { front: 'top' }));
    const tables = u.pieces.filter(({ kind }) => kind === 'trestle').map(({ shape }) => boundsOf(shape));
    const back = Math.max(...tables.map(({ y, h }) => y + h));
    const crosswise = tables.filter(({ w, h }) => w > h);
    expect(crosswise.every(({ y, h }) => y + h === back)).toBe(true);
    expect(planSeating(hall, wish('hollow-square', 24)).short).toBe(0);
  });

  test('a circle is round: all chairs are as far from its middle, and the room says how many it can be', () => {
    for (const people of [1, 2, 3, 12, 40]) {
      const { pieces, short } = planSeating(room(12, 12), wish('circle', people));
      expect([pieces.length, short]).toEqual([people, 0]);
      const middles = pieces
        .map(({ shape }) => boundsOf(shape))
        .map(({ x, y, w, h }) => [x + w / 2, y + h / 2]);
      const [mx, my] = [0, 1].map((axis) => middles.reduce((sum, each) => sum + each[axis]!, 0) / people);
      const away = middles.map(([x, y]) => Math.hypot(x! - mx!, y! - my!));
      expect(Math.max(...away) - Math.min(...away)).toBeLessThan(1);
    }
    // Reference: the ring of a room 9 m wide leaves 950 mm to each wall; chairs of 500 mm stand 150 mm apart on it.
    const widest = Math.PI * (9000 - 2 * 950 - 500);
    expect(planSeating(room(9, 9), wish('circle', 500)).seats).toBe(Math.floor(widest / 650));
    expect(planSeating(room(9, 9), wish('circle', 500)).limit).toBe('room');
    const column = { x: 4300, y: 4300, w: 400, h: 400 };
    expect(planSeating(room(9, 9, { obstacles: [column] }), wish('circle', 20)).short).toBe(0);
  });

  test('places for wheelchairs are made, and counted among the seats', () => {
    for (const layout of ['theatre', 'rounds', 'cabaret', 'circle'] as const) {
      const plan = planSeating(room(18, 18), wish(layout, 60, { wheelchairs: 2 }));
      expect([plan.wheelchairs, plan.seats]).toEqual([2, 60]);
    }
  });

  test('a stage stands at the front, and the first row keeps its distance', () => {
    const plan = planSeating(
      room(14, 18),
      wish('theatre', 100, { front: 'top', stage: { widthMm: 5000, depthMm: 3000 } }),
    );
    const [stage] = plan.pieces.filter(({ kind }) => kind === 'stage').map(({ shape }) => boundsOf(shape));
    const first = Math.min(...plan.pieces.filter(isSeat).map(({ shape }) => boundsOf(shape).y));
    expect([stage!.y, plan.counts.stage]).toEqual([0, 1]);
    expect(first - stage!.h).toBeGreaterThanOrEqual(AISLE_MM);
  });

  test('too many are said, with what limits it; a room one cannot leave seats nobody', () => {
    expect(planSeating(room(8, 8), wish('theatre', 500))).toMatchObject({ limit: 'room' });
    expect(planSeating(room(26, 17), wish('theatre', 5000))).toMatchObject({ limit: 'load' });
    const walled = room(10, 10, { obstacles: [{ x: 0, y: 8600, w: 10_000, h: 100 }] });
    expect(planSeating(walled, wish('theatre', 10))).toMatchObject({ seats: 0, limit: 'ways' });
  });

  // International Building Code table 1004.5, NFPA 101 table 7.3.1.2: standing 5 ft² a person (value from memory).
  test('standing is by the published load of what is left of the floor', () => {
    const plan = planSeating(room(10, 10, { doors: [] }), wish('standing', 9999));
    expect(plan.seats).toBe(Math.floor(100 / 0.09290304 / 5));
    expect(planSeating(room(10, 10), wish('empty', 40))).toMatchObject({ seats: 40, pieces: [] });
  });

  test('what is fetched is counted: more people, more minutes', () => {
    const minutes = [20, 60, 120].map((people) => planSeating(room(20, 20), wish('rounds', people)).crewMin);
    expect(minutes).toEqual([...minutes].sort((a, b) => a - b));
    expect(minutes[0]).toBe(Math.ceil(20 * 0.4 + 3 * 4));
  });
});

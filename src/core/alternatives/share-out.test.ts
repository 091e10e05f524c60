import fc from 'fast-check';
import { epochMinute, interval, overlaps, type Interval } from '../time/epoch-minute';
import { shareOut, type SharedWant } from './share-out';

const span = fc
  .tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 16 }))
  .map(([from, length]) => interval(epochMinute(from), epochMinute(from + length)));

/** As many as are wanted at once at the busiest minute, counted minute by minute. */
const mostAtOnce = (spans: readonly Interval[]): number =>
  Math.max(
    0,
    ...Array.from(
      { length: 60 },
      (_, minute) => spans.filter(({ start, end }) => start <= minute && minute < end).length,
    ),
  );

const equalRooms = (spans: readonly Interval[], rooms: number): SharedWant[] =>
  spans.map((each, index) => ({
    key: String(index),
    inRoom: Array<Interval>(rooms).fill(each),
    asked: null,
  }));

function expectNoClash(
  wants: readonly SharedWant[],
  roomOf: ReadonlyMap<string, number>,
  busy: readonly (readonly Interval[])[],
) {
  const placed = wants.filter(({ key }) => roomOf.has(key));
  for (const [index, one] of placed.entries()) {
    const room = roomOf.get(one.key)!;
    const own = one.inRoom[room]!;
    expect(busy[room]!.some((other) => overlaps(other, own))).toBe(false);
    for (const other of placed.slice(index + 1))
      if (roomOf.get(other.key) === room) expect(overlaps(own, other.inRoom[room]!)).toBe(false);
  }
}

// Kleinberg and Tardos, Algorithm Design, 4.1: intervals can be put into as many rooms as overlap at once, and no fewer.
test('in equal rooms everybody is placed who can be, in the fewest rooms there can be', () => {
  fc.assert(
    fc.property(fc.array(span, { maxLength: 14 }), fc.integer({ min: 0, max: 3 }), (spans, more) => {
      const depth = mostAtOnce(spans);
      const rooms = depth + more;
      const wants = equalRooms(spans, rooms);
      const shared = shareOut(wants, Array<Interval[]>(rooms).fill([]));
      expect(shared.left).toEqual([]);
      expect(shared.rooms).toBe(depth);
      expect(shared.isWhole).toBe(true);
      expectNoClash(wants, shared.roomOf, Array<Interval[]>(rooms).fill([]));
    }),
    { numRuns: 500 },
  );
});

/** Every way of giving rooms, tried. */
function best(wants: readonly SharedWant[], busy: readonly (readonly Interval[])[]): number[] {
  let found: number[] | null = null;
  const rooms: (number | null)[] = [];
  const better = (a: number[], b: number[]) => {
    const at = a.findIndex((value, index) => value !== b[index]);
    return at >= 0 && a[at]! < b[at]!;
  };
  const visit = (at: number): void => {
    const want = wants[at];
    if (!want) {
      const used = rooms.flatMap((room) => (room === null ? [] : [room]));
      const moved = wants.filter(
        ({ asked }, index) => rooms[index] !== null && asked !== null && asked !== rooms[index],
      );
      const score = [rooms.length - used.length, moved.length, new Set(used).size];
      if (!found || better(score, found)) found = score;
      return;
    }
    const fits = (room: number) => {
      const own = want.inRoom[room];
      return (
        own &&
        busy[room]!.every((other) => !overlaps(other, own)) &&
        rooms.every((other, index) => other !== room || !overlaps(wants[index]!.inRoom[room]!, own))
      );
    };
    for (const room of [null, ...want.inRoom.keys()]) {
      if (room !== null && !fits(room)) continue;
      rooms.push(room);
      visit(at + 1);
      rooms.pop();
    }
  };
  visit(0);
  return found!;
}

test('in rooms that differ and are partly taken it is as good as trying every way', () => {
  const want = fc.record({
    inRoom: fc.array(fc.option(span, { freq: 4 }), { minLength: 3, maxLength: 3 }),
    asked: fc.option(fc.integer({ min: 0, max: 2 })),
  });
  fc.assert(
    fc.property(
      fc.array(want, { maxLength: 6 }),
      fc.array(fc.array(span, { maxLength: 2 }), { minLength: 3, maxLength: 3 }),
      (drawn, busy) => {
        const wants = drawn.map((each, index) => ({ key: String(index), ...each }));
        const shared = shareOut(wants, busy);
        expect([shared.left.length, shared.moved, shared.rooms]).toEqual(best(wants, busy));
        expectNoClash(wants, shared.roomOf, busy);
      },
    ),
    { numRuns: 400 },
  );
});

test('a search that is cut short says so and still clashes with nothing', () => {
  const spans = Array.from({ length: 60 }, (_, index) =>
    interval(epochMinute(index), epochMinute(index + 30)),
  );
  const wants = equalRooms(spans, 12).map((want, index) => ({ ...want, asked: index % 3 }));
  const busy = Array<Interval[]>(12).fill([]);
  const shared = shareOut(wants, busy);
  expect(shared.isWhole).toBe(false);
  expect(shared.left.length).toBeGreaterThan(0);
  expectNoClash(wants, shared.roomOf, busy);
});

import fc from 'fast-check';
import type { BoardSpace } from '@/contracts/board';
import { epochMinute, interval, type Interval } from '@/core/time/epoch-minute';
import { freeGaps, GRAIN_MIN, lanesOf, makeScale, snapInGap } from './scale';

const DAY = 30_000_960;
const span = (from: number, to: number): Interval => interval(epochMinute(DAY + from), epochMinute(DAY + to));
const booked = (each: Interval, state: 'approved' | 'waiting' = 'approved') =>
  ({ span: each, state }) as BoardSpace['bookings'][number];
const space = (more: Partial<BoardSpace>): BoardSpace =>
  ({ open: [span(480, 1320)], shut: [], bookings: [], ...more }) as BoardSpace;
const whole = span(420, 1380);
const now = epochMinute(DAY + 400);

test('a scale puts the ends at the ends and cuts what reaches beyond', () => {
  const scale = makeScale(span(480, 960));
  expect([scale.left(DAY + 480), scale.left(DAY + 720), scale.left(DAY + 9999)]).toEqual([
    '0.000%',
    '50.000%',
    '100.000%',
  ]);
  expect([scale.width(span(480, 600)), scale.width(span(0, 600)), scale.width(span(900, 2000))]).toEqual([
    '25.000%',
    '25.000%',
    '12.500%',
  ]);
});

describe('what can be picked', () => {
  test('open, free, not closed, not over; waiting requests do not take it', () => {
    const row = space({
      bookings: [booked(span(600, 660)), booked(span(700, 760), 'waiting')],
      shut: [{ span: span(900, 960), reason: 'boiler' }],
    });
    expect(freeGaps(row, whole, now)).toEqual([span(480, 600), span(660, 900), span(960, 1320)]);
    expect(freeGaps(row, whole, epochMinute(DAY + 650))).toEqual([span(660, 900), span(960, 1320)]);
  });
  test('less than a quarter of an hour is no gap', () => {
    const row = space({ bookings: [booked(span(480, 1306))] });
    expect(freeGaps(row, whole, now)).toEqual([]);
    expect(freeGaps(space({ bookings: [booked(span(480, 1305))] }), whole, now)).toEqual([span(1305, 1320)]);
  });

  // Reference: every minute looked at by itself.
  test('holds exactly the free minutes', () => {
    const booking = fc.tuple(fc.integer({ min: 400, max: 1300 }), fc.integer({ min: 15, max: 200 }));
    fc.assert(
      fc.property(
        fc.array(booking, { maxLength: 5 }),
        fc.integer({ min: 300, max: 1400 }),
        (bookings, minute) => {
          const taken = bookings.map(([from, length]) => span(from, from + length));
          const gaps = freeGaps(
            space({ bookings: taken.map((each) => booked(each)) }),
            whole,
            epochMinute(DAY + minute),
          );
          const free: number[] = [];
          for (let at = DAY + 480; at < DAY + 1320; at += 1)
            if (at >= DAY + minute && !taken.some(({ start, end }) => start <= at && at < end)) free.push(at);
          const inGaps = new Set(
            gaps.flatMap(({ start, end }) => Array.from({ length: end - start }, (_, n) => start + n)),
          );
          // What is free and in no gap stands in a run too short to be one.
          for (const at of free)
            if (!inGaps.has(at)) {
              let run = 1;
              while (free.includes(at - run)) run += 1;
              let ahead = 0;
              while (free.includes(at + ahead + 1)) ahead += 1;
              expect(run + ahead).toBeLessThan(15);
            }
          for (const at of inGaps) expect(free.includes(at)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a picked start is on the grain and inside its gap', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1000 }),
        fc.integer({ min: GRAIN_MIN, max: 400 }),
        fc.integer({ min: -100, max: 1500 }),
        (from, length, pointer) => {
          const gap = span(from, from + length);
          const start = snapInGap(gap, DAY + pointer, DAY);
          expect(start).toBeGreaterThanOrEqual(gap.start);
          expect(start + GRAIN_MIN).toBeLessThanOrEqual(gap.end);
          const onGrain = (start - DAY) % GRAIN_MIN === 0;
          expect(onGrain || start === gap.start || start === gap.end - GRAIN_MIN).toBe(true);
        },
      ),
    );
  });
});

// Reference: the fewest lanes are the most bookings that overlap (Kleinberg and Tardos, Algorithm Design, 4.1).
test('no two of a lane overlap, and there are no more lanes than needed', () => {
  const bookings = fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 1, max: 90 })), {
    maxLength: 12,
  });
  fc.assert(
    fc.property(bookings, (drawn) => {
      const row = drawn
        .map(([from, length]) => ({ span: span(from, from + length), kind: 'own' as const }))
        .sort((a, b) => a.span.start - b.span.start);
      const lanes = lanesOf(row);
      row.forEach((a, i) =>
        row.forEach((b, j) => {
          if (i < j && lanes[i] === lanes[j]) expect(a.span.end).toBeLessThanOrEqual(b.span.start);
        }),
      );
      const together = row.map(
        ({ span: { start } }) =>
          row.filter((each) => each.span.start <= start && start < each.span.end).length,
      );
      expect(lanes.length ? Math.max(...lanes) + 1 : 0).toBe(Math.max(0, ...together));
    }),
  );
});

import fc from 'fast-check';
import { epochMinute, interval, type Interval } from '@/core/time/epoch-minute';
import { lanesOf, rowAt } from './rows';

const DAY = 30_000_960;
const span = (from: number, to: number): Interval => interval(epochMinute(DAY + from), epochMinute(DAY + to));

// Reference: the fewest lanes are the most bookings that overlap (Kleinberg and Tardos, Algorithm Design, 4.1).
test('no two of a lane overlap, and there are no more lanes than needed', () => {
  const bookings = fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 1, max: 90 })), {
    maxLength: 12,
  });
  fc.assert(
    fc.property(bookings, (drawn) => {
      const row = drawn.map(([from, length]) => span(from, from + length)).sort((a, b) => a.start - b.start);
      const lanes = lanesOf(row);
      row.forEach((a, i) =>
        row.forEach((b, j) => {
          if (i < j && lanes[i] === lanes[j]) expect(a.end).toBeLessThanOrEqual(b.start);
        }),
      );
      const together = row.map(
        ({ start }) => row.filter((each) => each.start <= start && start < each.end).length,
      );
      expect(lanes.length ? Math.max(...lanes) + 1 : 0).toBe(Math.max(0, ...together));
    }),
  );
});

// Reference: rows looked at one after the other.
test('the row at a height is the last that begins at or above it', () => {
  const heights = fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 40 });
  fc.assert(
    fc.property(heights, fc.integer({ min: -20, max: 4000 }), (drawn, y) => {
      const offsets = [0];
      for (const height of drawn) offsets.push(offsets[offsets.length - 1]! + height);
      let expected = 0;
      drawn.forEach((_, index) => {
        if (offsets[index]! <= y) expected = index;
      });
      expect(rowAt(offsets, y)).toBe(expected);
    }),
  );
});

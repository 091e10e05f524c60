import fc from 'fast-check';
import { epochMinute, interval, overlaps, type Interval } from './epoch-minute';
import { lanesOf, sideBySide } from './lanes';

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

const drawnSpans = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 1, max: 90 })), { maxLength: 12 })
  .map((drawn) => drawn.map(([from, length]) => span(from, from + length)).sort((a, b) => a.start - b.start));

// Reference: groups found by joining whatever overlaps, one pair after the other.
test('side by side, all that hang together share the width evenly, and nothing covers another', () => {
  fc.assert(
    fc.property(drawnSpans, (spans) => {
      const group = spans.map((_, index) => index);
      spans.forEach((a, i) =>
        spans.forEach((b, j) => {
          if (!overlaps(a, b)) return;
          const [from, to] = [group[j]!, group[i]!];
          group.forEach((each, k) => {
            if (each === from) group[k] = to;
          });
        }),
      );
      const boxes = sideBySide(spans);
      boxes.forEach((box, i) => {
        const mates = boxes.filter((_, j) => group[j] === group[i]);
        expect(box.of).toBe(Math.max(...mates.map(({ lane }) => lane)) + 1);
        spans.forEach((other, j) => {
          if (i !== j && overlaps(spans[i]!, other)) expect(box.lane).not.toBe(boxes[j]!.lane);
        });
      });
    }),
  );
});

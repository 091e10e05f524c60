import fc from 'fast-check';
import {
  epochMinute,
  interval,
  intersection,
  overlaps,
  subtract,
  totalMin,
  union,
  type Interval,
} from './epoch-minute';
import { parseLocalDate, parseLocalDateTime, weekdayOf, localDate } from './local-time';

const span = fc
  .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 20 }))
  .map(([start, length]) => interval(epochMinute(start), epochMinute(start + length)));
const minutesOf = (spans: readonly Interval[]): Set<number> => {
  const minutes = new Set<number>();
  for (const { start, end } of spans) for (let at: number = start; at < end; at += 1) minutes.add(at);
  return minutes;
};

// Reference: every minute counted one by one.
describe('half-open intervals', () => {
  test('overlap and intersection agree with counting minutes', () => {
    fc.assert(
      fc.property(span, span, (a, b) => {
        const shared = [...minutesOf([a])].filter((at) => minutesOf([b]).has(at));
        const both = intersection(a, b);
        expect(overlaps(a, b)).toBe(shared.length > 0);
        expect([...minutesOf(both ? [both] : [])]).toEqual(shared);
      }),
    );
  });

  test('union and subtraction agree with counting minutes', () => {
    fc.assert(
      fc.property(span, fc.array(span, { maxLength: 6 }), (whole, holes) => {
        const left = [...minutesOf([whole])].filter((at) => !minutesOf(holes).has(at));
        expect([...minutesOf(subtract(whole, holes))]).toEqual(left);
        expect(totalMin(union(holes))).toBe(minutesOf(holes).size);
      }),
    );
  });

  test('two that touch do not overlap; an empty one is refused', () => {
    expect(
      overlaps(interval(epochMinute(0), epochMinute(10)), interval(epochMinute(10), epochMinute(20))),
    ).toBe(false);
    expect(() => interval(epochMinute(5), epochMinute(5))).toThrow('must end after 5');
  });
});

describe('dates as text', () => {
  test.each([
    '2027-02-29',
    '2027-13-01',
    '2027-4-1',
    '0000-00-00',
    '1969-12-31',
    '2100-01-01',
    '9999-12-31',
    '',
  ])('%p is no date', (text) => {
    expect(parseLocalDate(text)).toBeNull();
  });
  test.each(['2027-04-13T24:00', '2027-04-13T10:60', '2027-04-31T10:00', '2027-04-13 10:00'])(
    '%p is no local time',
    (text) => {
      expect(parseLocalDateTime(text)).toBeNull();
    },
  );
  test('the demo day is a Tuesday', () => expect(weekdayOf(localDate('2027-04-13'))).toBe(2));
});

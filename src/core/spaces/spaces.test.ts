import fc from 'fast-check';
import type { SpaceId } from '../ids';
import { interval, epochMinute, type Interval } from '../time/epoch-minute';
import { localDate, localDateTime, type Weekday } from '../time/local-time';
import { toEpochMinute, toLocal } from '../time/zone';
import { composeSpaces } from './divisible';
import { nearestHours, outsideHours, shutDuring, type Closure, type HoursLine } from './hours';

const id = (n: number) => n as SpaceId;

describe('divisible spaces', () => {
  test('closure over more than one level, parts shared by several combinations', () => {
    // 1 whole house = 2 hall + 5 foyer; 2 hall = 3 east bay + 4 west bay; 6 west suite = 4 west bay + 5 foyer
    const children = [
      [1, 2],
      [1, 5],
      [2, 3],
      [2, 4],
      [6, 4],
      [6, 5],
    ].map(([parent, child]) => ({ parent: id(parent!), child: id(child!) }));
    const result = composeSpaces([1, 2, 3, 4, 5, 6].map(id), children);
    if (result.kind !== 'composed') throw new Error('expected a composition');
    expect(result.leaves.get(id(1))).toEqual([3, 4, 5]);
    expect(result.leaves.get(id(2))).toEqual([3, 4]);
    expect(result.leaves.get(id(6))).toEqual([4, 5]);
    expect(result.leaves.get(id(3))).toEqual([3]);
  });

  test('a space inside itself is refused with the way round', () => {
    const children = [
      [1, 2],
      [2, 3],
      [3, 1],
    ].map(([parent, child]) => ({ parent: id(parent!), child: id(child!) }));
    expect(composeSpaces([id(1), id(2), id(3)], children)).toEqual({ kind: 'cycle', path: [1, 2, 3, 1] });
  });

  // Reference: reachability walked breadth first for each space alone, without memory.
  test('leaves are exactly the undivided spaces that can be reached', () => {
    const edges = fc.array(fc.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 })), {
      maxLength: 14,
    });
    fc.assert(
      fc.property(edges, (pairs) => {
        const children = pairs.filter(([a, b]) => a < b).map(([a, b]) => ({ parent: id(a), child: id(b) }));
        const spaces = [1, 2, 3, 4, 5, 6, 7, 8, 9].map(id);
        const result = composeSpaces(spaces, children);
        if (result.kind !== 'composed') throw new Error('no cycle was put in');
        for (const space of spaces) {
          const seen = new Set<number>([space]);
          for (let grew = true; grew;) {
            grew = false;
            for (const { parent, child } of children)
              if (seen.has(parent) && !seen.has(child)) {
                seen.add(child);
                grew = true;
              }
          }
          const leaves = [...seen].filter((each) => !children.some(({ parent }) => parent === each));
          expect(result.leaves.get(space)).toEqual(leaves.sort((a, b) => a - b));
        }
      }),
    );
  });
});

const LONDON = 'Europe/London';
const at = (text: string) => toEpochMinute(localDateTime(text), LONDON, 'offset-before');
const span = (from: string, to: string): Interval => interval(at(from), at(to));
const line = (
  weekday: number,
  fromMin: number,
  toMin: number,
  validFrom: string | null = null,
  validTo: string | null = null,
): HoursLine => ({
  weekday: weekday as Weekday,
  fromMin,
  toMin,
  validFrom: validFrom ? localDate(validFrom) : null,
  validTo: validTo ? localDate(validTo) : null,
});
const minutes = (spans: readonly Interval[]) => spans.reduce((sum, each) => sum + each.end - each.start, 0);
const TUESDAY = line(2, 9 * 60, 18 * 60);

describe('opening hours', () => {
  test.each([
    ['2027-04-13T09:00', '2027-04-13T18:00', 0],
    ['2027-04-13T08:59', '2027-04-13T18:00', 1],
    ['2027-04-13T09:00', '2027-04-13T18:01', 1],
    ['2027-04-14T09:00', '2027-04-14T10:00', 60],
  ])('%s to %s is %i minutes outside', (from, to, outside) => {
    expect(minutes(outsideHours(span(from, to), [TUESDAY], [], LONDON))).toBe(outside);
  });

  test('a night past midnight belongs to the day it began on', () => {
    const night = [line(6, 18 * 60, 26 * 60)];
    expect(minutes(outsideHours(span('2027-04-18T01:00', '2027-04-18T02:00'), night, [], LONDON))).toBe(0);
    expect(minutes(outsideHours(span('2027-04-18T01:30', '2027-04-18T02:30'), night, [], LONDON))).toBe(30);
  });

  test('a line holds from its first to its last date', () => {
    const spring = [line(2, 540, 1080, '2027-04-13', '2027-04-13')];
    expect(minutes(outsideHours(span('2027-04-13T10:00', '2027-04-13T11:00'), spring, [], LONDON))).toBe(0);
    expect(minutes(outsideHours(span('2027-04-20T10:00', '2027-04-20T11:00'), spring, [], LONDON))).toBe(60);
  });

  test('a dated opening adds time; a closure is told apart and cut to the span', () => {
    const opening: Closure = {
      span: span('2027-04-13T18:00', '2027-04-13T22:00'),
      kind: 'open',
      reason: 'moth night',
    };
    const shut: Closure = {
      span: span('2027-04-13T12:00', '2027-04-14T12:00'),
      kind: 'shut',
      reason: 'boiler',
    };
    const evening = span('2027-04-13T17:00', '2027-04-13T21:00');
    expect(outsideHours(evening, [TUESDAY], [opening], LONDON)).toEqual([]);
    expect(shutDuring(evening, [opening, shut])).toEqual([{ ...shut, span: evening }]);
    expect(shutDuring(span('2027-04-14T12:00', '2027-04-14T13:00'), [shut])).toEqual([]);
  });

  test('the nearest level that has hours wins; no hours at all means always open', () => {
    const site = [line(1, 0, 1440)];
    expect(nearestHours({ space: [], building: [TUESDAY], site })).toEqual([TUESDAY]);
    expect(nearestHours({ space: [], building: [], site })).toEqual(site);
    expect(outsideHours(span('2027-04-14T02:00', '2027-04-14T03:00'), [], [], LONDON)).toEqual([]);
  });

  // Reference: every minute looked up by itself on the wall clock, over both clock changes.
  test('agrees with looking at every minute', () => {
    const anyLine = fc.record({
      weekday: fc.integer({ min: 1, max: 7 }),
      from: fc.integer({ min: 0, max: 1400 }),
      length: fc.integer({ min: 1, max: 1440 }),
    });
    const starts = ['2027-03-27T20:00', '2027-10-30T21:00', '2027-06-01T05:00'].map(at);
    fc.assert(
      fc.property(
        fc.array(anyLine, { minLength: 1, maxLength: 5 }),
        fc.constantFrom(...starts),
        fc.integer({ min: 1, max: 600 }),
        (lines, start, length) => {
          const hours = lines.map((each) => line(each.weekday, each.from, each.from + each.length));
          let outside = 0;
          for (let minute: number = start; minute < start + length; minute += 1) {
            const local = toLocal(epochMinute(minute), LONDON);
            const day = new Date(`${local}Z`);
            const ofDay = day.getUTCHours() * 60 + day.getUTCMinutes();
            const weekday = ((day.getUTCDay() + 6) % 7) + 1;
            const before = ((weekday + 5) % 7) + 1;
            const open = hours.some(
              (each) =>
                (each.weekday === weekday && each.fromMin <= ofDay && ofDay < each.toMin) ||
                (each.weekday === before && each.fromMin <= ofDay + 1440 && ofDay + 1440 < each.toMin),
            );
            if (!open) outside += 1;
          }
          // A line that begins or ends inside the hour the clocks repeat is read once, by its first instant.
          fc.pre(
            !hours.some((each) => [each.fromMin % 1440, each.toMin % 1440].some((m) => m >= 60 && m <= 120)),
          );
          expect(minutes(outsideHours(interval(start, epochMinute(start + length)), hours, [], LONDON))).toBe(
            outside,
          );
        },
      ),
      { numRuns: 150 },
    );
  });
});

import fc from 'fast-check';
import type { EpochMinute, Interval } from '@/core/time/epoch-minute';
import { localDate, localDateTime, timeOf } from '@/core/time/local-time';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import {
  closedStretches,
  daysFrom,
  fittingPxPerMin,
  FOLD_PX,
  makeAxis,
  shownHours,
  snap,
  ticksOf,
} from './time-axis';

const ZONE = 'Europe/London';
const at = (text: string) => toEpochMinute(localDateTime(text), ZONE, 'offset-before');
const span = (from: string, to: string): Interval => ({ start: at(from), end: at(to) });
const clock = (minute: EpochMinute) => timeOf(toLocal(minute, ZONE));
const week = daysFrom(localDate('2027-03-25'), 7);
const open = week.map((date) => span(`${date}T08:00`, `${date}T22:00`));
const axisOf = (used: readonly Interval[], pxPerMin = 2) =>
  makeAxis(shownHours(week, used, ZONE), pxPerMin, 15);

describe('hours that are drawn', () => {
  test('are those in which something opens or stands, in whole hours, the same on all days', () => {
    const early = span('2027-03-26T06:40', '2027-03-26T07:10');
    const { days } = axisOf([...open, early]);
    expect(days.map(({ shown }) => clock(shown.start))).toEqual(Array(7).fill('06:00'));
    expect(days.map(({ shown }) => clock(shown.end))).toEqual(Array(7).fill('22:00'));
  });
  test('are nine to five where nothing opens, and the night after only where it is used for long', () => {
    const lone = (used: Interval[]) =>
      shownHours([localDate('2027-04-13')], used, ZONE).map(({ shown }) => [
        clock(shown.start),
        clock(shown.end),
      ]);
    expect(lone([])).toEqual([['09:00', '17:00']]);
    expect(lone([span('2027-04-12T20:00', '2027-04-13T02:00')])).toEqual([['09:00', '17:00']]);
    expect(lone([span('2027-04-12T20:00', '2027-04-13T02:01')])).toEqual([['00:00', '17:00']]);
  });
});

/** What the browser makes of a style of the axis in a containing block so wide. */
function pxOf(style: string, widthPx: number): number {
  const [, share, px = '0'] = /^(?:calc\()?(-?[\d.e-]+)%(?: \+ (-?[\d.e-]+)px\))?$/.exec(style)!;
  return (Number(share) / 100) * widthPx + Number(px);
}

test('days stand side by side with a fold between them, and fit the room they are given', () => {
  const slices = shownHours(week, open, ZONE);
  const axis = makeAxis(slices, fittingPxPerMin(slices, 1000), 15);
  expect(axis.widthPx).toBeCloseTo(1000, 6);
  const [first, second] = axis.days;
  expect(second!.leftPx - (first!.leftPx + first!.widthPx)).toBe(FOLD_PX);
});

test('every minute that is shown is found again where it is drawn; folded ones lie at their fold', () => {
  const axis = axisOf(open);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 7 * 1440 - 61 }), (minute) => {
      const moment = (axis.days[0]!.day.start + minute) as EpochMinute;
      const slice = axis.days.find(({ shown }) => shown.start <= moment && moment < shown.end);
      const x = pxOf(axis.cssLeft(moment), axis.widthPx);
      if (slice) expect(axis.atX(x)).toBeCloseTo(moment, 6);
      else {
        const isAt = (edge: number) => Math.abs(x - edge) < 1e-6;
        expect(axis.days.some(({ leftPx, widthPx }) => isAt(leftPx) || isAt(leftPx + widthPx))).toBe(true);
      }
      expect(pxOf(axis.cssLeft(moment + 1), axis.widthPx)).toBeGreaterThan(x - 1e-6);
    }),
  );
});

test('a style made at one zoom is right at every other', () => {
  const slices = shownHours(week, open, ZONE);
  const axis = makeAxis(slices, 2, 15);
  const minute = fc.integer({ min: -600, max: 7 * 1440 + 600 });
  fc.assert(
    fc.property(
      minute,
      fc.integer({ min: 15, max: 4000 }),
      fc.double({ min: 0.1, max: 40, noNaN: true }),
      (from, length, ppm) => {
        const start = (axis.days[0]!.day.start + from) as EpochMinute;
        const where = { start, end: (start + length) as EpochMinute };
        const other = makeAxis(slices, ppm, 15);
        const [drawn, there] = [axis.stretch(where), other.stretch(where)];
        expect(drawn === null).toBe(there === null);
        if (!drawn || !there) return;
        expect(pxOf(drawn.style.left, other.widthPx)).toBeCloseTo(there.left, 6);
        expect(Math.max(1, pxOf(drawn.style.width, other.widthPx))).toBeCloseTo(there.width, 6);
      },
    ),
  );
});

test('what lies wholly in the night is not drawn; what reaches into the day is cut there', () => {
  const axis = axisOf(open);
  expect(axis.stretch(span('2027-03-26T22:30', '2027-03-27T07:00'))).toBeNull();
  const late = axis.stretch(span('2027-03-26T21:00', '2027-03-27T03:00'))!;
  expect(late.width).toBe(60 * 2);
});

test('on the day the clocks go forward figures stand at wall hours after the gap, and starts snap to quarters', () => {
  // 28 March 2027: 01:00 to 02:00 does not exist in London.
  const axis = axisOf([...open, span('2027-03-28T00:00', '2027-03-28T09:00')]);
  const sunday = axis.days[3]!;
  expect(ticksOf(sunday, 60).map(clock).slice(0, 3)).toEqual(['00:00', '02:00', '03:00']);
  expect(clock(snap(at('2027-03-28T10:08'), axis))).toBe('10:15');
  expect(clock(snap(at('2027-03-28T10:07'), axis))).toBe('10:00');
  expect(clock(snap(at('2027-03-28T10:14'), axis, 'before'))).toBe('10:00');
  // The site's own grain, counted from the start of the day.
  expect(clock(snap(at('2027-03-27T10:27'), { ...axis, grainMin: 25 }))).toBe('10:25');
});

test('what is not open is closed, day by day', () => {
  const axis = axisOf([...open, span('2027-03-25T07:00', '2027-03-25T23:00')]);
  expect(closedStretches(axis, open)).toHaveLength(14);
  expect(closedStretches(axis, [])).toEqual(axis.days.map(({ shown }) => shown));
});

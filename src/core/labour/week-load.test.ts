import { epochMinute, interval } from '../time/epoch-minute';
import fc from 'fast-check';
import { crewShortage, crewShortages, type Shift } from './crew-load';
import { dayLoad, doubtsOf, shortOn } from './week-load';

const span = (from: number, to: number) => interval(epochMinute(from), epochMinute(to));
const job = (from: number, to: number, workMin: number, isWaiting = false) => ({
  window: span(from, to),
  workMin,
  isWaiting,
});
const DAY = span(0, 1440);

describe('a day of a team', () => {
  test('work belongs to the day it is due on; midnight is the end of its day', () => {
    const load = dayLoad(DAY, [job(1380, 1440, 10), job(-60, 0, 20), job(1430, 1450, 40)], null);
    expect(load).toMatchObject({ workMin: 10, isShort: false });
  });

  test('short where a window is, though the day has minutes enough; what waits counts apart', () => {
    const shifts = { shifts: [{ ...span(480, 960), people: 1 }], until: epochMinute(960) };
    expect(dayLoad(DAY, [job(480, 540, 60)], shifts)).toMatchObject({ isShort: false, shiftMin: 480 });
    expect(dayLoad(DAY, [job(480, 540, 61)], shifts)).toMatchObject({ isShort: true });
    expect(dayLoad(DAY, [job(480, 540, 60), job(480, 540, 1, true)], shifts)).toMatchObject({
      isShort: false,
      wouldBeShort: true,
      waitingMin: 1,
    });
  });

  test('what is due after the last shift that is entered is not judged', () => {
    const roster = { shifts: [], until: epochMinute(600) };
    const [inside, later] = [job(480, 600, 10), job(480, 601, 10)];
    expect([...shortOn(DAY, [inside, later], roster).keys()]).toEqual([inside]);
    expect(shortOn(DAY, [inside], null).size).toBe(0);
  });
});

describe('what is given to one person', () => {
  const there = (id: number, from: number, to: number) => ({
    id,
    window: span(from, to),
    isAttendance: true,
  });
  test('being there must lie in shifts, which may follow one another; work need only meet one', () => {
    const shifts = [span(540, 720), span(480, 540)];
    expect(doubtsOf([there(1, 480, 720)], shifts).get(1)).toEqual([]);
    expect(doubtsOf([there(1, 480, 721)], shifts).get(1)).toEqual([{ kind: 'not-on-shift' }]);
    const work = { id: 2, window: span(700, 900), isAttendance: false };
    expect(doubtsOf([work], shifts).get(2)).toEqual([]);
    expect(doubtsOf([{ ...work, window: span(720, 900) }], shifts).get(2)).toEqual([
      { kind: 'not-on-shift' },
    ]);
    expect(doubtsOf([there(1, 0, 60)], null).get(1)).toEqual([]);
  });

  test('nobody is at two places; one after the other they can be', () => {
    expect(doubtsOf([there(1, 0, 60), there(2, 59, 90)], null).get(1)).toEqual([
      { kind: 'elsewhere', other: 2 },
    ]);
    expect(doubtsOf([there(1, 0, 60), there(2, 60, 90)], null).get(1)).toEqual([]);
  });
});

// Reference: the shortage of each job by itself, stretch by stretch.
test('the shortages of all jobs are those of each beside the others', () => {
  const window = fc
    .tuple(fc.nat(20), fc.integer({ min: 1, max: 8 }))
    .map(([from, long]) => span(from, from + long));
  const jobs = fc.array(fc.record({ window, workMin: fc.nat(12) }), { maxLength: 7 });
  const shifts = fc.array(
    fc.tuple(window, fc.integer({ min: 1, max: 3 })).map(([on, people]): Shift => ({ ...on, people })),
    { maxLength: 4 },
  );
  fc.assert(
    fc.property(jobs, shifts, (all, onShift) => {
      const found = crewShortages(all, onShift);
      for (const each of all)
        expect(found.get(each)?.shortMin).toBe(crewShortage(each, all, onShift)?.shortMin);
    }),
  );
});

import type { SegmentId } from '../ids';
import { addDays, addWallMinutes, atMinuteOfDay, dateOf, localDate, localDateTime } from '../time/local-time';
import type { OccurrenceState } from './transitions';
import { whenNow, type DateNow, type SegmentFacts } from './request-now';

const WEEKLY: SegmentFacts = {
  id: 1 as SegmentId,
  rrule: 'FREQ=WEEKLY;INTERVAL=2;BYDAY=TU;COUNT=8',
  tzid: 'Europe/London',
  startLocal: localDateTime('2027-04-13T18:15'),
  endLocal: localDateTime('2027-04-13T20:00'),
  endless: 0,
};
const PICKED: SegmentFacts = { ...WEEKLY, rrule: null };

interface Change {
  readonly laterMin?: number;
  readonly longerMin?: number;
  readonly state?: OccurrenceState;
}
/** The eight dates of the rule, some of them changed by their number. */
const dates = (changes: Readonly<Record<number, Change>> = {}, segmentId = 1): DateNow[] =>
  Array.from({ length: 8 }, (_, index) => {
    const { laterMin = 0, longerMin = 0, state = 'approved' } = changes[index] ?? {};
    const key = atMinuteOfDay(addDays(localDate('2027-04-13'), index * 14), 1095);
    const startLocal = addWallMinutes(key, laterMin);
    const endLocal = addWallMinutes(startLocal, 105 + longerMin);
    return { segmentId: segmentId as SegmentId, key, state, startLocal, endLocal };
  });
const all = (change: Change) => Object.fromEntries(Array.from({ length: 8 }, (_, n) => [n, change]));
const DAY = 1440;

test('as it was asked for: one stretch by its rule, nothing moved', () => {
  expect(whenNow([WEEKLY], dates())).toMatchObject({
    stretches: [
      { repetition: { kind: 'rule', rule: { every: 2, weekdays: [2] } }, last: '2027-07-20', dates: 8 },
    ],
    total: 8,
    moved: 0,
    leftOut: 0,
  });
});

test('a date that went to Thursday, two that were left out: the rule is still that of the others', () => {
  const now = whenNow(
    [WEEKLY],
    dates({ 2: { laterMin: 2 * DAY }, 6: { state: 'skipped' }, 7: { state: 'skipped' } }),
  );
  expect(now).toMatchObject({
    total: 8,
    moved: 1,
    leftOut: 2,
    stretches: [{ last: '2027-06-22', dates: 6 }],
  });
});

test('a longer date is a moved one too: it is not as the series is', () => {
  expect(whenNow([WEEKLY], dates({ 3: { longerMin: 30 } })).moved).toBe(1);
});

test('all moved by two days: the weekday and the hours are those they have now, and none is an exception', () => {
  const now = whenNow([WEEKLY], dates(all({ laterMin: 2 * DAY + 60 })));
  expect(now.moved).toBe(0);
  expect(now.stretches[0]).toMatchObject({
    repetition: { kind: 'rule', rule: { every: 2, weekdays: [4] } },
    start: '2027-04-15T19:15',
    last: '2027-07-22',
  });
});

test('moved back across the week, Tuesday becomes Sunday', () => {
  const now = whenNow([WEEKLY], dates(all({ laterMin: -2 * DAY })));
  expect(now.stretches[0]!.repetition).toMatchObject({ kind: 'rule', rule: { weekdays: [7] } });
});

test('of as many moved as not, those stand for the series that come first', () => {
  const moved = { laterMin: DAY };
  const now = whenNow([WEEKLY], dates({ 4: moved, 5: moved, 6: moved, 7: moved }));
  expect(now).toMatchObject({ moved: 4, stretches: [{ repetition: { rule: { weekdays: [2] } } }] });
});

test('a monthly rule whose dates all moved is a list of dates: no rule a form shows says that', () => {
  const monthly = { ...WEEKLY, rrule: 'FREQ=MONTHLY;BYMONTHDAY=13;COUNT=8' };
  expect(whenNow([monthly], dates(all({ laterMin: DAY }))).stretches[0]!.repetition).toEqual({
    kind: 'picked',
  });
  expect(whenNow([monthly], dates(all({ laterMin: 60 }))).stretches[0]!.repetition.kind).toBe('rule');
});

test('a series that was split is two stretches, counted together', () => {
  const later = { ...WEEKLY, id: 2 as SegmentId, rrule: 'FREQ=WEEKLY;BYDAY=TH;COUNT=4' };
  const [first, second] = [dates().slice(0, 4), dates(all({ laterMin: 0 }), 2).slice(4)];
  const now = whenNow([WEEKLY, later], [...first, ...second]);
  expect(now.total).toBe(8);
  expect(now.stretches.map(({ dates: count, last }) => [count, last])).toEqual([
    [4, '2027-05-25'],
    [4, '2027-07-20'],
  ]);
});

test('a stretch of which nothing is left is not told; where nothing at all is left, what was asked for is', () => {
  const later = { ...PICKED, id: 2 as SegmentId };
  const gone = dates(all({ state: 'cancelled' }));
  expect(whenNow([WEEKLY, later], [...gone, ...dates({}, 2)]).stretches).toHaveLength(1);
  expect(whenNow([WEEKLY], gone)).toMatchObject({ total: 8, leftOut: 0, stretches: [{ dates: 8 }] });
  expect(whenNow([WEEKLY], dates(all({ state: 'skipped' })))).toMatchObject({ leftOut: 0 });
});

test('without end nobody counts', () => {
  const endless = { ...WEEKLY, rrule: 'FREQ=WEEKLY;INTERVAL=2;BYDAY=TU', endless: 1 as const };
  expect(whenNow([endless], dates({ 1: { state: 'skipped' } }))).toMatchObject({
    total: null,
    leftOut: 1,
    stretches: [{ isEndless: true }],
  });
});

test('seed 1–200: dates of every kind are each counted once, and a single date is its own span', () => {
  for (let seed = 1; seed <= 200; seed += 1) {
    let state = seed;
    const random = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
    const states = ['waiting', 'approved', 'declined', 'skipped', 'cancelled', 'withdrawn'] as const;
    const changed = dates(
      Object.fromEntries(
        Array.from({ length: 8 }, (_, n) => [
          n,
          {
            laterMin: random() < 0.4 ? Math.floor(random() * 5 - 2) * DAY : 0,
            state: states[Math.floor(random() * states.length)]!,
          },
        ]),
      ),
    );
    const live = changed.filter((date) => date.state === 'waiting' || date.state === 'approved');
    const now = whenNow([WEEKLY], changed);
    const [stretch] = now.stretches;
    const told = live.length ? live : changed;
    expect([seed, stretch!.dates]).toEqual([seed, told.length]);
    expect([seed, stretch!.last]).toEqual([
      seed,
      dateOf(
        told
          .map(({ startLocal }) => startLocal)
          .sort()
          .at(-1)!,
      ),
    ]);
    expect(now.moved).toBeLessThan(told.length);
    if (told.length === 1)
      expect([stretch!.start, stretch!.end]).toEqual([told[0]!.startLocal, told[0]!.endLocal]);
  }
});

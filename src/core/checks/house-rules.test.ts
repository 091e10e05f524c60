import type { ClaimId, RequestId, ResourceId, SegmentId } from '../ids';
import { localDate, localDateTime } from '../time/local-time';
import { toEpochMinute } from '../time/zone';
import { addMinutes, type EpochMinute } from '../time/epoch-minute';
import type { PolicyLine } from '../spaces/policy';
import type { Timetable } from '../spaces/timetable';
import type { ExpectedSeries, SpaceFacts } from './world';
import { seatsByArea, wheelchairPlaces } from '../seating/capacity';
import { countKits, kitCycle, type KitItem } from '../equipment/kits';
import { custodyOf } from '../equipment/units';
import { checkDates } from './check';
import { severityOf, verdictOf } from './findings';
import type { AskedFacts } from './asked';
import { busy, rules, space, span, wanted, world } from '@tests/builders/world';

const LONDON = 'Europe/London';
const at = (text: string) => toEpochMinute(localDateTime(text), LONDON, 'offset-before');
const policy = (more: Partial<PolicyLine>): PolicyLine => ({
  validFrom: localDate('2020-01-01'),
  noticeMin: null,
  horizonMonths: null,
  shortestMin: null,
  longestMin: null,
  granted: 'on-request',
  who: { roles: [], organisations: [] },
  ...more,
});
const requester = (now: string, more: Partial<NonNullable<AskedFacts['requester']>> = {}) => ({
  now: at(now),
  roles: ['requester' as const],
  organisations: [],
  ...more,
});
/** One date from the wall times, in space 2. */
const dateAt = (from: string, to: string) => {
  const base = wanted(from, { from: 0, to: 1 });
  return { ...base, claim: { ...base.claim, event: { start: at(from), end: at(to) } } };
};
const breach = (lines: PolicyLine[], from: string, to: string, who = requester('2027-04-13T08:10')) =>
  checkDates([dateAt(from, to)], world({ spaces: [space(2, [1], { policies: lines })] }), {
    requester: who,
  }).map(({ facts }) => (facts.rule === 'policy' ? facts.breach.kind : facts.rule));

describe('policy', () => {
  test('notice: exactly enough is enough, a minute less is not', () => {
    const lines = [policy({ noticeMin: 1440 })];
    expect(breach(lines, '2027-04-14T08:10', '2027-04-14T09:00')).toEqual([]);
    expect(breach(lines, '2027-04-14T08:09', '2027-04-14T09:00')).toEqual(['short-notice']);
  });
  test('horizon: the last day is inside, its morrow is not; the house default where the space is silent', () => {
    const lines = [policy({ horizonMonths: 3 })];
    expect(breach(lines, '2027-07-13T22:00', '2027-07-13T23:00')).toEqual([]);
    expect(breach(lines, '2027-07-14T00:00', '2027-07-14T01:00')).toEqual(['beyond-horizon']);
    expect(breach([], '2029-04-13T10:00', '2029-04-13T11:00')).toEqual([]);
    expect(breach([], '2029-04-14T10:00', '2029-04-14T11:00')).toEqual(['beyond-horizon']);
  });
  test('a month that is shorter ends the horizon on its last day', () => {
    const who = requester('2027-01-31T08:00');
    expect(breach([policy({ horizonMonths: 1 })], '2027-02-28T10:00', '2027-02-28T11:00', who)).toEqual([]);
    expect(breach([policy({ horizonMonths: 1 })], '2027-03-01T10:00', '2027-03-01T11:00', who)).toEqual([
      'beyond-horizon',
    ]);
  });
  test('length: the shortest and the longest are inside', () => {
    const lines = [policy({ shortestMin: 30, longestMin: 60 })];
    expect(breach(lines, '2027-04-20T10:00', '2027-04-20T10:30')).toEqual([]);
    expect(breach(lines, '2027-04-20T10:00', '2027-04-20T10:29')).toEqual(['too-short']);
    expect(breach(lines, '2027-04-20T10:00', '2027-04-20T11:00')).toEqual([]);
    expect(breach(lines, '2027-04-20T10:00', '2027-04-20T11:01')).toEqual(['too-long']);
  });
  test('who may ask: one of the roles or one of the organisations', () => {
    const lines = [policy({ who: { roles: ['steward'], organisations: [7] } })];
    const ask = (more: object) =>
      breach(lines, '2027-04-20T10:00', '2027-04-20T11:00', requester('2027-04-13T08:10', more));
    expect(ask({})).toEqual(['not-for-you']);
    expect(ask({ organisations: [6, 7] })).toEqual([]);
    expect(ask({ roles: ['steward'] })).toEqual([]);
  });
  test('the line of the date counts, not that of today', () => {
    const lines = [policy({}), policy({ validFrom: localDate('2027-05-01'), longestMin: 30 })];
    expect(breach(lines, '2027-04-30T10:00', '2027-04-30T11:00')).toEqual([]);
    expect(breach(lines, '2027-05-01T10:00', '2027-05-01T11:00')).toEqual(['too-long']);
  });
  test('blocks requesters, warns the office', () => {
    const [finding] = checkDates(
      [dateAt('2027-04-13T09:00', '2027-04-13T10:00')],
      world({ spaces: [space(2, [1], { policies: [policy({ noticeMin: 1440 })] })] }),
      { requester: requester('2027-04-13T08:10') },
    );
    expect([severityOf(finding!.facts, 'requester'), severityOf(finding!.facts, 'office')]).toEqual([
      'blocks',
      'warns',
    ]);
  });
});

describe('period timetables', () => {
  const timetable: Timetable = {
    validFrom: localDate('2027-04-01'),
    validTo: localDate('2027-07-31'),
    periods: [
      { name: '1', fromMin: 515, toMin: 560 },
      { name: '2', fromMin: 565, toMin: 610 },
      { name: '3', fromMin: 630, toMin: 675 },
    ],
    exceptions: [
      { date: localDate('2027-05-04'), periods: [{ name: 'long', fromMin: 540, toMin: 660 }] },
      { date: localDate('2027-05-05'), periods: null },
    ],
  };
  const ask = (from: string, to: string) =>
    rules(checkDates([dateAt(from, to)], world({ spaces: [space(2, [1], { timetables: [timetable] })] })));
  test.each([
    ['one period', '2027-04-20T08:35', '2027-04-20T09:20', true],
    ['two in a row', '2027-04-20T08:35', '2027-04-20T10:10', true],
    ['a minute late', '2027-04-20T08:36', '2027-04-20T09:20', false],
    ['a minute long', '2027-04-20T08:35', '2027-04-20T09:21', false],
    ['before it is valid', '2027-03-30T08:36', '2027-03-30T09:20', true],
    ['other periods on a named date', '2027-05-04T09:00', '2027-05-04T11:00', true],
    ['the usual ones on that date', '2027-05-04T08:35', '2027-05-04T09:20', false],
    ['no periods on that date', '2027-05-05T08:35', '2027-05-05T09:20', false],
  ])('%s', (_, from, to, fits) => expect(ask(from, to)).toEqual(fits ? [] : ['not-a-period']));
});

// Values from memory: IBC table 1004.5 / NFPA 101 table 7.3.1.2, and 2010 ADA Standards table 221.2.1.1.
describe('seats', () => {
  const FT2 = 0.09290304;
  test.each([
    ['theatre', 700, 100],
    ['theatre', 699, 99],
    ['classroom', 700, 35],
    ['rounds', 700, 46],
    ['boardroom', 150, 10],
    ['standing', 700, 140],
    ['empty', 700, 0],
  ] as const)('%s on %i ft² net is %i', (layout, feet, people) =>
    expect(seatsByArea(feet * FT2, layout)).toBe(people),
  );
  test.each([
    [3, 0],
    [4, 1],
    [25, 1],
    [26, 2],
    [50, 2],
    [51, 4],
    [150, 4],
    [151, 5],
    [300, 5],
    [301, 6],
    [500, 6],
    [501, 7],
    [650, 7],
    [651, 8],
    [5000, 36],
  ])('%i seats have %i wheelchair places', (seats, places) => expect(wheelchairPlaces(seats)).toBe(places));

  const ask = (more: object, facts: Partial<SpaceFacts> = {}) => {
    const base = wanted('a', { from: 0, to: 60 });
    const spaces = [{ ...base.claim.spaces[0]!, ...more }];
    return checkDates(
      [{ ...base, claim: { ...base.claim, spaces } }],
      world({ spaces: [space(2, [1], facts)] }),
    );
  };
  test('one wheelchair more than there are places warns, with how many', () => {
    expect(ask({ wheelchairs: 1 })).toEqual([]);
    expect(ask({ wheelchairs: 2 })[0]!.facts).toEqual({
      rule: 'wheelchair-places',
      wheelchairs: 2,
      places: 1,
      over: 1,
    });
  });
  test('features that are not there are named, those that are not', () => {
    const [finding] = ask({ features: ['piano', 'daylight'] }, { features: ['daylight'] });
    expect(finding!.facts).toEqual({ rule: 'feature-missing', features: ['piano'] });
    expect(verdictOf([finding!], 'requester')).toBe('warning');
  });
});

describe('the same audience', () => {
  const event = (from: number, to: number, audiences = ['families', 'members']) => ({
    claimId: 9 as ClaimId,
    span: span(from, to),
    audiences,
  });
  const ask = (audiences: string[], other: ReturnType<typeof event>) =>
    rules(checkDates([wanted('a', { from: 0, to: 60 })], world({ publicEvents: [other] }), { audiences }));
  test('fifteen minutes are in the way, fourteen are not', () => {
    expect(ask(['families'], event(45, 200))).toEqual(['same-audience']);
    expect(ask(['families'], event(46, 200))).toEqual([]);
    expect(ask(['families'], event(-500, 15))).toEqual(['same-audience']);
    expect(ask(['families'], event(-500, 14))).toEqual([]);
  });
  test('another audience, or none, is no matter', () => {
    expect(ask(['staff'], event(0, 60))).toEqual([]);
    expect(ask([], event(0, 60))).toEqual([]);
  });
});

describe('others who wait, and dates that are expected', () => {
  test('waiting demand is noted once a space, with everybody who waits', () => {
    const waiting = [busy(1, 30, 90, 11), busy(1, 40, 100, 12), busy(1, 60, 90, 13)];
    const found = checkDates([wanted('a', { from: 0, to: 60 })], world({ waiting }));
    expect(found.map(({ facts }) => facts)).toEqual([
      { rule: 'also-wanted', by: [11, 12], minutes: 30, during: span(30, 60) },
    ]);
    expect(verdictOf(found, 'office')).toBe('clear');
  });
  const series: ExpectedSeries = {
    segmentId: 3 as SegmentId,
    requestId: 8 as RequestId,
    claimId: 21 as ClaimId,
    materialisedUntil: localDate('2027-04-20'),
    lengthMin: 60,
    spaces: [{ parts: [1 as ResourceId], bands: { setupMin: 0, accessMin: 15, exitMin: 15, strikeMin: 0 } }],
    dates: {
      start: localDateTime('2019-04-02T10:00'),
      tzid: LONDON,
      allDay: false,
      rrule: 'FREQ=WEEKLY',
      extra: [],
      excluded: [localDateTime('2027-05-04T10:00')],
    },
  };
  const ask = (from: string, to: string, more: AskedFacts = {}) =>
    rules(checkDates([dateAt(from, to)], world({ expected: [series] }), more));
  test('later dates of a series without end are noted, bands included', () => {
    expect(ask('2027-04-27T11:14', '2027-04-27T12:00')).toEqual(['expected-later']);
    expect(ask('2027-04-27T11:15', '2027-04-27T12:00')).toEqual([]);
    expect(ask('2040-04-24T09:00', '2040-04-24T09:46')).toEqual(['expected-later']);
  });
  test('dates that have rows, dates left out and the series itself are not', () => {
    expect(ask('2027-04-20T10:00', '2027-04-20T11:00')).toEqual([]);
    expect(ask('2027-05-04T10:00', '2027-05-04T11:00')).toEqual([]);
    expect(ask('2027-04-27T10:00', '2027-04-27T11:00', { requestId: 8 as RequestId })).toEqual([]);
  });
  test('no end given offers the end of the season the first date is in', () => {
    const seasons = [
      { name: 'autumn', to: localDate('2027-11-30') },
      { name: 'spring', to: localDate('2027-05-31') },
    ];
    const [finding] = checkDates([dateAt('2027-04-20T10:00', '2027-04-20T11:00')], world({ seasons }), {
      isEndless: true,
    });
    expect(finding!.facts).toEqual({ rule: 'no-end', season: { name: 'spring', to: '2027-05-31' } });
  });
});

describe('kits and units', () => {
  const kits = new Map<never, readonly KitItem[]>([
    [
      1 as never,
      [
        { typeId: 2 as never, quantity: 3 },
        { typeId: 3 as never, quantity: 1 },
      ],
    ],
    [2 as never, [{ typeId: 4 as never, quantity: 2 }]],
  ]);
  const contents = (type: unknown) => kits.get(type as never) ?? [];
  test('a kit counts as its contents, kits in kits too, and the outer kit is named', () =>
    expect(
      countKits(
        [
          { typeId: 1 as never, quantity: 2 },
          { typeId: 3 as never, quantity: 5 },
        ],
        contents,
      ),
    ).toEqual([
      { typeId: 4, quantity: 12, kitId: 1 },
      { typeId: 3, quantity: 2, kitId: 1 },
      { typeId: 3, quantity: 5, kitId: null },
    ]));
  test('a kit that holds itself is found, over any depth', () => {
    expect(kitCycle(kits)).toBeNull();
    expect(kitCycle(new Map([...kits, [4 as never, [{ typeId: 1 as never, quantity: 1 }]]]))).toEqual([
      1, 2, 4, 1,
    ]);
  });
  test('a unit is with whom has it now, was with whom had it before', () => {
    const loan = (claim: number, from: number, to: number) => ({
      resourceId: 5 as ResourceId,
      claimId: claim as ClaimId,
      span: span(from, to),
    });
    const loans = [loan(3, 300, 400), loan(1, 0, 100), loan(2, 100, 200)];
    const ask = (minute: number) => custodyOf(loans, addMinutes(span(0, 1).start, minute) as EpochMinute);
    expect([ask(100).before?.claimId, ask(100).now?.claimId, ask(100).next?.claimId]).toEqual([1, 2, 3]);
    expect([ask(200).before?.claimId, ask(200).now]).toEqual([2, null]);
  });
  test('a unit somebody has blocks; another unit of the type does not', () => {
    const base = wanted('a', { from: 0, to: 60, equipment: [[7, 1]] });
    const withUnit = (unit: number) => ({
      ...base,
      claim: { ...base.claim, equipment: [{ ...base.claim.equipment[0]!, unitId: unit as ResourceId }] },
    });
    const equipment = [
      {
        id: 7 as never,
        fetchMin: 10,
        returnMin: 20,
        stock: [{ from: 0 as EpochMinute, to: null, delta: 2 }],
      },
    ];
    const ask = (unit: number) =>
      checkDates([withUnit(unit)], world({ equipment, busy: [busy(50, 79, 200)] }));
    expect(ask(50)[0]!.facts).toMatchObject({
      rule: 'unit-taken',
      minutes: 1,
      unitId: 50,
      by: { kind: 'claim', claimId: 99 },
    });
    expect(ask(51)).toEqual([]);
  });
});

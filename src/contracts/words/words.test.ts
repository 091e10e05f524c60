import type { EquipmentTypeId, ClaimId, SegmentId, SpaceId } from '@/core/ids';
import type { FindingFacts } from '@/core/checks/rules/all';
import { whenNow, type SegmentFacts } from '@/core/changes/request-now';
import { countStates } from '@/core/changes/request-state';
import type { OccurrenceState } from '@/core/changes/transitions';
import { localDate, localDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { sayFinding, sayVerdicts } from './findings';
import { sayRefusal } from './refusals';
import { sayRequestState, type RequestNow } from './states';
import { sayWhenNow } from './request-when';
import { ruleText } from './rule';
import { dayLong, dayShort, duringText, lengthText, spanText } from './when';

const LONDON = 'Europe/London';
const at = (text: string) => toEpochMinute(localDateTime(text), LONDON, 'offset-before');
const span = (from: string, to: string) => ({ start: at(from), end: at(to) });

describe('when', () => {
  test('days and spans carry their day', () => {
    expect(dayShort(localDate('2027-04-13'))).toBe('Tue 13 Apr 2027');
    expect(dayLong(localDate('2027-04-13'))).toBe('Tuesday 13 April 2027');
    expect(spanText(localDateTime('2027-04-13T18:15'), localDateTime('2027-04-13T20:00'))).toBe(
      'Tue 13 Apr 2027, 18:15–20:00',
    );
    expect(spanText(localDateTime('2027-04-13T22:00'), localDateTime('2027-04-14T06:00'))).toBe(
      'Tue 13 Apr 2027, 22:00–06:00 on Wed 14 Apr 2027',
    );
  });
  test('instants are said on the wall of the site, summer time included', () => {
    expect(
      duringText(
        {
          start: (Date.UTC(2027, 6, 1, 11) / 60_000) as never,
          end: (Date.UTC(2027, 6, 1, 12) / 60_000) as never,
        },
        LONDON,
      ),
    ).toBe('from 12:00 to 13:00');
    expect(duringText(span('2027-04-13T23:00', '2027-04-14T01:00'), LONDON)).toBe(
      'from 23:00 on Tue 13 Apr 2027 to 01:00 on Wed 14 Apr 2027',
    );
  });
  test.each([
    [1, '1 min'],
    [45, '45 min'],
    [60, '1 h'],
    [119, '1 h 59 min'],
    [120, '2 h'],
    [135, '2 h 15 min'],
    [4320, '3 days'],
  ])('%i minutes are %s', (minutes, text) => expect(lengthText(minutes)).toBe(text));
  test('a rule is said with its last day and number', () => {
    const [start, end] = [localDateTime('2027-01-22T18:15'), localDateTime('2027-01-22T20:00')];
    const times = { start, end, tzid: LONDON, allDay: false };
    expect(ruleText('FREQ=WEEKLY;INTERVAL=3;UNTIL=20270319T235959Z', times, 3)).toBe(
      'every 3 weeks on Friday, 18:15–20:00, until 19 March 2027, 3 dates',
    );
    expect(
      ruleText('FREQ=WEEKLY;UNTIL=20270319', { ...times, end: localDateTime('2027-01-23T01:00') }, 1),
    ).toBe('every week on Friday, 18:15–01:00 the next day, until 19 March 2027, 1 date');
  });
});

describe('when a request takes place', () => {
  const segment = (id: number, rrule: string | null, from: string, to: string): SegmentFacts => ({
    id: id as SegmentId,
    rrule,
    tzid: LONDON,
    startLocal: localDateTime(from),
    endLocal: localDateTime(to),
    endless: 0,
  });
  const date = (id: number, key: string, from: string, to: string, state: OccurrenceState = 'approved') => ({
    segmentId: id as SegmentId,
    key: localDateTime(key),
    state,
    startLocal: localDateTime(from),
    endLocal: localDateTime(to),
  });
  const same = (id: number, from: string, to: string, state?: OccurrenceState) =>
    date(id, from, from, to, state);
  const WEEKLY = segment(1, 'FREQ=WEEKLY;BYDAY=TU;COUNT=4', '2027-04-13T18:15', '2027-04-13T20:00');

  test('a single date that was moved is told as it is now, not as it was asked for', () => {
    const moved = date(1, '2027-04-23T18:00', '2027-04-30T18:00', '2027-04-30T20:00');
    expect(sayWhenNow(whenNow([segment(1, null, '2027-04-23T18:00', '2027-04-23T20:00')], [moved]))).toBe(
      'Fri 30 Apr 2027, 18:00–20:00',
    );
  });

  test('moved and left out are said with the numbers', () => {
    const dates = [
      same(1, '2027-04-13T18:15', '2027-04-13T20:00'),
      date(1, '2027-04-20T18:15', '2027-04-22T18:15', '2027-04-22T20:00'),
      same(1, '2027-04-27T18:15', '2027-04-27T20:00'),
      same(1, '2027-05-04T18:15', '2027-05-04T20:00', 'skipped'),
    ];
    expect(sayWhenNow(whenNow([WEEKLY], dates))).toBe(
      'every week on Tuesday, 18:15–20:00, until 27 April 2027, 4 dates, 1 moved, 1 left out',
    );
  });

  test('a series that was split says from when it is otherwise, and its own end', () => {
    const later = segment(2, 'FREQ=WEEKLY;BYDAY=TH;COUNT=2', '2027-05-06T19:00', '2027-05-06T20:00');
    const dates = [
      same(1, '2027-04-13T18:15', '2027-04-13T20:00'),
      same(1, '2027-04-20T18:15', '2027-04-20T20:00'),
      same(2, '2027-05-06T19:00', '2027-05-06T20:00'),
      same(2, '2027-05-13T19:00', '2027-05-13T20:00'),
    ];
    expect(sayWhenNow(whenNow([WEEKLY, later], dates))).toBe(
      'every week on Tuesday, 18:15–20:00, until 20 April 2027; changed from 6 May 2027: every week on Thursday, 19:00–20:00, until 13 May 2027, 4 dates',
    );
  });

  test('whole days are never midnights', () => {
    const days = [same(1, '2027-05-14T00:00', '2027-05-17T00:00')];
    expect(sayWhenNow(whenNow([segment(1, null, '2027-05-14T00:00', '2027-05-17T00:00')], days))).toBe(
      'Fri 14 – Sun 16 May 2027, 3 days',
    );
    expect(spanText(localDateTime('2027-05-14T00:00'), localDateTime('2027-05-15T00:00'))).toBe(
      'Fri 14 May 2027, all day',
    );
  });
});

describe('every finding is one sentence with its measure and a way out', () => {
  const names = {
    tzid: LONDON,
    place: 'Potting Studio',
    equipment: 'Folding chair',
    collider: null as string | null,
  };
  const during = span('2027-04-13T14:00', '2027-04-13T14:45');
  const taken: FindingFacts = {
    rule: 'occupied',
    minutes: 45,
    during,
    by: { kind: 'claim', claimId: 1 as ClaimId },
  };
  const cases: readonly (readonly [FindingFacts, string])[] = [
    [
      taken,
      'Potting Studio is booked from 14:00 to 14:45, including setup and clearing away. Your times overlap by 45 min. Choose another time or space.',
    ],
    [
      {
        rule: 'occupied',
        minutes: 30,
        during,
        by: { kind: 'same-request', key: '2027-04-20T10:00', spaceId: 1 as SpaceId },
      },
      'Potting Studio is asked for twice by this request: 30 min overlap with Tue 20 Apr 2027, from 14:00 to 14:45, including setup and clearing away. Leave more time between the dates.',
    ],
    [
      { rule: 'equipment-short', typeId: 1 as EquipmentTypeId, asked: 40, short: 12, during },
      'Folding chair: 12 short from 14:00 to 14:45; 40 asked for, 28 available, fetching and return included. Ask for fewer or another time.',
    ],
    [
      { rule: 'over-posted-limit', people: 65, limit: 24, over: 41 },
      'Potting Studio may hold 24 people: 65 are 41 too many. Choose a larger space.',
    ],
    [
      { rule: 'over-seats', people: 25, layout: 'rounds', seats: 24, over: 1 },
      'Potting Studio with round tables seats 24: 25 are 1 too many. Choose another layout or a larger space.',
    ],
    [
      { rule: 'layout-not-offered', layout: 'theatre', offered: ['rounds', 'classroom'] },
      'Potting Studio is not set with rows of chairs. It offers round tables, tables in rows.',
    ],
    [
      { rule: 'closed', minutes: 45, during, reason: 'boiler' },
      'Potting Studio is closed from 14:00 to 14:45 (boiler): 45 min of this. Pick another day.',
    ],
    [
      { rule: 'outside-hours', minutes: 15, open: [span('2027-04-13T08:00', '2027-04-13T22:00')] },
      'Potting Studio is closed for 15 min of your time. It is open from 08:00 to 22:00.',
    ],
    [
      { rule: 'outside-hours', minutes: 60, open: [] },
      'Potting Studio is closed for 1 h of your time. It is not open on that day.',
    ],
    [
      { rule: 'crew-outside-hours', minutes: 20 },
      'Potting Studio is closed for 20 min of setup or clearing away. It can be done; the crew must agree.',
    ],
  ];
  test.each(cases)('%j', (facts, sentence) => expect(sayFinding(facts, names)).toBe(sentence));
  test('a title is named only where the reader may know it', () =>
    expect(sayFinding(taken, { ...names, collider: 'Grafting night' })).toContain(
      'booked by “Grafting night” from 14:00',
    ));
});

describe('states and verdicts', () => {
  test.each([
    [{ clear: 1, warning: 0, conflict: 0 }, 'Clear.'],
    [{ clear: 0, warning: 0, conflict: 1 }, 'There is a conflict.'],
    [{ clear: 0, warning: 1, conflict: 0 }, 'It can be done; see the notes below.'],
    [{ clear: 14, warning: 0, conflict: 0 }, 'All 14 dates are clear.'],
    [{ clear: 12, warning: 0, conflict: 2 }, '12 dates clear, 2 conflicts.'],
    [{ clear: 1, warning: 3, conflict: 1 }, '1 date clear, 3 warnings, 1 conflict.'],
  ])('%j: %s', (counts, text) => expect(sayVerdicts(counts)).toBe(text));
  test('a request says the state that matters first', () => {
    const state = (states: readonly OccurrenceState[], more: Partial<RequestNow> = {}) =>
      sayRequestState({ counts: countStates(states), offered: 0, isQuestionOpen: false, ...more });
    expect(state(['waiting', 'approved', 'waiting'])).toBe('partly approved: 1 of 3; 2 waiting');
    expect(state(['approved', 'declined', 'approved'])).toBe('partly approved: 2 of 3; 1 declined');
    // What was left out is told with the dates; what takes place is approved as a whole.
    expect(state(['approved', 'skipped', 'approved'])).toBe('approved');
    expect(state(['approved', 'cancelled', 'approved'])).toBe('approved; 1 of 3 dates cancelled');
    expect(state(['withdrawn', 'skipped'])).toBe('left out; 1 of 2 dates withdrawn');
    expect(state(['waiting'])).toBe('waiting');
    expect(state(['waiting'], { isQuestionOpen: true })).toBe('waiting; the office has asked a question');
    expect(state(['approved'], { isQuestionOpen: true })).toBe('approved');
    expect(state(['waiting', 'waiting'], { offered: 1 })).toBe(
      'waiting; another space or time offered for 1 date',
    );
    expect(state([])).toBe('no dates');
  });
});

describe('refusals have a way out', () => {
  test.each([
    [
      {
        code: 'bad-input',
        fields: [
          { path: 'a', message: 'A is missing.' },
          { path: 'b', message: 'B is missing.' },
        ],
      },
      'A is missing. And 1 more thing to correct.',
    ],
    [{ code: 'bad-input', fields: [] }, 'Something in the form cannot be read.'],
    [
      { code: 'conflict', sentences: ['x'], dates: 2 },
      'Not done: 2 dates conflict. Pick the clear dates and leave the others as they are, or move them.',
    ],
    [
      { code: 'stale', since: 'Mara Venn: approved 9 dates.' },
      'Not done: this has changed while you looked at it. Mara Venn: approved 9 dates. Look at it as it is now and decide again.',
    ],
    [
      { code: 'past', date: 'Tue 13 Apr 2027' },
      'Tue 13 Apr 2027 is over and can no longer be changed. Leave it out of the pick.',
    ],
    [{ code: 'too-many-tries', minutes: 1 }, 'Too many tries. Wait 1 minute and try again.'],
    [
      { code: 'wait-or-sign-in', minutes: 2 },
      'Much is being checked for people without an account just now. Sign in, or wait 2 minutes and go on; what you typed is kept.',
    ],
  ] as const)('%j', (refusal, text) => expect(sayRefusal(refusal)).toBe(text));
});

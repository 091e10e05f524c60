import ICAL from 'ical.js';
import type { CategoryId, PersonId, SpaceId } from '../ids';
import { RRule, RRuleSet } from 'rrule';
import { localDateTime as local, addWallMinutes, type LocalDateTime } from '../time/local-time';
import { expandRule } from '../recurrence/rule';
import { isOnCalendar, OPEN_FILTER } from './calendar-filter';
import { feedText, segmentText, type PublishedDateKind, type PublishedSegment } from './icalendar';
import { mayKnowBooking, maySeeWaiting, USUALLY_SEEN_BY } from './right-to-know';
import { ROLES, type Role } from '../roles';

const RULE = 'FREQ=WEEKLY;UNTIL=20270501T225959Z';
const series = (kinds: PublishedDateKind[], more: Partial<PublishedSegment> = {}): PublishedSegment => {
  const start = more.start ?? local('2027-04-06T18:15');
  const lengthMin = 105;
  const starts = expandRule(
    { start, tzid: 'Europe/London', rrule: RULE },
    { from: start, to: local('2028-01-01T00:00'), most: kinds.length },
  );
  return {
    uid: 'moth-1@calendario.invalid',
    sequence: 3,
    tzid: 'Europe/London',
    start,
    end: addWallMinutes(start, lengthMin),
    rrule: RULE,
    allDay: false,
    extra: [],
    dates: starts.map((at, index) => ({
      recurrence: at,
      kind: kinds[index]!,
      start: at,
      end: addWallMinutes(at, lengthMin),
      place: 'Boathouse',
    })),
    title: 'Moth survey; lanterns, nets',
    text: 'Bring a torch.\nDress for dew — 8 °C.',
    categories: ['Surveys, counts'],
    contact: '',
    colour: 'seagreen',
    url: 'https://quillmere.example/events/moth',
    relatedTo: null,
    changedAt: '2027-04-13T07:10:00Z',
    ...more,
  };
};
const HEAD = { name: 'Surveys', about: 'What was counted.', url: '', source: '', colour: 'seagreen' };
const feed = (...segments: PublishedSegment[]) => feedText(HEAD, [], segments.map(segmentText).join(''));
// Outside reference: the text read back by ical.js (used here as a reader only).
const read = (text: string) => new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');
const value = (event: ICAL.Component, name: string) => event.getFirstPropertyValue(name)?.toString();

describe('a series in a feed', () => {
  test('is one VEVENT with RRULE and EXDATE; every property comes back as it went in', () => {
    const [master, ...rest] = read(feed(series(['in-force', 'not-there', 'in-force', 'not-there'])));
    expect(rest).toEqual([]);
    expect(value(master!, 'uid')).toBe('moth-1@calendario.invalid');
    expect(value(master!, 'summary')).toBe('Moth survey; lanterns, nets');
    expect(value(master!, 'description')).toBe('Bring a torch.\nDress for dew — 8 °C.');
    expect(master!.getFirstProperty('categories')!.getValues()).toEqual(['Surveys, counts']);
    expect(value(master!, 'dtstart')).toBe('2027-04-06T18:15:00');
    expect(master!.getFirstProperty('dtstart')!.getParameter('tzid')).toBe('Europe/London');
    expect(value(master!, 'rrule')).toBe('FREQ=WEEKLY;UNTIL=20270501T225959Z');
    expect(master!.getAllProperties('exdate').map((each) => String(each.getFirstValue()))).toEqual([
      '2027-04-13T18:15:00',
      '2027-04-27T18:15:00',
    ]);
    expect(value(master!, 'sequence')).toBe('3');
  });

  // Outside reference: the npm package `rrule` expands what was written.
  test('expands to exactly the dates in force', () => {
    const kinds: PublishedDateKind[] = ['not-there', 'in-force', 'cancelled', 'in-force'];
    const events = read(feed(series(kinds)));
    const asUtc = (text: string) => new Date(`${text.slice(0, 19)}Z`);
    const set = new RRuleSet();
    set.rrule(
      new RRule({
        ...RRule.parseString('FREQ=WEEKLY'),
        dtstart: asUtc(value(events[0]!, 'dtstart')!),
        until: new Date('2027-05-01T22:59:59Z'),
      }),
    );
    for (const each of events[0]!.getAllProperties('exdate')) set.exdate(asUtc(String(each.getFirstValue())));
    const gone = events
      .slice(1)
      .filter((each) => value(each, 'status') === 'CANCELLED')
      .map((each) => value(each, 'recurrence-id'));
    const left = set
      .all()
      .map((at) => at.toISOString().slice(0, 19))
      .filter((at) => !gone.includes(at));
    expect(left).toEqual(['2027-04-13T18:15:00', '2027-04-27T18:15:00']);
  });

  test('a cancelled date is an override of the same UID; a segment readers never saw is not there at all', () => {
    const events = read(feed(series(['in-force', 'cancelled'])));
    expect(
      events.map((each) => [value(each, 'uid'), value(each, 'status'), value(each, 'recurrence-id')]),
    ).toEqual([
      ['moth-1@calendario.invalid', 'CONFIRMED', undefined],
      ['moth-1@calendario.invalid', 'CANCELLED', '2027-04-13T18:15:00'],
    ]);
    expect(read(feed(series(['not-there', 'not-there'])))).toEqual([]);
  });

  test('a date during which the clocks change has an override with its own end', () => {
    const start = local('2027-03-20T22:00');
    const dates = ['2027-03-20T22:00', '2027-03-27T22:00'].map(local).map((at: LocalDateTime) => ({
      recurrence: at,
      kind: 'in-force' as const,
      start: at,
      end: addWallMinutes(at, 480),
      place: 'Boathouse',
    }));
    const events = read(feed(series([], { start, end: addWallMinutes(start, 480), dates })));
    expect(events.map((each) => [value(each, 'recurrence-id'), value(each, 'dtend')])).toEqual([
      [undefined, '2027-03-21T06:00:00'],
      ['2027-03-27T22:00:00', '2027-03-28T06:00:00'],
    ]);
  });

  test('a single date is an event or its cancellation', () => {
    const single = (kind: PublishedDateKind) => series([kind], { rrule: null });
    expect(read(feed(single('in-force'))).map((each) => value(each, 'status'))).toEqual(['CONFIRMED']);
    expect(read(feed(single('cancelled'))).map((each) => value(each, 'status'))).toEqual(['CANCELLED']);
    expect(read(feed(single('not-there')))).toEqual([]);
  });

  test('lines are CRLF and at most 75 octets (RFC 5545 3.1)', () => {
    const text = feed(series(['in-force'], { title: 'Überwinterung 🌱 '.repeat(20) }));
    expect(text.endsWith('END:VCALENDAR\r\n')).toBe(true);
    const lines = text.split('\r\n');
    expect(lines.some((line) => line.includes('\n'))).toBe(false);
    expect(Math.max(...lines.map((line) => Buffer.byteLength(line)))).toBeLessThanOrEqual(75);
  });
});

describe('who may know', () => {
  const booking = { requesterId: 4 as PersonId, isPublic: false, seenBy: [USUALLY_SEEN_BY] };
  const viewer = (roles: Role[], personId = 9) => ({ personId: personId as PersonId, roles });
  test.each(ROLES)('%s who did not ask for it', (role) => {
    expect(mayKnowBooking(viewer([role]), booking)).toBe(role !== 'requester');
    expect(maySeeWaiting(viewer([role]), booking.requesterId)).toBe(role === 'manager');
  });
  test('a space says which roles see what is on there; of several spaces each has to', () => {
    const sees = (roles: Role[], ...seenBy: Role[][]) =>
      mayKnowBooking(viewer(roles), { ...booking, seenBy });
    expect(sees(['requester'], ['requester'])).toBe(true);
    expect(sees(['crew'], ['requester'])).toBe(false);
    expect(sees(['crew'], ['crew'], ['steward'])).toBe(false);
    expect(sees(['crew', 'steward'], ['crew'], ['steward'])).toBe(true);
    for (const role of ['manager', 'housekeeper'] as const) expect(sees([role], [])).toBe(true);
    // A loan stands in no space: those who work here know it.
    expect([sees(['crew']), sees(['requester'])]).toEqual([true, false]);
  });
  test('a reader sees only what is published; a requester always their own', () => {
    expect([mayKnowBooking(null, booking), mayKnowBooking(null, { ...booking, isPublic: true })]).toEqual([
      false,
      true,
    ]);
    expect([
      mayKnowBooking(viewer(['requester'], 4), booking),
      maySeeWaiting(viewer([], 4), booking.requesterId),
      maySeeWaiting(null, booking.requesterId),
    ]).toEqual([true, true, false]);
  });
});

test('a calendar shows what satisfies every side of its filter; an empty side is open', () => {
  const event = { ...OPEN_FILTER, categories: [1 as CategoryId], spaces: [7 as SpaceId] };
  const on = (categories: number[], spaces: number[]) =>
    isOnCalendar(
      { ...OPEN_FILTER, categories: categories as CategoryId[], spaces: spaces as SpaceId[] },
      event,
    );
  expect([on([], []), on([1, 2], []), on([2], []), on([1], [8]), on([1], [7])]).toEqual([
    true,
    true,
    false,
    false,
    true,
  ]);
});

import fc from 'fast-check';
import ICAL from 'ical.js';
import type { BuildingId, CategoryId, OrganisationId, PersonId, SpaceId } from '../ids';
import { ROLES } from '../roles';
import type { EpochMinute } from '../time/epoch-minute';
import { localDate } from '../time/local-time';
import { isOnCalendar, OPEN_FILTER, type CalendarFilter } from './calendar-filter';
import { contrastOf, cssColour } from './colours';
import { displayState, type DisplayBooking } from './display';
import { FACTS, toldWords } from './facts';
import { freeBusyText } from './free-busy';
import { mayRead, type Readers } from './readers';
import { calendarsOf, isAnnounced, isOpenToAll, type CalendarRule, type ShowableEvent } from './shown';
import { isSlug, slugOf } from './slug';

const ids = <Id>(...values: number[]) => values as Id[];
const filter = (more: Partial<CalendarFilter>): CalendarFilter => ({ ...OPEN_FILTER, ...more });

describe('what stands on a calendar', () => {
  const event = filter({
    categories: ids<CategoryId>(1, 4),
    spaces: ids<SpaceId>(7),
    buildings: ids<BuildingId>(2),
    hosts: ids<OrganisationId>(5),
    audiences: ['families'],
  });

  test.each<[string, Partial<CalendarFilter>, boolean]>([
    ['nothing said is everything', {}, true],
    ['one of its categories', { categories: ids<CategoryId>(4, 9) }, true],
    ['none of its categories', { categories: ids<CategoryId>(9) }, false],
    ['its building', { buildings: ids<BuildingId>(2) }, true],
    [
      'its space, though in another building',
      { buildings: ids<BuildingId>(3), spaces: ids<SpaceId>(7) },
      true,
    ],
    ['another space and another building', { buildings: ids<BuildingId>(3), spaces: ids<SpaceId>(8) }, false],
    ['its host', { hosts: ids<OrganisationId>(5) }, true],
    ['another host', { hosts: ids<OrganisationId>(6) }, false],
    ['its audience', { audiences: ['families', 'staff'] }, true],
    ['another audience', { audiences: ['staff'] }, false],
    ['right category, wrong host', { categories: ids<CategoryId>(1), hosts: ids<OrganisationId>(6) }, false],
  ])('%s', (_, wanted, isOn) => {
    expect(isOnCalendar(filter(wanted), event)).toBe(isOn);
  });

  test('its publishing day counts from its first minute on; held back and not to be published never', () => {
    const on = (heldBack: boolean, publishFrom: string | null, publish = true) =>
      isAnnounced(
        { publish, heldBack, publishFrom: publishFrom === null ? null : localDate(publishFrom) },
        localDate('2027-04-13'),
      );
    expect([on(false, null), on(false, '2027-04-13'), on(false, '2027-04-14')]).toEqual([true, true, false]);
    expect([on(true, null), on(false, null, false)]).toEqual([false, false]);
  });

  const made = (id: number, more: Partial<Extract<CalendarRule, { kind: 'made' }>> = {}): CalendarRule => ({
    kind: 'made',
    id,
    filter: OPEN_FILTER,
    readers: { kind: 'everyone' },
    facts: [...FACTS],
    ...more,
  });
  const showable = (more: Partial<ShowableEvent> = {}): ShowableEvent => ({
    ...event,
    isAnnounced: true,
    requesterId: 3 as PersonId,
    choices: new Map(),
    ...more,
  });
  const on = (calendars: CalendarRule[], more: Partial<ShowableEvent> = {}) =>
    calendarsOf(calendars, showable(more)).map(({ id }) => id);
  const other = filter({ categories: ids<CategoryId>(9) });

  test('what fits, what is picked and taken up, and nothing that is left out or only wished for', () => {
    const all = [made(1), made(2, { filter: other }), made(3), made(4, { filter: other })];
    const choices = new Map([
      [2, 'picked'],
      [3, 'excluded'],
      [4, 'wanted'],
    ] as const);
    expect(on(all, { choices })).toEqual([1, 2]);
    expect(on(all, { choices, isAnnounced: false })).toEqual([]);
  });

  test('spaces and hosts follow only what everybody may read by title; one’s own bookings always', () => {
    const kept: CalendarRule[] = [
      { kind: 'space', id: 11, spaceId: 7 as SpaceId },
      { kind: 'space', id: 12, spaceId: 8 as SpaceId },
      { kind: 'host', id: 13, hostId: 5 as OrganisationId },
      { kind: 'person', id: 14, personId: 3 as PersonId },
      { kind: 'person', id: 15, personId: 4 as PersonId },
    ];
    expect(on([made(1), ...kept])).toEqual([1, 11, 13, 14]);
    for (const hidden of [
      made(1, { readers: { kind: 'signed-in' } }),
      made(1, { readers: { kind: 'link' } }),
      made(1, { facts: ['place'] }),
      made(1, { filter: other }),
    ]) {
      expect(isOpenToAll([hidden], showable())).toBe(false);
      expect(on([hidden, ...kept]).filter((id) => id > 1)).toEqual([14]);
    }
    expect(on([made(1), ...kept], { isAnnounced: false })).toEqual([14]);
  });
});

describe('who reads a calendar', () => {
  const viewer = (personId: number, ...roles: (typeof ROLES)[number][]) => ({
    personId: personId as PersonId,
    roles,
  });
  const named: Readers = {
    kind: 'named',
    people: ids<PersonId>(4),
    roles: ['crew'],
    organisations: ids<OrganisationId>(8),
  };

  test.each<[string, Readers, ReturnType<typeof viewer> | null, number[], boolean]>([
    ['everybody', { kind: 'everyone' }, null, [], true],
    ['signed in, without an account', { kind: 'signed-in' }, null, [], false],
    ['signed in', { kind: 'signed-in' }, viewer(9, 'requester'), [], true],
    ['a link, by somebody with an account', { kind: 'link' }, viewer(9, 'requester'), [], false],
    ['a link, by whoever keeps calendars', { kind: 'link' }, viewer(9, 'manager'), [], true],
    ['named as a person', named, viewer(4), [], true],
    ['named by role', named, viewer(9, 'requester', 'crew'), [], true],
    ['named by organisation', named, viewer(9, 'requester'), [7, 8], true],
    ['not named', named, viewer(9, 'requester', 'steward'), [7], false],
    ['not named, without an account', named, null, [8], false],
  ])('%s', (_, readers, who, organisations, may) => {
    expect(mayRead(readers, { viewer: who, organisations: ids<OrganisationId>(...organisations) })).toBe(may);
  });
});

test('what a calendar does not tell is not in what it tells', () => {
  const words = {
    title: 'SECRET',
    secondLine: 'SECRET',
    text: 'SECRET',
    html: 'SECRET',
    lines: [{ fromMin: 0, text: 'SECRET' }],
    hosts: ['SECRET'],
    contact: 'SECRET',
  };
  expect(JSON.stringify(toldWords([], words, 'Taken'))).not.toContain('SECRET');
  expect(toldWords([], words, 'Taken').title).toBe('Taken');
  expect(toldWords(FACTS, words, 'Taken')).toEqual(words);
  expect(toldWords(['title'], words, 'Taken')).toMatchObject({
    title: 'SECRET',
    text: '',
    html: '',
    hosts: [],
  });
});

describe('an address from a name', () => {
  test.each([
    ['Talks & walks', 'talks-walks'],
    ['Überwinterung: Éclair', 'uberwinterung-eclair'],
    ['  ', 'calendar'],
    ['苔', 'calendar'],
    ['a'.repeat(80), 'a'.repeat(60)],
  ])('%s', (name, slug) => expect(slugOf(name)).toBe(slug));

  test('is an address whatever the name', () => {
    fc.assert(fc.property(fc.string({ unit: 'grapheme' }), (name) => isSlug(slugOf(name))));
  });
});

test('every hue has a colour of CSS 3, and contrast is that of WCAG', () => {
  for (const hue of ['orange', 'sky', 'green', 'yellow', 'blue', 'vermilion', 'rose', 'ink'])
    expect(cssColour(hue)).toMatch(/^[a-z]+$/);
  // WCAG 2.2: black on white is 21 to 1, a colour on itself 1 to 1. #767676 on white is 4.54 (value from memory).
  expect(contrastOf('#000000', '#ffffff')).toBeCloseTo(21, 5);
  expect(contrastOf('#ffffff', '#000000')).toBeCloseTo(21, 5);
  expect(contrastOf('#336699', '#336699')).toBe(1);
  expect(contrastOf('#767676', '#ffffff')).toBeCloseTo(4.54, 2);
});

describe('a display by a door', () => {
  const span = (start: number, end: number) => ({ start: start as EpochMinute, end: end as EpochMinute });
  const talk: DisplayBooking = { occupied: span(60, 200), event: span(90, 180), title: 'Talk' };
  const taken: DisplayBooking = { occupied: span(200, 260), event: null, title: null };
  const at = (minute: number, bookings = [taken, talk]) => displayState(bookings, minute as EpochMinute);

  test('free until somebody else has it, not until the event begins', () => {
    expect(at(0)).toEqual({ now: null, isOn: false, next: talk, freeUntil: 60, takenUntil: null });
  });
  test('being set up: taken, and the event is the next', () => {
    expect(at(60)).toEqual({ now: talk, isOn: false, next: talk, freeUntil: null, takenUntil: 260 });
  });
  test('on; what follows without a gap keeps it taken', () => {
    expect(at(90)).toEqual({ now: talk, isOn: true, next: taken, freeUntil: null, takenUntil: 260 });
    expect(at(179).isOn).toBe(true);
    expect(at(180).isOn).toBe(false);
  });
  test('what is only taken is on for as long as it is taken', () => {
    expect(at(200)).toMatchObject({ now: taken, isOn: true, next: null });
    expect(at(260)).toEqual({ now: null, isOn: false, next: null, freeUntil: null, takenUntil: null });
  });

  test('agrees with looking minute by minute', () => {
    const bookings = fc
      .array(fc.tuple(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 1, max: 9 })), { maxLength: 5 })
      .map((gaps) => {
        let from = 0;
        return gaps.map(([gap, length]): DisplayBooking => {
          const occupied = span(from + gap, from + gap + length);
          from = occupied.end;
          return { occupied, event: null, title: null };
        });
      });
    fc.assert(
      fc.property(bookings, fc.integer({ min: 0, max: 60 }), (all, minute) => {
        const isTaken = (each: number) =>
          all.some(({ occupied }) => occupied.start <= each && each < occupied.end);
        const until = (state: boolean) => {
          for (let each = minute; each < 200; each += 1) if (isTaken(each) !== state) return each;
          return null;
        };
        const found = at(minute, all);
        return isTaken(minute)
          ? found.now !== null && found.takenUntil === until(true)
          : found.now === null && found.freeUntil === until(false);
      }),
    );
  });
});

// Outside reference: RFC 5545 3.6.4 and 3.2.9, read back by ical.js.
test('free/busy tells when and nothing else, each stretch once', () => {
  const span = (start: number, end: number) => ({ start: start as EpochMinute, end: end as EpochMinute });
  const text = freeBusyText({
    uid: 'fb-1',
    span: span(0, 10_000),
    busy: [span(100, 160), span(40, 100), span(500, 530)],
    url: 'https://quillmere.example/places/SL',
    at: 7 as EpochMinute,
  });
  const part = new ICAL.Component(ICAL.parse(text)).getFirstSubcomponent('vfreebusy')!;
  const read = part.getAllProperties('freebusy').map((property) => String(property.getFirstValue()));
  expect(read).toEqual([
    '1970-01-01T00:40:00Z/1970-01-01T02:40:00Z',
    '1970-01-01T08:20:00Z/1970-01-01T08:50:00Z',
  ]);
  expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
  expect(String(part.getFirstPropertyValue('dtend'))).toBe('1970-01-07T22:40:00Z');
});

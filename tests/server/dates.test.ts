import { datesQuerySchema, DATE_STATES, type DatesQuery } from '@/contracts/calendar/dates';
import type { PersonId } from '@/core/ids';
import { mayKnowBooking, maySeeWaiting } from '@/core/publishing/right-to-know';
import type { Role } from '@/core/roles';
import { dateChoices, datesOf } from '@/server/use-cases/calendar/dates';
import { act, approvedIn, everyKindOfBooking, expectDone, submit, times } from '@tests/builders/changes';
import { openOffice, SPACE, viewer, weekly, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const DAY = '2027-04-20';
const PEOPLE = ['ada', 'ben', 'mara', 'cato'] as const;
type Asked = Partial<Record<keyof DatesQuery, string>>;

const look = (name: string | null, asked: Asked = {}) =>
  datesOf(
    name === null ? office.reader : office.as(name),
    datesQuerySchema.parse({ from: DAY, days: '1', ...asked }),
  );
const titles = async (name: string | null, asked: Asked = {}) =>
  (await look(name, asked)).dates.map((row) => row[6]);
const bay = (spaceId: number) => ({ spaceId, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 });

// Outside reference of the statement: the rule in the core, for every viewer and every kind of booking.
test('what a viewer reads of a date is what the rule of the core says', async () => {
  const made = await everyKindOfBooking(office, DAY);
  const requesterId = viewer('ada').personId as PersonId;
  const rules: Role[][] = [['crew', 'steward'], ['crew'], ['requester'], []];
  for (const [name, roles] of [null, ...PEOPLE].flatMap((each) =>
    rules.map((rule) => [each, rule] as const),
  )) {
    await office.db.sequelize.query(`UPDATE space SET seen_by = '${JSON.stringify(roles)}'`);
    const who = name === null ? null : viewer(name);
    const reply = await look(name);
    const text = JSON.stringify(reply);
    for (const { title, publish, isWaiting } of made) {
      const isThere = !isWaiting || maySeeWaiting(who, requesterId);
      const isKnown =
        isThere && mayKnowBooking(who, { requesterId, isPublic: publish && !isWaiting, seenBy: [roles] });
      expect([name, roles, title, text.includes(title)]).toEqual([name, roles, title, isKnown]);
    }
    const there = made.filter(({ isWaiting }) => !isWaiting || maySeeWaiting(who, requesterId));
    expect(reply.dates).toHaveLength(there.length);
  }
});

test('an event over two spaces stands once; where it is only taken each space stands alone, without its event', async () => {
  await approvedIn(office, 'ada', {
    title: 'SECRET',
    publish: false,
    notes: 'SECRET',
    publicText: 'SECRET',
    spaces: [bay(SPACE.HE), bay(SPACE.HW)],
    when: times(DAY, '10:00', '11:00'),
  });
  const [own] = (await look('ada')).dates;
  expect(own![5].map(([space]) => space)).toEqual([SPACE.HE, SPACE.HW]);
  expect(await titles('ada')).toEqual(['SECRET']);
  const { dates } = await look(null);
  expect(dates.map((row) => row[5].length)).toEqual([1, 1]);
  expect(JSON.stringify(dates)).not.toMatch(/SECRET|Fern|Ada/);
  // From setup to strike, as it occupies them; not when it begins for its people.
  expect(dates[0]!.slice(3, 5)).toEqual([own![3] - 60, own![4] + 50]);
  // Among categories, hosts and calendars there is nothing to say of it.
  for (const by of ['category', 'host', 'calendar']) expect((await look(null, { by })).dates).toEqual([]);
});

test('cancelled dates come on request, to whoever knew of them', async () => {
  const open = await approvedIn(office, 'ada', { title: 'Open talk', when: times(DAY, '09:00', '10:00') });
  const closed = await approvedIn(office, 'ada', {
    title: 'Closed talk',
    publish: false,
    when: times(DAY, '14:00', '15:00'),
  });
  for (const reference of [open, closed])
    expectDone(await act(office, 'mara', reference, { action: 'cancel', reason: 'Storm.' }));
  expect(await titles('ada')).toEqual([]);
  expect(await titles('ada', { cancelled: '1' })).toEqual(['Open talk', 'Closed talk']);
  expect(await titles(null, { cancelled: '1' })).toEqual(['Open talk']);
  expect(await titles(null, { state: 'cancelled' })).toEqual(['Open talk']);
  const [row] = (await look(null, { state: 'cancelled' })).dates;
  expect(DATE_STATES[row![1]]).toBe('cancelled');
});

test('withdrawn, declined and moved-away times are not dates', async () => {
  const reference = await submit(office, 'ada', { title: 'Given up' });
  expectDone(await act(office, 'ada', reference, { action: 'withdraw', reason: '' }));
  const moved = await approvedIn(office, 'ada', { title: 'Moved on', when: times(DAY, '09:00', '10:00') });
  expectDone(
    await act(office, 'mara', moved, {
      action: 'move',
      reason: 'Rain.',
      patch: { shiftMin: 1440 },
      keepOwn: true,
    }),
  );
  expect(await titles('mara', { cancelled: '1' })).toEqual([]);
  expect(await titles('mara', { from: '2027-04-21' })).toEqual(['Moved on']);
});

test('chosen by space, building, category, host, calendar, state and text', async () => {
  await approvedIn(office, 'ada', { title: 'Moss count', spaces: [bay(SPACE.HE)] });
  await approvedIn(office, 'ada', { title: 'Frond pressing', categoryId: 2, hostId: 2 });
  await submit(office, 'ada', { title: 'Lichen hour', spaces: [bay(SPACE.HW)] });
  expect(await titles('mara', { by: 'space', only: `${SPACE.HE}` })).toEqual(['Moss count']);
  expect(await titles('mara', { by: 'space', only: `${SPACE.HE}.${SPACE.HW}` })).toEqual([
    'Lichen hour',
    'Moss count',
  ]);
  expect(await titles('mara', { by: 'building', only: '1' })).toHaveLength(3);
  expect(await titles('mara', { by: 'building', only: '99' })).toEqual([]);
  expect(await titles('mara', { by: 'category', only: '2' })).toEqual(['Frond pressing']);
  expect(await titles('mara', { by: 'host', only: '1' })).toEqual(['Lichen hour', 'Moss count']);
  expect(await titles('mara', { state: 'waiting' })).toEqual(['Lichen hour']);
  expect(await titles('mara', { q: 'MOSS' })).toEqual(['Frond pressing', 'Moss count']);
  expect(await titles('mara', { q: 'east bay' })).toEqual(['Moss count']);
  // An underscore or percent sign is a letter like others.
  expect(await titles('mara', { q: '%' })).toEqual([]);
});

test('a date of a night or of several days stands on each of its days, touching days do not count', async () => {
  await approvedIn(office, 'ada', {
    title: 'Moth night',
    when: { startsAt: `${DAY}T20:00`, endsAt: '2027-04-22T00:00' },
  });
  for (const from of [DAY, '2027-04-21']) expect(await titles('mara', { from })).toEqual(['Moth night']);
  for (const from of ['2027-04-19', '2027-04-22']) expect(await titles('mara', { from })).toEqual([]);
});

test('dates of a series know which of how many they are, and their calendar', async () => {
  await approvedIn(office, 'ada', {
    when: { ...times(DAY, '14:00', '16:00'), repeat: weekly(1, '2027-05-25') },
  });
  const { dates } = await look('ada', { days: '60' });
  expect(dates.map((row) => [row[11], row[12]])).toEqual([1, 2, 3, 4, 5, 6].map((n) => [n, 6]));
  expect(await dateChoices(office.reader)).toMatchObject({ codes: { 1: 'GF' }, buildingOf: { 1: 1 } });
});

test.each([
  ['a span without an end', { days: '367' }],
  ['no days', { days: '0' }],
  ['half days', { days: '1.5' }],
  ['a date there is not', { from: '2027-02-30' }],
  ['a list that is none', { only: '1;DROP' }],
  ['a state there is not', { state: 'open' }],
  ['a text without an end', { q: 'x'.repeat(101) }],
])('refused: %s', (_, asked) => {
  expect(datesQuerySchema.safeParse({ from: DAY, days: '1', ...asked }).success).toBe(false);
});

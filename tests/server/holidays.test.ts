import { randomUUID } from 'node:crypto';
import { ROLES } from '@/core/roles';
import { POLICY } from '@/server/auth/policy';
import { rightLines } from '@/server/auth/rights';
import { localDate } from '@/core/time/local-time';
import { dayStrip } from '@/server/use-cases/calendar/day-strip';
import { holidayLines, holidaysOf, shutHolidays } from '@/server/use-cases/administration/entries/holidays';
import { entryLines } from '@/server/use-cases/administration/entries/read-entries';
import { approvedIn, expectDone, refusalOf, times } from '@tests/builders/changes';
import { openOffice, SPACE, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

/** Easter Sunday by the anonymous Gregorian algorithm (Meeus, Astronomical Algorithms, from memory). */
function easter(year: number): string {
  const [a, b, c] = [year % 19, Math.floor(year / 100), year % 100];
  const d = Math.floor(b / 4);
  const f = Math.floor((b + 8) / 25);
  const h = (19 * a + b - d - Math.floor((b - f + 1) / 3) + 15) % 30;
  const l = (32 + 2 * (b % 4) + 2 * Math.floor(c / 4) - h - (c % 4)) % 7;
  const m = Math.floor((a + 11 * h + 22 * l) / 451);
  const month = Math.floor((h + l - 7 * m + 114) / 31);
  const day = ((h + l - 7 * m + 114) % 31) + 1;
  return `${year}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
}

test('holidays of England are whole days, Easter where the moon has it, substitutes after a weekend', () => {
  for (let year = 2024; year <= 2040; year += 1) {
    const sunday = holidaysOf(['GB-ENG'], year).find(({ name }) => name === 'Easter Sunday')!;
    expect(sunday.from).toBe(`${easter(year)}T00:00`);
    // The night on which the clocks change may be that of Easter: the day is whole all the same.
    expect(sunday.to.slice(11)).toBe('00:00');
  }
  // Bank holidays of England and Wales in 2027 (from memory).
  const days = holidaysOf(['GB-ENG'], 2027).flatMap(({ from, isPublic }) =>
    isPublic ? [from.slice(5, 10)] : [],
  );
  for (const day of ['01-01', '03-26', '03-29', '05-03', '05-31', '08-30', '12-27', '12-28'])
    expect(days).toContain(day);
});

test('several places stand in one list, a day they share once', () => {
  const both = holidaysOf(['GB-ENG', 'FR'], 2027);
  const [newYear, ...more] = both.filter(({ from }) => from.startsWith('2027-01-01'));
  expect(more).toEqual([]);
  expect(newYear!.of).toEqual(['United Kingdom, England', 'France']);
  expect(both.find(({ from }) => from.startsWith('2027-07-14'))!.of).toEqual(['France']);
  expect(holidaysOf(['ZZ'], 2027)).toEqual([]);
});

test('what shutting hits is told before; shutting twice shuts once', async () => {
  const spaces = [{ spaceId: SPACE.HE, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 }];
  await approvedIn(office, 'ada', { people: 24, spaces, when: times('2027-08-30', '18:00', '20:00') });
  const ctx = office.as('mara');
  const summer = (await holidayLines(ctx, ['GB-ENG'], 2027)).find(({ from }) =>
    from.startsWith('2027-08-30'),
  )!;
  expect(summer).toMatchObject({ isShut: false, dates: 1, isPublic: true, when: 'Mon 30 Aug 2027' });
  const body = { places: ['GB-ENG'], year: 2027, days: [summer.key], as: 'closures' as const };
  const looked = expectDone(await shutHolidays(ctx, { ...body, key: randomUUID(), preview: true }));
  expect(looked.impact[0]).toBe('1 approved date falls outside and is at risk then.');
  expectDone(await shutHolidays(ctx, { ...body, key: randomUUID(), preview: false }));
  const again = expectDone(await shutHolidays(ctx, { ...body, key: randomUUID(), preview: false }));
  expect(again.summary).toBe('shut for 0 holidays of 2027');
  expect(
    (await entryLines(office.db, 'closure')).filter(({ note }) => note.includes('2027-08-30')),
  ).toHaveLength(1);
  const lines = await holidayLines(ctx, ['GB-ENG'], 2027);
  expect(lines.find(({ key }) => key === summer.key)!.isShut).toBe(true);
  const stray = { ...body, days: ['2027-08-30T00:00 Nobody’s day'], key: randomUUID(), preview: false };
  expect(refusalOf(await shutHolidays(ctx, stray))).toMatchObject({ code: 'bad-input' });
});

test('holidays as notes shut nothing: the strip of days says what they are, once', async () => {
  const ctx = office.as('mara');
  const days = (await holidayLines(ctx, ['GB-ENG'], 2027))
    .filter(({ from }) => from.startsWith('2027-12-2'))
    .map(({ key }) => key);
  expect(days.length).toBeGreaterThan(1);
  const note = () =>
    shutHolidays(ctx, {
      key: randomUUID(),
      preview: false,
      places: ['GB-ENG'],
      year: 2027,
      days,
      as: 'notes',
    });
  expectDone(await note());
  expect(expectDone(await note()).summary).toBe('noted 0 holidays of 2027');
  const strip = await dayStrip(office.reader, localDate('2027-12-24'), 3);
  expect(strip.map(({ notes }) => notes.length)).toEqual([0, 1, 1]);
  expect(strip[1]!.notes).toEqual(['Christmas Day']);
  const lines = await holidayLines(ctx, ['GB-ENG'], 2027);
  expect(lines.filter(({ key }) => days.includes(key)).some(({ isShut }) => isShut)).toBe(false);
});

test('the table of rights says what the policy says, of every action and role', () => {
  const lines = rightLines();
  expect(lines.map(({ action }) => action).sort()).toEqual(Object.keys(POLICY).sort());
  for (const { action, nobody, roles } of lines) {
    const allowed: string | readonly string[] = POLICY[action];
    expect([action, nobody]).toEqual([action, allowed === 'anyone']);
    for (const role of ROLES)
      expect([action, role, roles[role]]).toEqual([
        action,
        role,
        typeof allowed === 'string' || allowed.includes(role),
      ]);
  }
});

test('every site is shut on a holiday, each by a closure of its own', async () => {
  await office.db.sequelize.query(
    `INSERT INTO site (name, tzid, office_name, office_phone, office_email) SELECT 'Mill Field', tzid, office_name, office_phone, office_email FROM site`,
  );
  const [day] = await holidayLines(office.as('mara'), ['GB-ENG'], 2028);
  const shut = {
    key: randomUUID(),
    places: ['GB-ENG'],
    year: 2028,
    days: [day!.key],
    preview: false,
    as: 'closures' as const,
  };
  expect(expectDone(await shutHolidays(office.as('mara'), shut)).summary).toBe('shut for 1 holiday of 2028');
  const notes = (await entryLines(office.db, 'closure'))
    .filter(({ name }) => name === day!.name)
    .map(({ note }) => note);
  expect(notes.map((note) => note.split(', ').at(-1))).toEqual(['the whole site', 'Mill Field']);
  const [again] = await holidayLines(office.as('mara'), ['GB-ENG'], 2028);
  expect(again!.isShut).toBe(true);
});

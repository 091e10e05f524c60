import { violations } from '@/server/effects/invariants';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { feedTextOf } from '@tests/builders/publishing';
import { act, approvedIn, datesOf, expectDone, refusalOf, times } from '@tests/builders/changes';
import { ask, at, openOffice, type TestOffice } from '@tests/builders/office';

// Europe/London (IANA data of Node): on 26 March 2028 the clocks jump from 01:00 to 02:00, on 31 October 2027 they go back from 02:00 to 01:00.
const SPRING = '2028-03-26';
const AUTUMN = '2027-10-31';
let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const check = (day: string, from: string, to: string) =>
  checkRequest(office.as('mara'), ask({ accessMin: 0, exitMin: 0, when: times(day, from, to) }));
const night = (day: string, next: string) =>
  checkRequest(
    office.as('mara'),
    ask({ accessMin: 0, exitMin: 0, when: { startsAt: `${day}T22:00`, endsAt: `${next}T06:00` } }),
  );
const NOTICE = { kind: 'notice' as const, spaces: [], people: 1, accessMin: 0, exitMin: 0 };

test('a single time in the gap: named as the wall shows it, as long as it really is, drawn and said alike', async () => {
  const reply = expectDone(await check(SPRING, '01:30', '03:30'));
  expect(reply.inWords).toBe('Sun 26 Mar 2028, 02:30–03:30');
  expect(reply.dates[0]!.when).toBe('Sun 26 Mar 2028, 02:30–03:30');
  expect(reply.notes).toEqual([
    'The clocks jump over 01:30 on Sun 26 Mar 2028: it begins at 02:30 and lasts 1 h.',
  ]);
});

test('where the gap leaves nothing of it, it is refused beside the end, with a space and without', async () => {
  const refused = {
    code: 'bad-input',
    fields: [
      {
        path: 'when.endsAt',
        message:
          'The clocks jump over 01:30 on Sun 26 Mar 2028, so nothing is left of it. Choose another time.',
      },
    ],
  };
  expect(refusalOf(await check(SPRING, '01:30', '02:00'))).toEqual(refused);
  const notice = ask({ ...NOTICE, when: times(SPRING, '01:30', '02:30') });
  expect(refusalOf(await submitRequest(office.as('mara'), notice))).toEqual(refused);
  expect(await office.db.rows('SELECT id FROM request')).toEqual([]);
});

test('published without a space it has a start, an end and an hour between them', async () => {
  const reference = await approvedIn(office, 'mara', { ...NOTICE, when: times(SPRING, '01:30', '03:30') });
  const [date] = await datesOf(office, reference);
  expect([date!.startLocal, date!.endLocal]).toEqual([`${SPRING}T02:30`, `${SPRING}T03:30`]);
  expect(date!.claim.event.end - date!.claim.event.start).toBe(60);
  const feed = await feedTextOf(office.reader, 'workshops');
  expect(feed).toContain('DTSTART;TZID=Europe/London:20280326T023000');
  expect(feed).toMatch(/DTEND;TZID=Europe\/London:20280326T033000|DURATION:PT1H/);
});

test('in the autumn overlap it is said which of two equal times is meant', async () => {
  const reply = expectDone(await check(AUTUMN, '01:30', '03:00'));
  expect(reply.notes).toEqual([
    'The clocks go back on Sun 31 Oct 2027: 01:30 comes twice, and the first is meant.',
  ]);
});

test('a night over the change says how long it really is', async () => {
  expect(expectDone(await night('2027-10-30', '2027-10-31')).notes).toEqual([
    'The clocks change on Sat 30 Oct 2027: it lasts 9 h.',
  ]);
  expect(expectDone(await night('2028-03-25', '2028-03-26')).notes).toEqual([
    'The clocks change on Sat 25 Mar 2028: it lasts 7 h.',
  ]);
  expect(expectDone(await night('2027-04-20', '2027-04-21')).notes).toEqual([]);
});

test('moved into the gap a date is where the wall shows it and never without length', async () => {
  const reference = await approvedIn(office, 'mara', {
    ...NOTICE,
    when: times('2028-03-19', '01:30', '02:00'),
  });
  expectDone(
    await act(office, 'mara', reference, {
      action: 'move',
      patch: { shiftMin: 7 * 1440 },
      reason: 'Agreed.',
    }),
  );
  const [date] = await datesOf(office, reference);
  expect([date!.startLocal, date!.endLocal]).toEqual([`${SPRING}T02:30`, `${SPRING}T03:00`]);
  expect(date!.claim.event).toEqual({ start: at(`${SPRING}T02:30`), end: at(`${SPRING}T03:00`) });
});

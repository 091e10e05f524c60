import { randomUUID } from 'node:crypto';
import { splitSchema } from '@/contracts/requests/series';
import { violations } from '@/server/effects/invariants';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { desk } from '@/server/use-cases/decisions/desk';
import { findPlaces } from '@/server/use-cases/calendar/find-places';
import { placeSearchSchema } from '@/contracts/calendar/places';
import { outbox } from '@/server/use-cases/outbox/outbox';
import { loadRequest } from '@/server/repositories/requests/request-rows';
import { splitSeries } from '@/server/use-cases/requests/series/split-series';
import {
  act,
  approvedIn,
  datesOf,
  expectDone,
  refusalOf,
  statesIn,
  submit,
  times,
} from '@tests/builders/changes';
import { ask, at, openOffice, weekly, type TestOffice } from '@tests/builders/office';

// The clock stands at Tuesday 13 April 2027, 08:10.
let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const BEGUN = 'This time has begun already. Choose a later one.';
const back = (days: number) => ({ shiftMin: -days * 1440 });
const count = async (table: string) =>
  (await office.db.rows<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table}`))[0]!.n;

test('a requester moves nothing into the past: neither what waits nor what is approved, not even part of a series', async () => {
  const waiting = await submit(office, 'ada', { when: times('2027-04-20', '14:00', '16:00') });
  const approved = await approvedIn(office, 'ada', {
    when: { ...times('2027-04-21', '09:00', '10:00'), repeat: weekly(1, '2027-05-12') },
  });
  for (const reference of [waiting, approved]) {
    const before = await datesOf(office, reference);
    const outcome = await act(office, 'ada', reference, { action: 'change', patch: back(60), reason: '' });
    expect(refusalOf(outcome)).toEqual({
      code: 'put-right',
      fields: [{ path: 'step.patch', message: BEGUN }],
    });
    // One date of four is enough.
    const first = await act(office, 'ada', reference, { action: 'change', patch: back(9), reason: '' });
    expect(refusalOf(first).code).toBe('put-right');
    expect(await datesOf(office, reference)).toEqual(before);
  }
});

test('nor does a series go on from the past', async () => {
  const reference = await approvedIn(office, 'ada', {
    when: { ...times('2027-04-20', '09:00', '10:00'), repeat: weekly(1, '2027-05-11') },
  });
  const [first] = await datesOf(office, reference);
  const { version } = (await loadRequest(office.db, reference))!;
  const outcome = await splitSeries(
    office.as('ada'),
    reference,
    splitSchema.parse({
      key: randomUUID(),
      version,
      from: first!.id,
      when: { ...times('2027-03-02', '09:00', '10:00'), repeat: weekly(1, '2027-03-23') },
      reason: '',
    }),
  );
  expect(outcome.ok).toBe(false);
});

test('asked for, a past time is never clear: form, spaces and submission say so beside the start', async () => {
  const past = ask({ when: { ...times('2027-04-06', '14:00', '16:00'), repeat: weekly(1, '2027-04-20') } });
  const checked = expectDone(await checkRequest(office.as('ada'), past));
  expect(checked.dates.map(({ verdict }) => verdict)).toEqual(['conflict', 'clear', 'clear']);
  expect(checked.dates[0]!.findings.map(({ sentence }) => sentence)).toContain(BEGUN);
  const anonymous = expectDone(await checkRequest(office.reader, past));
  expect(anonymous.dates[0]!.verdict).toBe('conflict');
  expect(refusalOf(await submitRequest(office.as('ada'), past))).toEqual({
    code: 'put-right',
    fields: [{ path: 'when.startsAt', message: BEGUN }],
  });
  const places = expectDone(
    await findPlaces(
      office.as('ada'),
      placeSearchSchema.parse({ people: '10', day: '2027-04-06', from: '14:00', to: '16:00' }),
    ),
  );
  expect(JSON.stringify(places)).toContain('conflict');
  expect(JSON.stringify(places)).not.toContain('"verdict":"clear"');
});

test('the very minute it begins is past; the minute after is not', async () => {
  const verdictAt = async (from: string) =>
    expectDone(
      await checkRequest(office.as('ada'), ask({ accessMin: 0, when: times('2027-04-13', from, '11:00') })),
    ).dates[0]!.findings.some(({ sentence }) => sentence === BEGUN);
  expect([await verdictAt('08:10'), await verdictAt('08:11')]).toEqual([true, false]);
});

test('the office records what was: with a reason, and without a letter or a work order', async () => {
  const reference = expectDone(
    await submitRequest(office.as('mara'), ask({ when: times('2027-04-06', '14:00', '16:00') })),
  ).reference;
  const [line] = (await desk(office.as('mara'))).lines;
  expect(line).toMatchObject({ reference, clear: [], verdicts: { clear: 0 } });
  const bare = await act(office, 'mara', reference, { action: 'approve', reason: '' });
  expect(refusalOf(bare)).toMatchObject({
    code: 'needs-reason',
    sentences: [expect.stringContaining('This time has begun already. Recording what was needs a reason')],
  });
  expectDone(
    await act(office, 'mara', reference, { action: 'approve', reason: 'It was held, nobody wrote it down.' }),
  );
  expect(await statesIn(office, reference)).toEqual(['approved']);
  expect([await count('work_order'), (await outbox(office.as('mara'))).lines]).toEqual([0, []]);
});

test('what is running may still be made shorter or longer without a word about the past', async () => {
  const reference = await approvedIn(office, 'ada', { when: times('2027-04-13', '09:00', '12:00') });
  office.clock.set(at('2027-04-13T10:00'));
  expectDone(
    await act(office, 'ada', reference, { action: 'change', patch: { lengthMin: 210 }, reason: '' }),
  );
  expect((await datesOf(office, reference))[0]!.endLocal).toBe('2027-04-13T12:30');
});

import { violations } from '@/server/effects/invariants';
import { JOBS } from '@/server/jobs/jobs';
import { runDueJobs } from '@/server/jobs/scheduler';
import { readRequest } from '@/server/use-cases/requests/own/own-requests';
import { publishNow } from '@/server/use-cases/publishing/settle-approvals';
import { boardSpanText } from '@/server/use-cases/calendar/board-span';
import { localDate } from '@/core/time/local-time';
import { act, expectDone, statesIn, submit, times, undo } from '@tests/builders/changes';
import { eventsOf, noticesAt, sayNotice, wrongForReaders } from '@tests/builders/publishing';
import { at, openOffice, SMALL_OFFICE, type TestOffice } from '@tests/builders/office';

// The clock stands at Tuesday 13 April 2027, 08:10. Readers learn of an approval when it can no longer be taken back.
let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const KEY = '6c0f7a52-2a52-4d0c-9d3e-0d6f3b1f0a01';
const WHEN = times('2027-04-20', '14:00', '16:00');
const told = () => eventsOf(office.reader, 'workshops', ['status', 'summary']);
const approve = (reference: string) =>
  act(office, 'mara', reference, { action: 'approve', reason: '' }, { readersWait: true });
const tick = (time: string) => {
  office.clock.set(at(`2027-04-13T${time}`));
  return runDueJobs(office.reader, Date.UTC(2027, 3, 13), (job, error) => {
    throw new Error(`${job}: ${String(error)}`);
  });
};

test('an approval reaches readers when the time for taking it back is over, not a minute before', async () => {
  const reference = await submit(office, 'ada', { when: WHEN });
  expectDone(await approve(reference));
  const seenBy = async () => [
    (await told()).length,
    JSON.stringify(await noticesAt(office.reader, 'workshops')).includes('Spore printing'),
    (await boardSpanText(office.reader, { from: localDate('2027-04-20'), days: 1 })).includes(
      'Spore printing',
    ),
  ];
  expect(await seenBy()).toEqual([0, false, false]);
  await tick('08:20');
  expect(await seenBy()).toEqual([0, false, false]);
  await tick('08:21');
  expect(await told()).toEqual([['CONFIRMED', 'Spore printing']]);
  expect(await seenBy()).toEqual([1, true, true]);
  expect(await wrongForReaders(office)).toEqual([]);
});

test('taken back within its time it was never told, so nobody is told that it is cancelled', async () => {
  const reference = await submit(office, 'ada', { when: WHEN });
  const { changeSet } = expectDone(await approve(reference));
  office.clock.set(at('2027-04-13T08:19'));
  expectDone(await undo(office, 'mara', changeSet!));
  await tick('09:00');
  expect([await told(), await statesIn(office, reference)]).toEqual([[], ['waiting']]);
});

test('“Publish now” does not wait; what is taken back after that is told as cancelled', async () => {
  const reference = await submit(office, 'ada', { when: WHEN });
  const { changeSet } = expectDone(await approve(reference));
  expect(expectDone(await readRequest(office.as('mara'), reference)).readersFromText).toBe(
    'Tue 13 Apr 2027, 08:21',
  );
  expectDone(await publishNow(office.as('mara'), reference, KEY));
  // The same press again is the same command.
  expect(expectDone(await publishNow(office.as('mara'), reference, KEY)).summary).toBe(
    'published 1 date at once',
  );
  expect(await told()).toEqual([['CONFIRMED', 'Spore printing']]);
  expect(expectDone(await readRequest(office.as('mara'), reference)).readersFromText).toBeNull();
  expectDone(await undo(office, 'mara', changeSet!));
  // It waits again: what a waiting request is called is not for readers.
  expect(await told()).toEqual([['CANCELLED', null]]);
});

test('a cancellation is told at once, also of a booking that was approved long ago', async () => {
  const reference = await submit(office, 'ada', { when: WHEN });
  expectDone(await approve(reference));
  await tick('08:21');
  expectDone(await act(office, 'mara', reference, { action: 'cancel', reason: '' }, { readersWait: true }));
  expect(await told()).toEqual([['CANCELLED', 'Spore printing']]);
});

test('cancelled before readers were told of it, it was never there', async () => {
  const reference = await submit(office, 'ada', { when: WHEN });
  expectDone(await approve(reference));
  expectDone(await act(office, 'mara', reference, { action: 'cancel', reason: '' }, { readersWait: true }));
  await tick('09:00');
  expect(await told()).toEqual([]);
});

test('held back it leaves the feed without a word; made private it leaves the cancellation that readers are owed', async () => {
  const reference = await submit(office, 'ada', { when: WHEN });
  expectDone(await act(office, 'mara', reference, { action: 'approve', reason: '' }));
  expectDone(await sayNotice(office, reference, { heldBack: true }));
  expect(await told()).toEqual([]);
  expectDone(await sayNotice(office, reference, { heldBack: false }));
  expect(await told()).toEqual([['CONFIRMED', 'Spore printing']]);
  expectDone(await sayNotice(office, reference, { publish: false }));
  expect(await told()).toEqual([['CANCELLED', null]]);
});

test('after an outage everything that has settled meanwhile is shown in one run', async () => {
  for (const day of ['2027-04-20', '2027-04-21', '2027-04-22'])
    expectDone(await approve(await submit(office, 'ada', { when: times(day, '14:00', '16:00') })));
  await tick('17:00');
  expect(await told()).toHaveLength(3);
  expect(JOBS.map(({ name }) => name)).toContain('settle-approvals');
});

test('what a space gives by itself cannot be taken back, so readers see it at once', async () => {
  await office.close();
  const policies = [{ granted: 'instantly' as const }];
  const buildings = SMALL_OFFICE.buildings!.map((building) => ({
    ...building,
    spaces: building.spaces!.map((space) => (space.code === 'ST' ? { ...space, policies } : space)),
  }));
  office = await openOffice({ ...SMALL_OFFICE, buildings } as typeof SMALL_OFFICE);
  const reference = await submit(office, 'ada', { when: WHEN });
  expect(await statesIn(office, reference)).toEqual(['approved']);
  expect(await told()).toEqual([['CONFIRMED', 'Spore printing']]);
});

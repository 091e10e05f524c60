import { desk } from '@/server/use-cases/decisions/desk';
import { today } from '@/server/use-cases/decisions/today';
import { newsFor } from '@/server/use-cases/requests/own/news';
import { ownRequests, readRequest } from '@/server/use-cases/requests/own/own-requests';
import { mailView, outbox } from '@/server/use-cases/outbox/outbox';
import { act, approvedIn, expectDone, submit, times } from '@tests/builders/changes';
import { at, openOffice, weekly, type TestOffice } from '@tests/builders/office';

// What a request is said to be is what its dates are now: wherever it is named, after whatever happened to them.
let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const view = async (reference: string) => expectDone(await readRequest(office.as('mara'), reference));
const ownLine = async (reference: string) =>
  (await ownRequests(office.as('ada'))).find((line) => line.reference === reference)!;
const deskLine = async (reference: string) =>
  (await desk(office.as('mara'))).lines.find((line) => line.reference === reference)!;
const SERIES = { ...times('2027-04-20', '14:00', '16:00'), repeat: weekly(1, '2027-05-18') };
const moveBy = (days: number) => ({
  action: 'move' as const,
  patch: { shiftMin: days * 1440 },
  reason: 'Agreed by telephone.',
});

test('a date that was moved: heading, own list, history, letter and the office’s day all say where it is now', async () => {
  const reference = await approvedIn(office, 'ada', { when: times('2027-04-23', '18:00', '20:00') });
  expectDone(await act(office, 'mara', reference, moveBy(7)));
  const [now, before] = ['Fri 30 Apr 2027, 18:00–20:00', 'Fri 23 Apr 2027, 18:00–20:00'];
  const shown = await view(reference);
  expect([shown.whenText, shown.nextText]).toEqual([now, `Next: ${now}.`]);
  expect(await ownLine(reference)).toMatchObject({ whenText: now, nextText: now });
  expect(shown.history[0]).toMatchObject({
    what: 'moved 1 date',
    details: [`${now}, Studio (was ${before})`],
  });
  const [letter] = (await outbox(office.as('mara'))).lines;
  expect(expectDone(await mailView(office.as('mara'), letter!.id)).text.replaceAll('\n', ' ')).toContain(
    `${now}, Studio (was ${before})`,
  );
  office.clock.set(at('2027-04-23T09:00'));
  expect(await today(office.reader)).toEqual([]);
  office.clock.set(at('2027-04-30T09:00'));
  expect(await today(office.reader)).toMatchObject([{ reference, times: '18:00–20:00' }]);
});

test('a series of which one date moved and one was left out says both, on the desk too', async () => {
  const reference = await submit(office, 'ada', { when: SERIES });
  expectDone(await act(office, 'mara', reference, moveBy(2), { pick: (_, index) => index === 1 }));
  expectDone(
    await act(
      office,
      'mara',
      reference,
      { action: 'skip', reason: 'The floor is being sanded.' },
      { pick: (_, index) => index === 4 },
    ),
  );
  const when = 'every week on Tuesday, 14:00–16:00, until 11 May 2027, 5 dates, 1 moved, 1 left out';
  expect((await view(reference)).whenText).toBe(when);
  expect((await ownLine(reference)).whenText).toBe(when);
  expect(await deskLine(reference)).toMatchObject({ whenText: when, stateText: 'waiting' });
});

test('part of a series approved: “partly approved” with both numbers', async () => {
  const reference = await submit(office, 'ada', { when: SERIES });
  expectDone(
    await act(
      office,
      'mara',
      reference,
      { action: 'approve', reason: '' },
      { pick: (_, index) => index < 2 },
    ),
  );
  expect((await view(reference)).stateText).toBe('partly approved: 2 of 5; 3 waiting');
  expect((await ownLine(reference)).stateText).toBe('partly approved: 2 of 5; 3 waiting');
});

test('a change of many requests is told to each of them in its own numbers', async () => {
  const one = await submit(office, 'ada', { when: times('2027-04-20', '09:00', '10:00') });
  const other = await submit(office, 'ada', {
    when: { ...SERIES, startsAt: '2027-04-20T15:00', endsAt: '2027-04-20T16:00' },
  });
  const all = expectDone(await act(office, 'mara', [one, other], { action: 'approve', reason: '' }));
  expect(all.summary).toBe('approved 6 dates');
  expect((await view(one)).history[0]!.what).toBe('approved 1 date');
  expect((await view(other)).history[0]!.what).toBe('approved 5 dates');
  const news = await newsFor(office.as('ada'));
  expect(news.lines.map(({ what }) => what).sort()).toEqual(['approved 1 date', 'approved 5 dates']);
});

import { randomUUID } from 'node:crypto';
import { splitSchema } from '@/contracts/requests/series';
import { releaseLapsedHolds } from '@/server/effects/lapsed-holds';
import { violations } from '@/server/effects/invariants';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { loadRequest } from '@/server/repositories/requests/request-rows';
import { splitSeries } from '@/server/use-cases/requests/series/split-series';
import {
  act,
  approvedIn,
  datesOf,
  expectDone,
  refusalOf,
  submit,
  undo,
  worldOf,
} from '@tests/builders/changes';
import { at, openOffice, OFFICE_WITH_YARD, SPACE, weekly, type TestOffice } from '@tests/builders/office';

// Seventy of the house's eighty chairs: the date outdoors and its place indoors can only share them.
const CHAIRS = [{ typeId: 1, quantity: 70 }];
const YARD = 6;

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice(OFFICE_WITH_YARD);
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const outdoors = (until?: string) =>
  submit(office, 'ada', {
    spaces: [{ spaceId: YARD, layout: 'standing', setupMin: 0, strikeMin: 0 }],
    equipment: CHAIRS,
    when: {
      startsAt: '2027-04-20T10:00',
      endsAt: '2027-04-20T12:00',
      repeat: until ? weekly(1, until) : null,
    },
  });
const swap = (to: number) => ({ spaces: [{ from: YARD, to }] });
const keep = (reference: string, to: number = SPACE.HL) =>
  act(office, 'mara', reference, { action: 'set-fallback', patch: swap(to) });
const approve = (reference: string) => act(office, 'mara', reference, { action: 'approve', reason: 'Yes.' });
const claimsOf = async (reference: string) =>
  (await datesOf(office, reference))[0]!.live.map(({ kind, status }) => `${kind} ${status}`).sort();
const dateOf = async (reference: string) =>
  expectDone(await deskRequest(office.as('mara'), reference)).dates[0]!;

test('a place indoors is kept beside the one outdoors, shares its chairs, and stays when it is approved', async () => {
  const reference = await outdoors();
  expectDone(await keep(reference));
  expect(await claimsOf(reference)).toEqual(['asked wanted', 'fallback held']);
  expectDone(await approve(reference));
  expect(await claimsOf(reference)).toEqual(['asked in-force', 'fallback held']);
  expect((await dateOf(reference)).fallback).toMatchObject({ places: 'Hall' });
  // Nobody else gets the hall meanwhile.
  const other = await submit(office, 'ben', {
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    when: { startsAt: '2027-04-20T11:00', endsAt: '2027-04-20T13:00' },
  });
  expect(refusalOf(await approve(other))).toMatchObject({ code: 'conflict' });
});

test('going indoors moves the booking as it is then, and gives the yard up; taking it back keeps both again', async () => {
  const reference = await outdoors();
  expectDone(await approve(reference));
  expectDone(await keep(reference));
  // More people since: the fallback stays, and the booking that moves is the one of today.
  expectDone(await act(office, 'mara', reference, { action: 'move', patch: { people: 40 }, reason: '' }));
  const { fallback } = await dateOf(reference);
  const moved = expectDone(
    await act(office, 'mara', reference, {
      action: 'move',
      patch: { spaces: [...fallback!.swaps] },
      reason: 'Gusts.',
    }),
  );
  const [date] = await datesOf(office, reference);
  expect(date!.claim.spaces).toMatchObject([{ spaceId: SPACE.HL, people: 40 }]);
  expect(await claimsOf(reference)).toEqual(['change in-force']);
  expectDone(await undo(office, 'mara', moved.changeSet!));
  expect(await claimsOf(reference)).toEqual(['change in-force', 'fallback held']);
  expect((await dateOf(reference)).places).toBe('Yard');
});

test('another time gives it up, and so does giving the date up; taking that back brings both', async () => {
  const reference = await outdoors();
  expectDone(await approve(reference));
  expectDone(await keep(reference));
  const cancelled = expectDone(await act(office, 'mara', reference, { action: 'cancel', reason: 'Moths.' }));
  expect(await claimsOf(reference)).toEqual([]);
  expectDone(await undo(office, 'mara', cancelled.changeSet!));
  expect(await claimsOf(reference)).toEqual(['asked in-force', 'fallback held']);
  expectDone(await act(office, 'mara', reference, { action: 'move', patch: { shiftMin: 60 }, reason: '' }));
  expect(await claimsOf(reference)).toEqual(['change in-force']);
});

test('moving says that the space indoors is cancelled, and keeps it at the new time where that is asked for', async () => {
  const reference = await outdoors();
  expectDone(await approve(reference));
  expectDone(await keep(reference));
  const before = await worldOf(office.db);
  const later = { action: 'move' as const, patch: { shiftMin: 60 }, reason: '' };
  const seen = expectDone(await act(office, 'mara', reference, later, { preview: true }));
  expect(seen.numbers.indoorsGivenUp).toBe(1);
  expect(seen.warnings).toContain('Tue 20 Apr 2027, 10:00–12:00: Hall, kept indoors for it, is released.');
  const kept = expectDone(await act(office, 'mara', reference, { ...later, keepIndoors: true }));
  expect(kept.warnings).toEqual([]);
  expect(await claimsOf(reference)).toEqual(['change in-force', 'fallback held']);
  const [date] = await datesOf(office, reference);
  expect(date!.live.map(({ startLocal }) => startLocal)).toEqual(['2027-04-20T11:00', '2027-04-20T11:00']);
  expectDone(await undo(office, 'mara', kept.changeSet!));
  expect(await worldOf(office.db)).toEqual(before);
});

test('what cannot be kept indoors at the new time is refused with what is in the way; nothing has moved', async () => {
  const reference = await outdoors();
  expectDone(await approve(reference));
  expectDone(await keep(reference));
  await approvedIn(office, 'ben', {
    title: 'Moss count',
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    when: { startsAt: '2027-04-20T18:00', endsAt: '2027-04-20T19:00' },
  });
  const step = { action: 'move' as const, patch: { shiftMin: 480 }, reason: '' };
  expect(refusalOf(await act(office, 'mara', reference, { ...step, keepIndoors: true }))).toMatchObject({
    code: 'conflict',
    sentences: [expect.stringContaining('Moss count')],
  });
  expect(await claimsOf(reference)).toEqual(['asked in-force', 'fallback held']);
  expectDone(await act(office, 'mara', reference, step));
});

test('changing the series from a date on says what it gives up indoors', async () => {
  const reference = await outdoors('2027-05-04');
  expectDone(await approve(reference));
  expectDone(await keep(reference));
  const request = (await loadRequest(office.db, reference))!;
  const [first] = await datesOf(office, reference);
  const body = splitSchema.parse({
    key: randomUUID(),
    version: request.version,
    preview: true,
    from: first!.id,
    when: {
      startsAt: '2027-04-20T11:00',
      endsAt: '2027-04-20T13:00',
      repeat: weekly(1, '2027-05-04'),
    },
    reason: '',
  });
  const seen = expectDone(await splitSeries(office.as('mara'), reference, body));
  expect(seen.numbers).toMatchObject({ moved: 3, indoorsGivenUp: 3 });
  expect(seen.warnings).toEqual([
    '3 dates, first Tue 20 Apr 2027, 10:00–12:00: Hall, kept indoors for it, is released.',
  ]);
});

test('refused: for a date indoors, for a space outdoors, where it is taken, to the requester, and giving up what is not there', async () => {
  const indoors = await submit(office, 'ada');
  const patch = { spaces: [{ from: SPACE.ST, to: SPACE.HL }] };
  expect(refusalOf(await act(office, 'mara', indoors, { action: 'set-fallback', patch }))).toMatchObject({
    code: 'bad-input',
    fields: [{ message: expect.stringContaining('is indoors already') }],
  });
  const reference = await outdoors();
  expect(
    refusalOf(await act(office, 'mara', reference, { action: 'set-fallback', patch: { people: 12 } })),
  ).toMatchObject({ fields: [{ message: expect.stringContaining('is outdoors too') }] });
  const taken = await submit(office, 'ben', {
    spaces: [{ spaceId: SPACE.HL, layout: 'rounds', setupMin: 45, strikeMin: 30 }],
    when: { startsAt: '2027-04-20T10:00', endsAt: '2027-04-20T12:00' },
  });
  expectDone(await approve(taken));
  expect(refusalOf(await keep(reference))).toMatchObject({ code: 'conflict', dates: 1 });
  expect(
    refusalOf(await act(office, 'ada', reference, { action: 'set-fallback', patch: swap(SPACE.ST) })),
  ).toMatchObject({ code: 'not-allowed' });
  expect(refusalOf(await act(office, 'mara', reference, { action: 'drop-fallback' }))).toMatchObject({
    code: 'nothing-there',
    what: 'fallback',
  });
});

test('a hold that ends leaves the space indoors kept', async () => {
  const reference = await outdoors();
  expectDone(await keep(reference));
  expectDone(await act(office, 'mara', reference, { action: 'hold', until: '2027-04-14T12:00' }));
  expect(await claimsOf(reference)).toEqual(['asked held', 'fallback held']);
  expectDone(await act(office, 'mara', reference, { action: 'release-hold' }));
  expect(await claimsOf(reference)).toEqual(['asked wanted', 'fallback held']);
  expectDone(await act(office, 'mara', reference, { action: 'drop-fallback' }));
  expect(await claimsOf(reference)).toEqual(['asked wanted']);
});

test('once it has begun outdoors nothing is kept indoors any more', async () => {
  const reference = await outdoors();
  expectDone(await approve(reference));
  expectDone(await keep(reference));
  office.clock.set(at('2027-04-20T10:00'));
  await office.db.write(async (tx) => ({
    keep: true,
    value: await releaseLapsedHolds(tx, office.clock.now()),
  }));
  expect(await claimsOf(reference)).toEqual(['asked in-force']);
});

import { randomUUID } from 'node:crypto';
import { consentSchema, type ConsentBody } from '@/contracts/requests/consent';
import type { PersonId } from '@/core/ids';
import type { SignedInContext } from '@/server/context/context';
import { remindStewards } from '@/server/effects/letters/queue-consent';
import { answerConsent } from '@/server/use-cases/requests/consent/answer-consent';
import { remindOf } from '@/server/use-cases/requests/consent/remind';
import { consentsToAnswer } from '@/server/use-cases/requests/consent/to-answer';
import { deskRequest, desk } from '@/server/use-cases/decisions/desk';
import { mailView, outbox } from '@/server/use-cases/outbox/outbox';
import { keep } from '@/server/db/connection';
import { approvable } from '@/ui/requests/one-step';
import { act, datesOf, expectDone, refusalOf, statesIn, submit } from '@tests/builders/changes';
import { openOffice, SMALL_OFFICE, SPACE, weekly, type TestOffice } from '@tests/builders/office';

// The studio is looked after by somebody whose consent it needs, the whole building by somebody who only looks on.
const OFFICE = {
  ...SMALL_OFFICE,
  people: [
    ...SMALL_OFFICE.people,
    { name: 'Sorrel Finch', email: 'sorrel@fernside.example', stewardOf: ['ST'], consentNeeded: true },
    { name: 'Tamsin Yew', email: 'tamsin@fernside.example', stewardOf: ['Barn'] },
  ],
};

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice(OFFICE);
});
afterEach(() => office.close());

const steward = (id = 7): SignedInContext => ({
  ...office.as('ada'),
  viewer: { personId: id as PersonId, roles: ['requester', 'steward'] },
});
const view = async (reference: string) => expectDone(await deskRequest(office.as('mara'), reference));
const kinds = async () => (await outbox(office.as('mara'))).lines.map(({ kind, to }) => `${kind} to ${to}`);
const later = (minutes: number) => office.clock.set((office.clock.now() + minutes) as never);

async function answer(
  given: ConsentBody['answer'],
  { reason = '', pick = () => true }: { reason?: string; pick?: (index: number) => boolean } = {},
) {
  const dates = (await consentsToAnswer(steward())).flatMap((request) => request.dates);
  return answerConsent(
    steward(),
    consentSchema.parse({
      key: randomUUID(),
      answer: given,
      reason,
      claims: dates.filter((_, index) => pick(index)).map(({ claim }) => claim),
    }),
  );
}
const SERIES = {
  when: { startsAt: '2027-05-05T14:00', endsAt: '2027-05-05T15:00', repeat: weekly(1, '2027-05-26') },
};
const approve = (reference: string, reason = '') =>
  act(office, 'mara', reference, { action: 'approve', reason });

test('a steward is asked, agrees, and only then it is clear', async () => {
  const reference = await submit(office, 'ada', SERIES);
  expect(await kinds()).toEqual(['received to Ada Lowe', 'consent-wanted to Sorrel Finch']);
  const before = await view(reference);
  expect(before.dates.map(({ verdict, needsReason }) => [verdict, needsReason])).toEqual(
    Array.from({ length: 4 }, () => ['warning', true]),
  );
  expect(before.dates[0]!.findings.map(({ sentence }) => sentence).join()).toContain(
    'Sorrel Finch looks after Studio and has not answered yet.',
  );
  expect((await desk(office.as('mara'))).lines[0]!.clear).toEqual([]);
  expect(refusalOf(await approve(reference)).code).toBe('needs-reason');
  expectDone(await answer('given', { pick: (index) => index < 3 }));
  expect((await view(reference)).consents).toMatchObject([
    { steward: 'Sorrel Finch', places: 'Studio', counts: { given: 3, refused: 0, awaited: 1 } },
  ]);
  expect((await desk(office.as('mara'))).lines[0]!.clear).toHaveLength(3);
  expectDone(
    await act(
      office,
      'mara',
      reference,
      { action: 'approve', reason: '' },
      { pick: (_: unknown, index: number) => index < 3 },
    ),
  );
  expect(await statesIn(office, reference)).toEqual(['approved', 'approved', 'approved', 'waiting']);
});

test('one who does not agree says why; going past them needs a reason, and they are told', async () => {
  const reference = await submit(office, 'ada');
  expect(
    consentSchema.safeParse({ key: randomUUID(), answer: 'refused', reason: '', claims: [1] }).success,
  ).toBe(false);
  expectDone(await answer('refused', { reason: 'The floor is being oiled.' }));
  const seen = await view(reference);
  expect(seen.consents[0]!.reasons).toEqual(['The floor is being oiled.']);
  expect(seen.dates[0]!.findings.map(({ sentence }) => sentence).join()).toContain('does not agree');
  // Seen on its row, and not among what can be approved.
  expect((await desk(office.as('mara'))).lines[0]).toMatchObject({ clear: [], consentRefused: 1 });
  expect(approvable(seen.dates)).toEqual([]);
  expect(refusalOf(await approve(reference)).code).toBe('needs-reason');
  expectDone(await approve(reference, 'Agreed with the oilers: it dries till then.'));
  expect(await kinds()).toContain('consent-overridden to Sorrel Finch');
  const { lines } = await outbox(office.as('mara'));
  const told = expectDone(
    await mailView(office.as('mara'), lines.find(({ kind }) => kind === 'consent-overridden')!.id),
  );
  expect(told.text).toContain('it dries till then');
  const [override] = await office.db.rows<{ rule: string; subject: string }>(
    'SELECT rule, subject FROM claim_override',
  );
  expect(override).toEqual({ rule: 'consent', subject: `space:${SPACE.ST}` });
});

test('consent is void once the time changes: asked again, and an own change of what is booked waits', async () => {
  const reference = await submit(office, 'ada');
  expectDone(await answer('given'));
  expectDone(await approve(reference));
  expectDone(
    await act(office, 'ada', reference, {
      action: 'change',
      patch: { shiftMin: 60 },
      each: [],
      keepOwn: true,
      reason: '',
    }),
  );
  // The booking stays where it was, the change waits for the office, and the steward is asked about it.
  const [date] = await datesOf(office, reference);
  expect(date!.live.map(({ kind, status }) => `${kind} ${status}`).sort()).toEqual([
    'asked in-force',
    'change wanted',
  ]);
  expect(
    (await consentsToAnswer(steward())).flatMap(({ dates }) => dates.map(({ answer: said }) => said)),
  ).toEqual([null]);
  expect((await kinds()).filter((kind) => kind.startsWith('consent-wanted'))).toHaveLength(2);
});

test('nobody can accept an offer past those who look after the space', async () => {
  const reference = await submit(office, 'ada');
  expectDone(
    await act(office, 'mara', reference, {
      action: 'propose',
      patch: { shiftMin: 120 },
      each: [],
      until: '2027-04-16T17:00',
    }),
  );
  expect(refusalOf(await act(office, 'ada', reference, { action: 'accept' })).code).toBe('consent-awaited');
  expectDone(await answer('given'));
  expectDone(await act(office, 'ada', reference, { action: 'accept' }));
  expect(await statesIn(office, reference)).toEqual(['approved']);
});

test('only those who look after a place answer, and only about what is still wanted', async () => {
  const reference = await submit(office, 'ada');
  const [request] = await consentsToAnswer(steward());
  expect(await consentsToAnswer(steward(8))).toEqual([]);
  const input = consentSchema.parse({
    key: randomUUID(),
    answer: 'given',
    reason: '',
    claims: request!.dates.map(({ claim }) => claim),
  });
  expect(refusalOf(await answerConsent(steward(8), input)).code).toBe('consent-moved');
  expectDone(await act(office, 'ada', reference, { action: 'withdraw', reason: '' }));
  expect(refusalOf(await answerConsent(steward(), { ...input, key: randomUUID() })).code).toBe(
    'consent-moved',
  );
  expect(await consentsToAnswer(steward())).toEqual([]);
});

test('reminded by hand once a day, and by the clock after two days without an answer', async () => {
  const reference = await submit(office, 'ada');
  const run = () => office.db.write(async (tx) => keep(await remindStewards(tx, office.clock.now(), null)));
  expect((await run()).written).toBe(0);
  expect(expectDone(await remindOf(office.as('mara'), reference)).summary).toContain('1 letter');
  expect(expectDone(await remindOf(office.as('mara'), reference)).summary).toContain('written today already');
  later(2 * 1440);
  expect((await run()).written).toBe(1);
  expect((await run()).written).toBe(0);
  expectDone(await answer('given'));
  later(3 * 1440);
  expect((await run()).written).toBe(0);
});

test('an offer that lapses is told to the requester, once', async () => {
  const reference = await submit(office, 'ada');
  expectDone(
    await act(office, 'mara', reference, {
      action: 'propose',
      patch: { shiftMin: 120 },
      each: [],
      until: '2027-04-13T12:00',
    }),
  );
  later(6 * 60);
  // The first answer finds the offer gone and takes that in; from then on there is nothing to answer.
  expect(refusalOf(await act(office, 'ada', reference, { action: 'accept' })).code).toBe('stale');
  expect(refusalOf(await act(office, 'ada', reference, { action: 'accept' })).code).toBe('nothing-there');
  await submit(office, 'ben');
  expect((await kinds()).filter((kind) => kind.startsWith('lapsed'))).toEqual(['lapsed to Ada Lowe']);
});

describe('a pool that is looked after', () => {
  const pooled = async () => {
    await office.close();
    office = await openOffice({
      ...SMALL_OFFICE,
      people: [
        ...SMALL_OFFICE.people,
        {
          name: 'Sorrel Finch',
          email: 'sorrel@fernside.example',
          stewardOf: ['Folding chair'],
          consentNeeded: true,
        },
      ],
    });
  };
  const CHAIRS = { equipment: [{ typeId: 1, quantity: 12 }] };

  test('its steward is asked about what is taken of it, and nothing is approved past them unsaid', async () => {
    await pooled();
    const without = await submit(office, 'ben', {
      when: { startsAt: '2027-04-21T10:00', endsAt: '2027-04-21T11:00' },
    });
    const reference = await submit(office, 'ada', CHAIRS);
    expect(await kinds()).toContain('consent-wanted to Sorrel Finch');
    const [asked] = await consentsToAnswer(steward());
    expect(asked).toMatchObject({
      reference,
      dates: [{ places: '12 × Folding chair', layout: null, people: 20 }],
    });
    expect((await view(reference)).dates[0]!.findings.map(({ sentence }) => sentence).join()).toContain(
      'Sorrel Finch looks after Folding chair and has not answered yet.',
    );
    expect(refusalOf(await approve(reference)).code).toBe('needs-reason');
    expectDone(await approve(without));
    expectDone(await answer('given'));
    expect((await view(reference)).consents).toMatchObject([
      { places: 'Folding chair', counts: { given: 1, refused: 0, awaited: 0 } },
    ]);
    expectDone(await approve(reference));
  });

  test('more of it is asked about anew, and what they say of a wanted change stands beside the request', async () => {
    await pooled();
    const reference = await submit(office, 'ada', CHAIRS);
    expectDone(await answer('given'));
    expectDone(await approve(reference));
    expectDone(
      await act(office, 'ada', reference, {
        action: 'change',
        patch: { equipment: [{ typeId: 1, quantity: 40 }] },
        reason: 'More come.',
      }),
    );
    expect((await view(reference)).consents).toMatchObject([
      { counts: { given: 0, refused: 0, awaited: 1 } },
    ]);
    expectDone(await answer('refused', { reason: 'The rest are at the menders.' }));
    expect((await view(reference)).consents).toMatchObject([
      { counts: { given: 0, refused: 1, awaited: 0 }, reasons: ['The rest are at the menders.'] },
    ]);
    expect(refusalOf(await act(office, 'mara', reference, { action: 'grant-change', reason: '' })).code).toBe(
      'needs-reason',
    );
  });
});

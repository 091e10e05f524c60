import { checkHere, wantedSurroundings, type Loaded } from '@/ui/ask/check-here';
import type { AskBody } from '@/contracts/requests/ask';
import type { Surroundings } from '@/contracts/requests/surroundings';
import { surroundingsSchema } from '@/contracts/requests/surroundings';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import { askChoices } from '@/server/use-cases/requests/ask/choices';
import { surroundings } from '@/server/use-cases/requests/ask/surroundings';
import { act, expectDone, refusalOf, submit } from '@tests/builders/changes';
import { ask, openOffice, SPACE, weekly, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
  const reference = await submit(office, 'ada', {
    title: 'Fern names',
    equipment: [{ typeId: 1, quantity: 60 }],
    when: { startsAt: '2027-04-20T14:00', endsAt: '2027-04-20T16:00', repeat: weekly(1, '2027-05-11') },
  });
  expectDone(await act(office, 'mara', reference, { action: 'approve', reason: 'Agreed.' }));
});
afterEach(() => office.close());

/** Through JSON, as it comes over the wire. */
async function load(body: AskBody): Promise<Loaded> {
  const wanted = surroundingsSchema.parse(wantedSurroundings(body));
  const reply = expectDone(await surroundings(office.as('ben'), wanted));
  return { ...wanted, surroundings: JSON.parse(JSON.stringify(reply)) as Surroundings };
}

const body = (more: Parameters<typeof ask>[0] = {}) =>
  ask({ title: 'Moss count', ...more }) as unknown as AskBody;

test.each([
  ['clear', body({ when: { startsAt: '2027-04-22T14:00', endsAt: '2027-04-22T16:00' } })],
  ['taken', body()],
  [
    'a series of which some dates clash',
    body({
      when: {
        startsAt: '2027-04-22T14:00',
        endsAt: '2027-04-22T16:00',
        repeat: { rule: 'FREQ=DAILY;INTERVAL=5;COUNT=5' },
      },
    }),
  ],
  [
    'short of chairs',
    body({
      spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 0, strikeMin: 0 }],
      equipment: [{ typeId: 1, quantity: 30 }],
    }),
  ],
  [
    'too many people, outside hours',
    body({ people: 25, when: { startsAt: '2027-04-22T21:00', endsAt: '2027-04-22T23:00' } }),
  ],
])('the browser says what the server says: %s', async (_, wanted) => {
  const loaded = await load(wanted);
  const here = checkHere(wanted, loaded, await askChoices(office.as('ben')), 'requester')!;
  const there = expectDone(await checkRequest(office.as('ben'), wanted as never));
  const essence = (reply: typeof here) => [
    reply.summary,
    reply.inWords,
    reply.dates.map(({ key, verdict, findings }) => [
      key,
      verdict,
      findings.map(({ rule, severity }) => `${rule} ${severity}`),
    ]),
  ];
  expect(essence(here)).toEqual(essence(there));
});

test('nothing of whose it is leaves the server', async () => {
  const loaded = await load(body());
  expect(loaded.surroundings.world.busy.length).toBeGreaterThan(0);
  expect(JSON.stringify(loaded)).not.toContain('Fern names');
  expect(
    loaded.surroundings.world.busy.every((row) => row.claimId === 0 && row.requestId === undefined),
  ).toBe(true);
});

test('what is not loaded is not judged here', async () => {
  const loaded = await load(body());
  const choices = await askChoices(office.as('ben'));
  const far = body({ when: { startsAt: '2027-09-20T14:00', endsAt: '2027-09-20T16:00' } });
  const elsewhere = body({ spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 0, strikeMin: 0 }] });
  expect(checkHere(far, loaded, choices, 'requester')).toBeNull();
  expect(checkHere(elsewhere, loaded, choices, 'requester')).toBeNull();
});

test('a year at once, and a space that is not there, are refused', async () => {
  const wanted = { from: '2027-04-01', to: '2028-04-01', spaceIds: [1], typeIds: [] };
  expect(surroundingsSchema.safeParse(wanted).success).toBe(false);
  const missing = surroundingsSchema.parse({ ...wanted, to: '2027-04-20', spaceIds: [1, 99] });
  expect(refusalOf(await surroundings(office.reader, missing))).toMatchObject({
    fields: [{ path: 'spaceIds.1' }],
  });
});

import { addMinutes } from '@/core/time/epoch-minute';
import {
  dropViewSchema,
  familiarRank,
  keepViewSchema,
  MOST_VIEWS,
  pinSchema,
} from '@/contracts/accounts/own';
import { familiarTo, pin } from '@/server/repositories/people/familiar';
import { dropView, keepView, savedViews } from '@/server/use-cases/requests/own/saved-views';
import { approvedIn, expectDone, refusalOf, submit, times } from '@tests/builders/changes';
import { openOffice, SPACE, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const bay = (spaceId: number) => ({ spaceId, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 });

test('pinned comes before used, used before others, the latest use first', async () => {
  await submit(office, 'ada', { spaces: [bay(SPACE.HW)] });
  office.clock.set(addMinutes(office.clock.now(), 60));
  await approvedIn(office, 'ada', { spaces: [bay(SPACE.HE)], when: times('2027-04-21', '10:00', '11:00') });
  expectDone(await pin(office.as('ada'), { kind: 'space', id: SPACE.ST, isPinned: true }));
  expectDone(await pin(office.as('ada'), { kind: 'space', id: SPACE.ST, isPinned: true }));
  expectDone(await pin(office.as('ada'), { kind: 'pool', id: 1, isPinned: true }));
  const familiar = await familiarTo(office.as('ada'));
  expect(familiar).toEqual({ spaces: [SPACE.ST], pools: [1], usedSpaces: [SPACE.HE, SPACE.HW] });
  expect([SPACE.HL, SPACE.HE, SPACE.ST].map((id) => familiarRank(familiar, id))).toEqual([2, 1, 0]);
  // Nobody else's.
  expect(await familiarTo(office.as('ben'))).toEqual({ spaces: [], pools: [], usedSpaces: [] });
  expect(await familiarTo(office.reader)).toEqual({ spaces: [], pools: [], usedSpaces: [] });
  expectDone(await pin(office.as('ada'), { kind: 'space', id: SPACE.ST, isPinned: false }));
  expect((await familiarTo(office.as('ada'))).spaces).toEqual([]);
});

test('what is not there cannot be pinned', async () => {
  expect(refusalOf(await pin(office.as('ada'), { kind: 'space', id: 99, isPinned: true })).code).toBe(
    'not-found',
  );
  expect(pinSchema.safeParse({ kind: 'person', id: 1, isPinned: true }).success).toBe(false);
  expect(pinSchema.safeParse({ kind: 'space', id: -1, isPinned: true }).success).toBe(false);
});

const view = (name: string, address = '/?days=7') => keepViewSchema.parse({ screen: 'board', name, address });

test('a view is kept under a name; the same name stands for the newer one; each has their own', async () => {
  expectDone(await keepView(office.as('ada'), view('Barn week')));
  expectDone(await keepView(office.as('ada'), view('barn week', '/?days=5')));
  expectDone(await keepView(office.as('ben'), view('Mine')));
  expect(await savedViews(office.as('ada'), 'board')).toMatchObject([
    { name: 'barn week', address: '/?days=5' },
  ]);
  expect(await savedViews(office.as('ada'), 'dates')).toEqual([]);
  expect(await savedViews(office.reader, 'board')).toEqual([]);
  const [mine] = await savedViews(office.as('ben'), 'board');
  // Another's is not let go.
  expectDone(await dropView(office.as('ada'), mine!.id));
  expect(await savedViews(office.as('ben'), 'board')).toHaveLength(1);
  expectDone(await dropView(office.as('ben'), mine!.id));
  expectDone(await dropView(office.as('ben'), mine!.id));
  expect(await savedViews(office.as('ben'), 'board')).toEqual([]);
});

test('one view more than are kept is refused, replacing one is not', async () => {
  for (let n = 0; n < MOST_VIEWS; n += 1) expectDone(await keepView(office.as('ada'), view(`View ${n}`)));
  expect(refusalOf(await keepView(office.as('ada'), view('One more'))).code).toBe('bad-input');
  expectDone(await keepView(office.as('ada'), view('View 3', '/?days=2')));
});

test.each([
  ['no name', { screen: 'board', name: '  ', address: '/' }],
  ['markup', { screen: 'board', name: '<b>x</b>', address: '/' }],
  ['another site', { screen: 'board', name: 'x', address: '//evil.example' }],
  ['a script', { screen: 'dates', name: 'x', address: 'javascript:alert(1)' }],
  ['another screen', { screen: 'dates', name: 'x', address: '/?days=2' }],
  ['a screen there is not', { screen: 'outbox', name: 'x', address: '/outbox' }],
])('not kept: %s', (_, body) => {
  expect(keepViewSchema.safeParse(body).success).toBe(false);
  expect(dropViewSchema.safeParse({ id: 'x' }).success).toBe(false);
});

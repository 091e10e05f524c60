import type { BoardSpan } from '@/contracts/board';
import type { BoardQuery } from '@/contracts/board-query';
import type { Context } from '@/server/context';
import { boardSpanText } from '@/server/use-cases/look/board-span';
import { beginSpan, spanText } from '@/server/use-cases/look/span-ahead';
import { localDate } from '@/core/time/local-time';
import { approvedIn, submit } from '@tests/builders/changes';
import { openOffice, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const QUERY: BoardQuery = { from: localDate('2027-04-20'), days: 1 };
const taken = async (ctx: Context) => (JSON.parse(await spanText(ctx, QUERY)) as BoardSpan).bookings.length;

test('what was begun with the page is what is asked for afterwards, once', async () => {
  await approvedIn(office, 'ada', {});
  beginSpan(office.as('ada'), QUERY);
  expect(await spanText(office.as('ada'), QUERY)).toBe(await boardSpanText(office.as('ada'), QUERY));
  // The second time it is made anew: a page asks once.
  expect(await taken(office.as('ada'))).toBe(1);
});

test('what has changed since is shown, not what was begun', async () => {
  beginSpan(office.as('ada'), QUERY);
  await approvedIn(office, 'ada', {});
  expect(await taken(office.as('ada'))).toBe(1);
});

test('nobody gets what was begun for somebody else', async () => {
  await submit(office, 'ada');
  beginSpan(office.as('mara'), QUERY);
  expect(await taken(office.as('mara'))).toBe(1);
  beginSpan(office.as('mara'), QUERY);
  expect(await taken(office.reader)).toBe(0);
  expect(await taken(office.as('ben'))).toBe(0);
});

import { randomUUID } from 'node:crypto';
import { ownLayoutSchema } from '@/contracts/calendar/seating';
import {
  dropOwnLayout,
  keepOwnLayout,
  ownLayouts,
} from '@/server/use-cases/administration/stock/own-layouts';
import { expectDone } from '@tests/builders/changes';
import { openOffice } from '@tests/builders/office';

test('a way of the house is kept under its name, replaced under the same, and cancelled once', async () => {
  const office = await openOffice();
  const keep = (name: string, query: Record<string, unknown>) =>
    keepOwnLayout(office.as('mara'), ownLayoutSchema.parse({ key: randomUUID(), name, query }));
  expectDone(await keep('Supper', { layout: 'rounds', round: '10', aisle: 1500 }));
  expectDone(await keep('Long talk', { layout: 'theatre', between: 500, row: 10 }));
  expectDone(await keep('supper', { layout: 'rounds', round: '8' }));
  const kept = await ownLayouts(office.db);
  expect(kept.map(({ name, query }) => [name, query])).toEqual([
    ['Long talk', { layout: 'theatre', between: 500, row: 10 }],
    ['Supper', { layout: 'rounds', round: '8' }],
  ]);
  expectDone(await dropOwnLayout(office.as('mara'), kept[0]!.id, randomUUID()));
  expect(await dropOwnLayout(office.as('mara'), kept[0]!.id, randomUUID())).toMatchObject({
    ok: false,
    refusal: { code: 'not-found' },
  });
  await office.close();
});

test('what is no parameter is left out, and a way needs a name', () => {
  const read = (body: Record<string, unknown>) => ownLayoutSchema.safeParse({ key: randomUUID(), ...body });
  expect(
    read({ name: 'Odd', query: { layout: 'pyramid', aisle: -3, row: 99, people: 7 } }).data?.query,
  ).toEqual({});
  expect(read({ name: '', query: {} }).success).toBe(false);
});

import type { CheckInput } from '@/contracts/requests/ask';
import { alternativesSchema } from '@/contracts/alternatives/alternatives';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import {
  CHECKS_OF_ALTERNATIVES,
  countWorkOfStrangers,
  MOST_DATES_FOR_STRANGERS,
  MOST_DATES_FROM_SOURCE,
  type CountWork,
} from '@/server/context/work-of-strangers';
import { findAlternatives } from '@/server/use-cases/alternatives/find-alternatives';
import { ask, openOffice, weekly, type TestOffice } from '@tests/builders/office';
import { expectDone, refusalOf } from '@tests/builders/changes';

let office: TestOffice;
beforeAll(async () => {
  office = await openOffice();
});
afterAll(() => office.close());

const series: CheckInput = ask({ when: { repeat: weekly(1, '2027-06-22') } });

test('a source without an account has so many dates checked in a minute, and takes nothing from others', async () => {
  const count = countWorkOfStrangers();
  const from = (source: string) => ({ viewer: null, source });
  expectDone(await count(from('one'), MOST_DATES_FROM_SOURCE));
  expect(refusalOf(await count(from('one'), 1))).toEqual({ code: 'wait-or-sign-in', minutes: 1 });
  expectDone(await count(from('two'), MOST_DATES_FROM_SOURCE));
  for (let n = 0; n < 3; n += 1) expectDone(await count(office.as('ada'), MOST_DATES_FROM_SOURCE));
  // All strangers together have a bound as well.
  expectDone(await count(from('three'), MOST_DATES_FOR_STRANGERS - 2 * MOST_DATES_FROM_SOURCE));
  expect(refusalOf(await count(from('four'), 1))).toEqual({ code: 'wait-or-sign-in', minutes: 1 });
});

test('a check counts its dates, alternatives many times as many, and neither is done once refused', async () => {
  const counted: [who: string, dates: number][] = [];
  const countWork: CountWork = ({ viewer }, dates) => {
    counted.push([viewer ? 'with an account' : 'stranger', dates]);
    return countWorkOfStrangers()({ viewer: null }, MOST_DATES_FROM_SOURCE + 1);
  };
  expect(refusalOf(await checkRequest({ ...office.reader, countWork }, series)).code).toBe('wait-or-sign-in');
  const form = alternativesSchema.parse({ of: 'form', check: series });
  expect(refusalOf(await findAlternatives({ ...office.as('ada'), countWork }, form)).code).toBe(
    'wait-or-sign-in',
  );
  expect(counted).toEqual([
    ['stranger', 10],
    ['with an account', 10 * CHECKS_OF_ALTERNATIVES],
  ]);
});

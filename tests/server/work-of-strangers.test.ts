import type { CheckInput } from '@/contracts/ask';
import { waysOutSchema } from '@/contracts/ways-out';
import { checkRequest } from '@/server/use-cases/ask/check-request';
import {
  CHECKS_OF_WAYS_OUT,
  countWorkOfStrangers,
  MOST_DATES_FOR_STRANGERS,
  type CountWork,
} from '@/server/use-cases/ask/work-of-strangers';
import { findWaysOut } from '@/server/use-cases/ways-out/find-ways-out';
import { ask, openOffice, weekly, type TestOffice } from '@tests/builders/office';
import { expectDone, refusalOf } from '@tests/builders/changes';

let office: TestOffice;
beforeAll(async () => {
  office = await openOffice();
});
afterAll(() => office.close());

const series: CheckInput = ask({ when: { repeat: weekly(1, '2027-06-22') } });

test('strangers share what may be checked in a minute; who has signed in has no limit', async () => {
  const count = countWorkOfStrangers();
  const ada = office.as('ada').viewer;
  expectDone(await count(null, MOST_DATES_FOR_STRANGERS));
  expect(refusalOf(await count(null, 1))).toEqual({ code: 'wait-or-sign-in', minutes: 1 });
  expectDone(await count(ada, MOST_DATES_FOR_STRANGERS));
  expectDone(await count(ada, MOST_DATES_FOR_STRANGERS));
});

test('a check counts its dates, ways out many times as many, and neither is done once refused', async () => {
  const counted: [who: string, dates: number][] = [];
  const listen: CountWork = (viewer, dates) => {
    counted.push([viewer ? 'with an account' : 'stranger', dates]);
    return countWorkOfStrangers()(null, MOST_DATES_FOR_STRANGERS + 1);
  };
  expect(refusalOf(await checkRequest(office.reader, series, listen)).code).toBe('wait-or-sign-in');
  const form = waysOutSchema.parse({ of: 'form', check: series });
  const { signal } = new AbortController();
  expect(refusalOf(await findWaysOut(office.as('ada'), form, signal, listen)).code).toBe('wait-or-sign-in');
  expect(counted).toEqual([
    ['stranger', 10],
    ['with an account', 10 * CHECKS_OF_WAYS_OUT],
  ]);
});

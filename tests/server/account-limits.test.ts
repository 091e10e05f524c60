import { done } from '@/contracts/base/refusal';
import { makeAccountLimits, MOST_FROM_SOURCE } from '@/server/use-cases/accounts/account/account-limits';
import { askForPassword, lettersWritten } from '@/server/use-cases/accounts/account/ask-for-link';
import { signIn } from '@/server/use-cases/accounts/sign-in/sign-in';
import {
  makeSignInLimits,
  MOST_FOR_ADDRESS as MOST_FOR_SIGN_IN,
  MOST_FROM_SOURCE as MOST_TRIES_FROM_SOURCE,
  MOST_WRONG_TRIES,
  type SignInLimits,
} from '@/server/use-cases/accounts/sign-in/sign-in-limits';
import { expectDone, refusalOf } from '@tests/builders/changes';
import { openOffice, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  await lettersWritten();
  await office.close();
});

test('asking for addresses nobody has closes nothing for others', async () => {
  const limits = makeAccountLimits();
  const from = (source: string) => ({ ...office.reader, source });
  for (let n = 0; n < 200; n += 1)
    expectDone(await askForPassword(from(`stranger ${n}`), limits, `invented-${n}@nowhere.example`));
  expectDone(await askForPassword(from('home'), limits, 'ada@fernside.example'));
  await lettersWritten();
  expect(await office.db.rows('SELECT 1 FROM outbox')).toHaveLength(1);
  // One source alone has a bound over all addresses.
  for (let n = 0; n < MOST_FROM_SOURCE; n += 1)
    expectDone(await askForPassword(from('one'), limits, `more-${n}@nowhere.example`));
  const refused = await askForPassword(from('one'), limits, 'ben@fernside.example');
  expect(refusalOf(refused).code).toBe('too-many-tries');
});

test('whether an address is known does not show in how long the answer takes: it asks the database only afterwards', async () => {
  let asked = 0;
  const db = Object.assign(Object.create(office.db) as typeof office.db, {
    rows: (...query: Parameters<typeof office.db.rows>) => {
      asked += 1;
      return office.db.rows(...query);
    },
  });
  for (const email of ['ada@fernside.example', 'nobody@fernside.example']) {
    asked = 0;
    let before = -1;
    const answer = askForPassword({ ...office.reader, db }, makeAccountLimits(), email).then((outcome) => {
      before = asked;
      return outcome;
    });
    expectDone(await answer);
    expect(before).toBeLessThanOrEqual(1);
    await lettersWritten();
  }
});

describe('wrong tries', () => {
  const ADDRESS = 'ada@fernside.example';
  const signInFrom = (source: string, limits: SignInLimits, password: string, email = ADDRESS) =>
    signIn({ ...office.reader, source }, limits, { email, password }, Date.now());

  test('of somebody else do not lock an owner out', async () => {
    const limits = makeSignInLimits();
    for (let n = 0; n < MOST_WRONG_TRIES; n += 1) await signInFrom('stranger', limits, `guess ${n}`);
    expect(refusalOf(await signInFrom('stranger', limits, 'fronds-and-spores')).code).toBe('too-many-tries');
    expectDone(await signInFrom('home', limits, 'fronds-and-spores'));
  });

  test('from everywhere have a bound too, but not where the owner has signed in before', async () => {
    const limits = makeSignInLimits();
    const wrong = async () => done(false);
    expectDone(await signInFrom('home', limits, 'fronds-and-spores'));
    for (let n = 0; n < MOST_FOR_SIGN_IN; n += 1) await limits.judge(`bot ${n}`, ADDRESS, wrong);
    expect(refusalOf(await signInFrom('elsewhere', limits, 'fronds-and-spores')).code).toBe('too-many-tries');
    expectDone(await signInFrom('home', limits, 'fronds-and-spores'));
  });

  test('are answered alike for addresses that are known and unknown', async () => {
    const codes = async (email: string) => {
      const limits = makeSignInLimits();
      const all = [];
      for (let n = 0; n <= MOST_WRONG_TRIES; n += 1)
        all.push(refusalOf(await signInFrom('stranger', limits, `guess ${n}`, email)));
      return all;
    };
    expect(await codes('nobody@fernside.example')).toEqual(await codes(ADDRESS));
  });

  test('one source has a bound over all addresses, so that it fills no memory', async () => {
    const limits = makeSignInLimits();
    const wrong = async () => done(false);
    for (let n = 0; n < MOST_TRIES_FROM_SOURCE; n += 1)
      expectDone(await limits.judge('stranger', `invented-${n}@nowhere.example`, wrong));
    expect(refusalOf(await signInFrom('stranger', limits, 'fronds-and-spores')).code).toBe('too-many-tries');
  });
});

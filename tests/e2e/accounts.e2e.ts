import type { Browser, Page } from 'puppeteer-core';
import { check as checkOf } from '../attacks/attacks';
import {
  ACCOUNTS,
  BASE,
  fill,
  launch,
  newPage,
  open,
  PASSWORD,
  press,
  pressTwice,
  says,
  send,
  show,
  textOf,
} from './browser';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const GOOD = 'nine otters below the weir';
const BETTER = 'lanterns over wet gravel';

/** The link of the newest letter to somebody, as it stands in the outbox of a housekeeper. */
async function linkTo(repository: Page, name: string): Promise<string> {
  await open(repository, '/outbox');
  const letter = await repository.$$eval(
    'tbody tr',
    (rows, who) =>
      rows
        .find((row) => row.textContent!.includes(who))!
        .querySelector('a')!
        .getAttribute('href')!,
    name,
  );
  const file = await repository.evaluate(
    async (path) => (await fetch(path)).text(),
    `/api${letter}/message.eml`,
  );
  return /\/account\/link\/[\w-]{43}/.exec(file.replace(/=\r\n/g, ''))![0];
}

async function signInByForm(page: Page, email: string, password: string): Promise<void> {
  await open(page, '/sign-in');
  await fill(page, 'E-mail address', email);
  await fill(page, 'Password', password);
  await press(page, 'Sign in');
}

test('somebody new: made, invited, in by the letter, and out again everywhere', async () => {
  const repository = await show(browser, '/administration/person/new', 'manager');
  await fill(repository, 'Name', 'Perrin Vale');
  await fill(repository, 'E-mail address', 'perrin.vale@quillmere.example');
  await press(repository, 'Make the person');
  await says(repository, 'Done: made a person');
  await fill(repository, 'Find', 'perrin');
  await says(repository, 'no password yet');
  await press(repository, 'Perrin Vale', 'link');
  await says(repository, 'No password yet, so nobody can sign in with this address.');
  await press(repository, 'Invite Perrin Vale');
  await says(repository, 'Done: invited “Perrin Vale”.');
  await says(repository, 'Invited; no password was chosen yet.');
  const link = await linkTo(repository, 'Perrin Vale');

  const page = await newPage(browser);
  await open(page, link);
  await says(page, 'For Perrin Vale, who signs in as perrin.vale@quillmere.example.');
  await fill(page, 'Password', 'short');
  await press(page, 'Set the password and go in');
  await says(page, 'A password has at least ten characters.');
  await fill(page, 'Password', 'password1234');
  await press(page, 'Set the password and go in');
  await says(page, 'Others would guess this one soon.');
  await fill(page, 'Password', GOOD);
  await press(page, 'Show password');
  expect(await page.$eval('main input', (input) => input.type)).toBe('text');
  await pressTwice(page, 'Set the password and go in');
  await page.waitForFunction(() => location.pathname === '/');
  await page.waitForSelector('aria/Perrin Vale[role="link"]');
  const again = await newPage(browser);
  await open(again, link);
  await says(again, 'This link is over');

  await open(repository, '/administration/person');
  await fill(repository, 'Find', 'perrin');
  await press(repository, 'Perrin Vale', 'link');
  await says(repository, 'Signed in now in 1 place.');
  await press(repository, 'Sign out everywhere Perrin Vale');
  await says(repository, 'Done: signed out “Perrin Vale” everywhere.');
  await open(page, '/requests');
  expect(page.url()).toContain('/sign-in?next=%2Frequests');
});

test('one’s own account: another password, and signed out where one left it open', async () => {
  const email = 'perrin.vale@quillmere.example';
  const [page, elsewhere] = [await newPage(browser), await newPage(browser)];
  await signInByForm(elsewhere, email, GOOD);
  await elsewhere.waitForFunction(() => location.pathname === '/');
  await signInByForm(page, email, GOOD);
  await press(page, 'Perrin Vale', 'link');
  await says(page, 'Where you are signed in');
  await press(page, 'Sign out everywhere else');
  await says(page, 'Done: signed out in 1 other place.');
  await open(elsewhere, '/account');
  expect(elsewhere.url()).toContain('/sign-in');
  await fill(page, 'Password you have now', 'not this one');
  await fill(page, 'New password', BETTER);
  await press(page, 'Change the password');
  await says(page, 'That is not the password you have now.');
  await fill(page, 'Password you have now', GOOD);
  await page.keyboard.press('Enter');
  await says(page, 'Done: your password was changed');
  await signInByForm(elsewhere, email, GOOD);
  await says(elsewhere, 'No account with that address and password.');
  await fill(elsewhere, 'Password', BETTER);
  await elsewhere.keyboard.press('Enter');
  await elsewhere.waitForFunction(() => location.pathname === '/');
});

test('a forgotten password: a link by mail; a manager who keeps no people never sees it', async () => {
  const page = await newPage(browser);
  await open(page, '/sign-in');
  await press(page, 'I have forgotten my password', 'link');
  await says(page, 'A new password');
  await fill(page, 'E-mail address', 'perrin.vale@quillmere.example');
  await press(page, 'Send me a link');
  await says(page, 'If perrin.vale@quillmere.example has an account here');
  const manager = await show(browser, '/outbox', 'manager2');
  expect(await textOf(manager)).not.toContain('Perrin Vale');
  const repository = await show(browser, '/outbox', 'manager');
  await open(page, await linkTo(repository, 'Perrin Vale'));
  await fill(page, 'Password', 'three kettles and a saddle');
  await press(page, 'Set the password and go in');
  await page.waitForFunction(() => location.pathname === '/');
  expect(
    (
      await send('POST', '/api/session', {
        email: 'perrin.vale@quillmere.example',
        password: BETTER,
      })
    ).status,
  ).toBe(401);
});

test('accounts of one’s own where the site names a mail domain, and nowhere else', async () => {
  const repository = await show(browser, '/administration/site', 'manager');
  const label = 'Mail domains whose people may make an account for themselves';
  await fill(repository, label, 'orchard.example');
  await press(repository, 'Save');
  await says(repository, 'Done: changed a site');
  const page = await newPage(browser);
  await open(page, '/sign-in');
  await press(page, 'Make an account', 'link');
  await fill(page, 'Your name', 'Odo Finchley');
  await fill(page, 'E-mail address', 'odo@meadow.example');
  await press(page, 'Make my account');
  await says(page, 'It has to end in @orchard.example. For another, ask the office.');
  await fill(page, 'E-mail address', 'odo@orchard.example');
  await press(page, 'Make my account');
  await says(page, 'A letter to odo@orchard.example is on its way.');
  await open(page, await linkTo(repository, 'Odo Finchley'));
  await fill(page, 'Password', 'plum stones in a blue jar');
  await press(page, 'Set the password and go in');
  await page.waitForSelector('aria/Odo Finchley[role="link"]');
  await open(page, '/desk');
  await says(page, 'This is not yours to see');
  await open(repository, '/administration/site');
  await fill(repository, label, ' ');
  await press(repository, 'Save');
  await says(repository, 'Done: changed a site');
  // Nobody may by themselves: then whom to ask stands there.
  await open(page, '/sign-in');
  await says(page, 'The office makes the accounts: Quillmere events office, 01632 960 274');
  await open(repository, '/administration/site');
  await fill(repository, label, 'quillmere.example');
  await press(repository, 'Save');
  await says(repository, 'Done: changed a site');
});

test('nothing about an account is taken from another site, and too many tries wait', async () => {
  const foreign = await send(
    'POST',
    '/api/account/forgotten',
    { email: ACCOUNTS.crew },
    { Origin: 'https://elsewhere.example' },
  );
  expect(foreign.status).toBe(403);
  const email = 'somebody@nowhere.example';
  const tries = [];
  for (let time = 0; time < 5; time += 1)
    tries.push((await send('POST', '/api/account/forgotten', { email })).status);
  expect(tries).toEqual([200, 200, 200, 200, 429]);
  const page = await (await fetch(`${BASE}/account/link/x`)).text();
  expect(page).toContain('no-referrer');
  expect(PASSWORD.length).toBeGreaterThan(9);
});

test('of many guesses sent at once few are judged; the others are told to wait, and nobody is kept waiting', async () => {
  const guess = (password: string) =>
    send('POST', '/api/session', { email: 'guessed@quillmere.example', password });
  const replies = await Promise.all(Array.from({ length: 20 }, (_, n) => guess(`guess number ${n}`)));
  const judged = replies.filter(({ status }) => status === 401).length;
  expect(judged).toBeGreaterThanOrEqual(1);
  expect(judged).toBeLessThanOrEqual(8);
  const others = replies.map(({ status }) => status).filter((status) => status !== 401);
  for (const status of others) expect([503, 429]).toContain(status);
  // Too many tries are only those after the eighth.
  if (others.includes(429)) expect(judged).toBe(8);
  for (let n = judged; n < 8; n += 1) expect((await guess(`once more ${n}`)).status).toBe(401);
  const late = await guess('the right one');
  expect(late.status).toBe(429);
  expect(await late.text()).toContain('15 minutes');
});

test('whoever is signed in and signs in again has one session in that browser, not two', async () => {
  const account = { email: ACCOUNTS.steward, password: PASSWORD };
  const cookie = (reply: Response) => reply.headers.get('set-cookie')!.split(';')[0]!;
  const first = cookie(await send('POST', '/api/session', account));
  const second = cookie(await send('POST', '/api/session', account, { Cookie: first }));
  const answers = async (session: string) =>
    (await fetch(`${BASE}/consents`, { headers: { Cookie: session }, redirect: 'manual' })).status;
  expect(await answers(first)).toBe(307);
  expect(await answers(second)).toBe(200);
});

test('strangers have so much checked in a minute; what is refused takes nothing from others', async () => {
  const check = (dates: number) => send('POST', '/api/check', checkOf(dates));
  expect(await (await check(401)).text()).toContain('at most 400 dates are checked at once');
  // 20,000 dates: fifty times 399, and some are left.
  const statuses: number[] = [];
  for (let tries = 0; tries < 51; tries += 1) statuses.push((await check(399)).status);
  expect([statuses[0], statuses.at(-1)]).toEqual([200, 429]);
  expect(await (await check(399)).text()).toContain('Sign in, or wait 1 minute');
  expect((await check(1)).status).toBe(200);
});

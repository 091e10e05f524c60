import type { Browser } from 'puppeteer-core';
import {
  type Account,
  BASE,
  byRole,
  fill,
  launch,
  open,
  press,
  reload,
  saved,
  says,
  show,
  textOf,
} from './browser';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const see = (path: string, who?: Account) => show(browser, path, who);

test('a place that is known leads to the board of its building', async () => {
  const page = await see('/spaces');
  await fill(page, 'A space you know', 'nowhere house');
  await press(page, 'See its building on the board');
  await says(page, 'There is no building or space called “nowhere house”.');
  await fill(page, 'A space you know', 'seed library');
  await press(page, 'See its building on the board');
  await page.waitForSelector('.board-scroll [data-row]');
  expect(page.url()).toContain('in=Old+Stables');
  expect(await textOf(page, '.board-scroll')).not.toContain('Orangery Court');
});

test('three spaces are compared, the picked time stays, and what was found goes to the board', async () => {
  const page = await see(
    '/spaces?people=20&day=2027-04-15&from=14:00&to=16:00&repeat=once&dates=1',
    'requester',
  );
  for (const name of ['East Bay', 'Lecture Barn', 'Council Room']) {
    await press(page, `Compare: ${name}`, 'link');
    await byRole(page, 'link', `Compared: ${name}`);
  }
  // No fourth.
  expect(await page.$('a[aria-label^="Compare: "]')).toBeNull();
  const compared = await textOf(page, 'section[aria-label="Compared"]');
  expect(compared).toContain('12.8 × 12.5 m');
  expect(compared).toContain('On Thursday 15 April');
  expect(compared).toContain('Players read through');
  expect(page.url()).toContain('from=14:00');
  await press(page, 'Put away: Lecture Barn', 'link');
  await byRole(page, 'link', 'Compare: Lecture Barn');
  await page.click('section[aria-label="Compared"] a.button-main');
  await page.waitForFunction(() => location.pathname === '/ask');
  expect(page.url()).toMatch(/space=3&start=2027-04-15T14:00&minutes=120/);
  await page.goBack();
  await press(page, 'All of them on the board', 'link');
  await page.waitForSelector('.board-scroll [data-row]');
  expect(page.url()).toMatch(/day=2027-04-15&only=/);
  await says(page, 'that a search found.');
});

test('the earliest moments lead to the board with everything picked', async () => {
  const page = await see('/spaces/earliest', 'requester');
  const line = async (n: number, people: string) => {
    const field = (await page.waitForSelector(`input[name="people${n}"]`))!;
    await field.evaluate((input) => ((input as HTMLInputElement).value = ''));
    await field.type(people);
  };
  await line(1, '12');
  await line(2, '20');
  await press(page, 'Find the earliest');
  await says(page, 'the earliest first');
  await press(page, 'Ask for it on the board', 'link');
  await page.waitForSelector('.board-scroll [data-row]');
  // With the layouts they were found free in.
  expect(page.url()).toMatch(/pick=\d+\.\d+@2027-04-1\dT\d\d:\d\d\/120\/0\/[a-z]+\.[a-z]+/);
  await says(page, 'A free time');
  expect(await textOf(page, 'aside')).not.toMatch(/clash/);
});

test('what was asked wrongly for the earliest is said beside its field, and nothing typed is lost', async () => {
  const page = await see(
    '/spaces/earliest?people1=20&first=2027-04-20&last=2027-04-01&between=09:00&and=18:00&minutes=90',
  );
  await says(page, 'The last day must not be before the first.');
  expect(await page.$eval('input[name="people1"]', (input) => (input as HTMLInputElement).value)).toBe('20');
  await open(
    page,
    '/spaces/earliest?people1=9000&first=2027-04-20&last=2027-04-21&between=09:00&and=18:00&minutes=90',
  );
  await says(page, 'No space fits line 1, whatever the day');
});

test('a pin brings a place to the front, here and in the next search, and is taken out again', async () => {
  const page = await see('/spaces', 'requester');
  const first = () => page.$eval('section[aria-label="Spaces"] li a', (link) => link.textContent);
  const before = await first();
  expect(before).not.toBe('Lemon Foyer');
  await saved(page, () => press(page, 'Pin Lemon Foyer'));
  await page.waitForSelector('button[aria-label="Pin Lemon Foyer"][aria-pressed="true"]');
  await reload(page);
  expect(await first()).toBe('Lemon Foyer');
  await saved(page, () => press(page, 'Pin Lemon Foyer'));
  await page.waitForSelector('button[aria-label="Pin Lemon Foyer"][aria-pressed="false"]');
  await reload(page);
  expect(await first()).toBe(before);
});

test('a pool has a page; with whom its units are is for those who work with them', async () => {
  const reader = await see('/spaces');
  await press(reader, 'Garden buggy', 'link');
  await says(reader, 'Left, day by day, at the scarcest moment');
  const path = new URL(reader.url()).pathname;
  expect(await textOf(reader)).not.toContain('With whom');
  const manager = await see(path, 'manager');
  await says(manager, 'With whom');
  await press(manager, 'Ask for a loan', 'link');
  await says(manager, 'Garden buggy: a loan');
  expect((await fetch(`${BASE}/equipment/999`)).status).toBe(404);
  expect((await fetch(`${BASE}/equipment/abc`)).status).toBe(404);
});

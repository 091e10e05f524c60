import type { Browser, Page } from 'puppeteer-core';
import { boardStands, fill, launch, newPage, open, press, says, show, signIn, textOf } from './browser';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const choose = async (page: Page, legend: string, words: string) =>
  (await page.waitForSelector(
    `::-p-xpath(//fieldset[legend[contains(., "${legend}")]]//label[contains(., "${words}")]//input)`,
  ))!.click();
const axis = (page: Page) =>
  page.$$eval('.board-scroll [aria-hidden] span', (spans) => spans.map((span) => span.textContent ?? ''));

test('clock, second zone, hours and days of one’s own, kept with the account and in force everywhere', async () => {
  const page = await show(browser, '/preferences', 'crew');
  await choose(page, 'Clock', '2:30 pm');
  await choose(page, 'Theme', 'dark');
  await choose(page, 'Contrast', 'more');
  await fill(page, 'A second zone', 'America/New_York');
  await choose(page, 'Hours it shows', 'hours of my own');
  await fill(page, 'First hour', '10 am');
  await fill(page, 'Last hour', '9 am');
  await choose(page, 'Letters before', 'a day before');
  await press(page, 'Save these preferences');
  await says(page, 'The last hour is after the first.');
  await fill(page, 'First hour', '6 am');
  await fill(page, 'Last hour', '11 pm');
  await fill(page, 'Days it opens with', '2');
  await press(page, 'Save these preferences');
  await says(page, 'Done: your preferences are saved.');
  expect(await page.$eval('html', ({ dataset }) => `${dataset.theme} ${dataset.contrast}`)).toBe('dark more');

  // Elsewhere, by signing in with the form.
  const elsewhere = await newPage(browser);
  await open(elsewhere, '/sign-in');
  await fill(elsewhere, 'E-mail address', 'tobin.ashdown@quillmere.example');
  await fill(elsewhere, 'Password', 'quillmere-2027');
  await press(elsewhere, 'Sign in');
  await elsewhere.waitForSelector('aria/Tobin Ashdown[role="link"]');
  await open(elsewhere, '/?day=2027-04-15');
  await boardStandsIn12(elsewhere);
  const figures = await axis(elsewhere);
  expect(figures).toEqual(expect.arrayContaining(['6 am', '9 pm', '1 am', 'New York', 'London']));
  expect(figures).toEqual(expect.arrayContaining(['Thu 15 Apr 2027', 'Fri 16 Apr 2027']));
  await open(elsewhere, '/preferences');
  expect(await elsewhere.$eval('html', ({ dataset }) => dataset.theme)).toBe('dark');
  // What is written on the server is written so as well.
  await open(elsewhere, '/whats-on');
  expect(await textOf(elsewhere)).toMatch(/\d (am|pm)/);
  expect(await textOf(elsewhere)).not.toMatch(/\b1[3-9]:\d\d/);

  // A feed is the same for everybody.
  const feed = await elsewhere.evaluate(async () => (await fetch('/feeds/calendar/talks/feed.json')).text());
  expect(feed).not.toMatch(/\d (am|pm)\b/);
});

const boardStandsIn12 = async (page: Page) => {
  await boardStands(page);
  await page.waitForFunction(() =>
    [...document.querySelectorAll('.board-scroll [aria-hidden] span')].some((span) =>
      /\d [ap]m/.test(span.textContent ?? ''),
    ),
  );
};

test('a reader without an account keeps theirs in the browser; the switch of the theme is one of them', async () => {
  const page = await newPage(browser);
  await open(page, '/preferences');
  await says(page, 'They are saved in this browser');
  expect(await textOf(page)).not.toContain('Letters before what I have booked');
  await press(page, 'Light or dark');
  await page.waitForFunction(() => document.documentElement.dataset.theme === 'dark');
  await choose(page, 'Clock', '2:30 pm');
  await press(page, 'Save these preferences');
  await says(page, 'Done: your preferences are saved.');
  await open(page, '/whats-on/_all/week');
  expect(await page.$eval('html', ({ dataset }) => dataset.theme)).toBe('dark');
  expect(await textOf(page)).toMatch(/\d (am|pm)/);
});

test('pins are listed and taken out', async () => {
  const page = await newPage(browser);
  await signIn(page, 'steward');
  await open(page, '/spaces/SL');
  await page.evaluate(async () => {
    await fetch('/api/own/pins', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ kind: 'space', id: 8, isPinned: true }),
    });
  });
  await open(page, '/preferences');
  await press(page, 'Take out Seed Library');
  await says(page, 'Nothing yet. Pin spaces');
});

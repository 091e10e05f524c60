import type { Browser, Page } from 'puppeteer-core';
import { fill, launch, newPage, open, press, says, show } from './browser';

// 13 April 2027 is a Tuesday. What is expected was read off a calendar by hand.

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const FIRST = 'aria/First date[role="textbox"]';
const valueOf = (page: Page, selector: string): Promise<string> =>
  page.$eval(selector, (node) => (node as HTMLInputElement).value);
const shows = (page: Page, label: string, value: string) =>
  page.waitForFunction(
    (name, wanted) =>
      [...document.querySelectorAll('label')].some(
        (each) =>
          each.textContent!.replace(/ \*$/, '') === name &&
          (each.control as HTMLInputElement | null)?.value === wanted,
      ),
    {},
    label,
    value,
  );

async function asking(settings?: string): Promise<Page> {
  const page = await newPage(browser);
  if (settings)
    await page.setCookie({
      name: 'settings',
      value: encodeURIComponent(settings),
      url: process.env.E2E_BASE!,
    });
  await open(page, '/ask?space=8&start=2027-06-02T10:00&minutes=60');
  return page;
}

test.each([
  ['18 May', 'Tue 18 May 2027'],
  ['tue', 'Tue 13 Apr 2027'],
  ['2027-05-18', 'Tue 18 May 2027'],
  ['in 3 weeks', 'Tue 4 May 2027'],
])('a day typed as “%s” is %s once the field is left (today is Tue 13 Apr)', async (typed, day) => {
  const page = await asking();
  await fill(page, 'First date', typed);
  await page.keyboard.press('Tab');
  await shows(page, 'First date', day);
});

test('what cannot be read stays, says how a day is written, and is no day of before', async () => {
  const page = await asking();
  await fill(page, 'First date', 'grafting');
  await page.keyboard.press('Tab');
  await says(page, 'Write a day as');
  expect(await valueOf(page, FIRST)).toBe('grafting');
  await fill(page, 'First date', '3 June');
  await page.keyboard.press('Tab');
  await shows(page, 'First date', 'Thu 3 Jun 2027');
});

test('a series has a day added by a press and by typing, and lets go of it again', async () => {
  const page = await asking();
  await page.click('input[value="rule"]');
  await fill(page, 'Until', '2027-06-16');
  await fill(page, 'People expected', '8');
  await says(page, '3 dates');
  await page.click('button[data-day="2027-06-11"]');
  await says(page, '1 further day among them');
  await fill(page, 'Further days', '18 June');
  await press(page, 'Add');
  await says(page, '2 further days among them');
  await page.click('button[data-day="2027-06-11"]');
  await says(page, '1 further day among them');
  await says(page, 'Fri 18 Jun 2027');
});

test('by keys alone: a day on, and one picked from the calendar; the focus comes back', async () => {
  const page = await asking();
  await page.focus(FIRST);
  await page.keyboard.press('ArrowUp');
  await shows(page, 'First date', 'Thu 3 Jun 2027');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[role="dialog"] table');
  await page.waitForFunction(() => document.activeElement?.closest('[role="dialog"] table') !== null);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await shows(page, 'First date', 'Thu 10 Jun 2027');
  expect(await page.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe('Pick a day');
});

test('the calendar says what the office says of its days', async () => {
  const page = await asking();
  await fill(page, 'First date', '2027-04-27');
  await press(page, 'Pick a day');
  await says(page, 'North gate shut');
});

test('times by the reader’s own clock, days in the reader’s language', async () => {
  const page = await asking('{"language":"de","clock":12}');
  await shows(page, 'Erster Termin', 'Mi. 2. Juni 2027');
  const twelve = await asking('{"clock":12}');
  await shows(twelve, 'Starts', '10 am');
  await fill(twelve, 'Starts', '2:30pm');
  await twelve.keyboard.press('Tab');
  await shows(twelve, 'Starts', '2:30 pm');
});

test('the first and the last day of a search are typed at once, and neither passes the other', async () => {
  const page = await show(browser, '/desk/bookings', 'manager');
  await fill(page, 'From', '1–3 June');
  await page.keyboard.press('Tab');
  await shows(page, 'From', 'Tue 1 Jun 2027');
  await shows(page, 'Until', 'Thu 3 Jun 2027');
  await fill(page, 'Until', '31 May');
  await page.keyboard.press('Tab');
  await says(page, 'Not before Tue 1 Jun 2027.');
});

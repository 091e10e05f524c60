import { bringCatalogue } from '@/contracts/language/languages';
import german from '@/contracts/language/de.json';
import type { Browser, Page } from 'puppeteer-core';
import { BASE, fill, launch, newPage, open, press, signIn, textOf } from './browser';
import { VIEWS, visitor } from './views';

/** Of every part of the application the view with the most words. */
const SEEN = [
  'board of a manager with a details',
  'board with a loan',
  'places found',
  'places compared',
  'place',
  'plan of a place',
  'week of dates with a details',
  'month of dates',
  'print',
  'week of notices',
  'event',
  'frame of a calendar',
  'display by a door',
  'following',
  'calendars kept',
  'settings with an account',
  'ask with dates picked, services and second choices',
  'own request',
  'desk',
  'decision',
  'decision in one step',
  'setups with something said',
  'week of the crews',
  'recipe',
  'house rules',
  'who may do what',
  'spaces kept',
  'a space kept',
  'no permission',
  'not found',
];
const views = VIEWS.filter(({ name }) => SEEN.includes(name));

let browser: Browser;
beforeAll(async () => {
  bringCatalogue('de', german);
  browser = await launch();
});
afterAll(() => browser.close());

const inGerman = (page: Page) =>
  page.setCookie({ name: 'settings', value: encodeURIComponent('{"language":"de"}'), url: BASE });

/** Everything that is read on a page or read out of it. */
const wordsOf = (page: Page) =>
  page.evaluate(() => {
    const found: string[] = [];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walk.nextNode())
      if (!walk.currentNode.parentElement?.closest('script, style, noscript, code'))
        found.push(walk.currentNode.textContent ?? '');
    for (const each of document.querySelectorAll('[aria-label], [placeholder], [title]'))
      for (const name of ['aria-label', 'placeholder', 'title']) found.push(each.getAttribute(name) ?? '');
    return found.map((text) => text.trim()).filter(Boolean);
  });

// English words that a German page may hold all the same: names and words of both languages are not in here.
const english = new Set(
  Object.entries(german)
    .filter(([key, text]) => key !== text && !/\{\d/.test(key))
    .map(([key]) => key.trim())
    .filter((key) => /^[A-Z].*[a-z]{3}/.test(key) || /^[a-z]{3,}$/.test(key)),
);

test('every view that is to be seen is there', () => expect(views).toHaveLength(SEEN.length));

const faults: string[] = [];
let visit: ReturnType<typeof visitor>;
beforeAll(() => {
  visit = visitor(browser, async (page) => {
    await inGerman(page);
    page.on('pageerror', (error) => faults.push(String(error)));
    // React tells there of what it had to draw anew.
    page.on('console', (message) => {
      if (message.type() === 'error' && !/status of 40[34]/.test(message.text())) faults.push(message.text());
    });
  });
});

test.each(views)('$name says nothing in English, and the browser says what the server said', async (view) => {
  faults.length = 0;
  const page = await visit(view);
  await page.waitForSelector('main h1, main p, body p');
  expect(await page.evaluate(() => document.documentElement.lang)).toBe('de');
  // A team of the demo is called so.
  const kept = ['Setup'];
  const left = (await wordsOf(page)).filter((text) => english.has(text) && !kept.includes(text));
  expect(left).toEqual([]);
  expect(faults).toEqual([]);
});

test('the verdict that the browser makes by itself is German as well', async () => {
  const page = await newPage(browser);
  await signIn(page, 'requester');
  await inGerman(page);
  await page.setRequestInterception(true);
  // The server's own is never answered: it would take the place of the other.
  page.on('request', (request) => {
    if (!request.url().endsWith('/api/check')) void request.continue();
  });
  await open(page, '/ask?space=9&start=2027-04-21T14:00&minutes=90&people=160');
  await page.waitForFunction(() =>
    document.querySelector('#verdict')?.textContent?.includes('fasst höchstens'),
  );
  await page.close();
});

test('German is chosen in the settings, holds everywhere, and is cancelled again', async () => {
  const page = await newPage(browser);
  await signIn(page, 'requester');
  await open(page, '/preferences');
  await page.click('::-p-xpath(//label[normalize-space(.) = "Deutsch"]//input)');
  await Promise.all([page.waitForNavigation(), press(page, 'Save these preferences')]);
  expect(await textOf(page, 'h1')).toBe('Einstellungen');
  await open(page, '/ask?space=9&start=2027-04-21T14:00&minutes=90&people=16');
  await page.waitForFunction(() => document.querySelector('#verdict')?.textContent?.includes('Konflikt'));
  // What the form refuses, what the browser reads in one line, and what the server answers.
  await press(page, 'Anfrage senden');
  await page.waitForFunction(() => document.body.textContent?.includes('Titel fehlt.'));
  await fill(
    page,
    'In einer Zeile',
    '„Farnabend“ am 12.5. 14-16 Uhr Potting Studio für 12 Personen, runde Tische',
  );
  await press(page, 'Ausfüllen');
  await page.waitForFunction(
    () => (document.querySelector('input[name="title"]') as HTMLInputElement | null)?.value === 'Farnabend',
  );
  await open(page, '/preferences');
  await page.click('::-p-xpath(//label[normalize-space(.) = "wie das Büro es hat"]//input)');
  await Promise.all([page.waitForNavigation(), press(page, 'Diese Einstellungen speichern')]);
  expect(await textOf(page, 'h1')).toBe('Preferences');
  await page.close();
});

import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, HTTPRequest, Page } from 'puppeteer-core';
import { check } from '../attacks/attacks';
import { as, byRole, launch, press, says, send, show } from './browser';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

/** Keeps requests to an address waiting until they are let go. */
async function holding(page: Page, isHeld: (request: HTTPRequest) => boolean) {
  const held: HTTPRequest[] = [];
  let isOpen = false;
  await page.setRequestInterception(true);
  page.on('request', (request) => {
    if (!isOpen && isHeld(request)) held.push(request);
    else void request.continue();
  });
  return {
    letGo: async () => {
      isOpen = true;
      for (const request of held.splice(0)) await request.continue().catch(() => undefined);
    },
  };
}

const isGone = (page: Page, name: string) =>
  page.waitForFunction(
    (text) => ![...document.querySelectorAll('button')].some((button) => button.textContent === text),
    {},
    name,
  );

test('a long print says that it is being drawn, can be stopped, and is kept as a file', async () => {
  const page = await show(browser, '/print?what=dates&from=2027-04-13&days=120', 'manager');
  const folder = mkdtempSync(join(tmpdir(), 'calendario-kept-'));
  const devtools = await page.createCDPSession();
  await devtools.send('Page.setDownloadBehavior', { behavior: 'allow', downloadPath: folder });
  const pages = await holding(page, (request) => request.url().includes('/print/sheet.pdf'));
  await press(page, 'As PDF', 'link');
  await byRole(page, 'progressbar', 'Pages drawn');
  await press(page, 'Stop');
  await isGone(page, 'Stop');
  await press(page, 'As PDF', 'link');
  await byRole(page, 'progressbar', 'Pages drawn');
  await pages.letGo();
  await isGone(page, 'Stop');
  const file = join(folder, 'calendar-13-april-10-august-2027.pdf');
  for (let tries = 0; !existsSync(file) && tries < 100; tries += 1)
    await new Promise((resolve) => setTimeout(resolve, 100));
  expect(readFileSync(file).subarray(0, 5).toString()).toBe('%PDF-');
});

test('a long print that does not arrive says so and can be tried again', async () => {
  const page = await show(browser, '/print?what=dates&from=2027-04-13&days=120', 'manager');
  await page.setOfflineMode(true);
  await press(page, 'As PDF', 'link');
  await says(page, 'Not drawn: the server cannot be reached.');
  await page.setOfflineMode(false);
  await press(page, 'As PDF', 'link');
  await isGone(page, 'Stop');
  expect(await page.$eval('main', (main) => main.textContent)).not.toContain('Not drawn');
});

const REASON = 'section[aria-label="Dates and decision"] label.min-w-60 > input';

/** A series of whoever asks, long enough to be done beside the server. */
async function longSeries(dates: number): Promise<string> {
  const body = {
    ...check(dates),
    key: crypto.randomUUID(),
    title: 'Every day for long',
    publicText: '',
    categoryId: 2,
    hostId: 2,
    notes: '',
    publish: false,
  };
  const sent = await send('POST', '/api/requests', body, await as('requester'));
  expect(sent.status).toBe(200);
  return ((await sent.json()) as { reference: string }).reference;
}

test('a step on many dates says that it goes on, can be stopped, and is done when it is sent again', async () => {
  const reference = await longSeries(300);
  const page = await show(browser, `/desk/${reference}`, 'manager');
  const steps = await holding(page, (request) => {
    const sent = request.postData() ?? '';
    return request.url().endsWith('/api/changes') && !sent.includes('"preview":true');
  });
  await press(page, 'all 300 waiting');
  await page.type(REASON, 'Too early in the day.');
  await press(page, 'Decline 300 dates');
  await byRole(page, 'progressbar', 'Being done');
  // The alternatives of 300 dates that clash are looked for meanwhile, with a stop of their own.
  await page.click('[role="progressbar"][aria-label="Being done"] ~ button');
  await says(page, 'Stopped. It is as shown now');
  await steps.letGo();
  await press(page, 'Decline 300 dates');
  await says(page, 'Done: declined 300 dates');
});

test('a look at long work is for those who are signed in', async () => {
  expect((await send('GET', '/api/own/long-work')).status).toBe(401);
  const reply = await send('GET', '/api/own/long-work', undefined, await as('requester'));
  expect([reply.status, await reply.json()]).toEqual([200, { works: [] }]);
});

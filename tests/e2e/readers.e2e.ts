import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Browser, Page } from 'puppeteer-core';
import { BASE, launch, newPage, open, press, says, show, textOf } from './browser';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const get = (path: string, headers: Record<string, string> = {}) => fetch(`${BASE}${path}`, { headers });
const textAt = async (path: string) => (await get(path)).text();

describe('without any script', () => {
  const still = async (path: string): Promise<Page> => {
    const page = await newPage(browser);
    await page.setJavaScriptEnabled(false);
    await open(page, path);
    return page;
  };

  test('readers choose, turn pages, open an event and take its file along', async () => {
    const page = await still('/whats-on');
    expect(await textOf(page)).toContain('Dye pots: weld and madder');
    await page.select('select[name="view"]', 'month');
    await page.click('input[name="c"][value="talks"]');
    await page.type('input[name="q"]', 'choir');
    await Promise.all([page.waitForNavigation(), page.click('form button[type="submit"]')]);
    expect(page.url()).toMatch(/\/whats-on\/_all\/month\/2027-04-13\?c=.*&q=choir$/);
    const text = await textOf(page);
    expect(text).toContain('April 2027');
    expect(text).toContain('Choir under glass');
    expect(text).not.toContain('Dye pots');
    await Promise.all([page.waitForNavigation(), page.click('nav[aria-label="Days shown"] a:last-child')]);
    expect(await textOf(page)).toContain('May 2027');
    await Promise.all([page.waitForNavigation(), page.click('main ol a[href^="/events/"]')]);
    expect(await textOf(page)).toContain('Into your own calendar');
    expect(await page.$eval('a[download]', (node) => node.getAttribute('href'))).toContain('event.ics');
  });

  test('a day, a week, a calendar by itself, a frame and a display can be read', async () => {
    for (const [path, wanted] of [
      ['/whats-on/_all/day/2027-04-13', 'Compost, a comedy'],
      ['/whats-on/_all/week/2027-04-13', 'Choir under glass'],
      ['/whats-on/music', 'Choir under glass'],
      ['/embed/music', 'Choir under glass'],
      ['/display/building/1', 'Quince Hall'],
    ] as const) {
      const page = await still(path);
      expect([path, (await textOf(page)).includes(wanted)]).toEqual([path, true]);
      await page.close();
    }
  });

  test('what cannot be read in an address is said, and everything shown instead', async () => {
    const page = await still('/whats-on?view=x');
    expect(await textOf(page)).toContain('Choose list, day, week or month. Everything is shown instead.');
  });
});

describe('feeds over HTTP', () => {
  test('who holds the text gets 304; gzip, types and names are right', async () => {
    for (const [file, type] of [
      ['feed.ics', 'text/calendar; charset=utf-8'],
      ['feed.json', 'application/json; charset=utf-8'],
      ['feed.atom', 'application/atom+xml; charset=utf-8'],
    ] as const) {
      const first = await get(`/feeds/calendar/music/${file}`);
      expect(first.headers.get('content-type')).toBe(type);
      expect(first.headers.get('content-encoding')).toBe('gzip');
      const etag = first.headers.get('etag')!;
      const again = await get(`/feeds/calendar/music/${file}`, { 'If-None-Match': etag });
      expect([again.status, await again.text()]).toEqual([304, '']);
      expect((await get(`/feeds/calendar/music/${file}`, { 'If-None-Match': '"0"' })).status).toBe(200);
    }
  });

  test('only frames may be framed', async () => {
    const headersOf = async (path: string) => {
      const { headers } = await get(path);
      return [
        headers.get('x-frame-options'),
        /frame-ancestors ([^;]*)/.exec(headers.get('content-security-policy')!)![1],
      ];
    };
    for (const path of [
      '/',
      '/whats-on',
      '/whats-on/music',
      '/sign-in',
      '/whats-on/music/embed',
      '/display/space/SL',
      '/embedded',
    ])
      expect([path, ...(await headersOf(path))]).toEqual([path, 'DENY', "'none'"]);
    for (const path of ['/embed/music', '/embed/ask/SL'])
      expect([path, ...(await headersOf(path))]).toEqual([path, null, '*']);
  });
});

test('a frame on another page takes the height of what is in it', async () => {
  const page = await newPage(browser);
  await open(page, '/whats-on/music/embed');
  const snippet = await page.$eval('textarea', (node) => (node as HTMLTextAreaElement).value);
  const site = createServer((_, reply) => {
    reply.setHeader('Content-Type', 'text/html; charset=utf-8');
    reply.end(`<!doctype html><title>Elsewhere</title><body>${snippet}</body>`);
  }).listen(0, '127.0.0.1');
  await once(site, 'listening');
  await page.goto(`http://127.0.0.1:${(site.address() as AddressInfo).port}/`);
  await page.waitForFunction(() => {
    const height = document.querySelector('iframe')!.style.height;
    return height !== '' && height !== '600px';
  });
  const frame = await (await page.$('iframe'))!.contentFrame();
  expect(await frame.$eval('main', (node) => (node as HTMLElement).innerText)).toContain('Choir under glass');
  await page.close();
  site.close();
});

describe('a display', () => {
  test('says how old what it knows is while the server is away, and goes on when it is back', async () => {
    const page = await newPage(browser);
    await page.evaluateOnNewDocument(() => {
      // Half a minute is too long for a test: the same timers, fifty times as fast.
      const original = window.setInterval;
      window.setInterval = ((run: () => void, ms: number) => original(run, ms / 50)) as typeof setInterval;
    });
    await open(page, '/display/space/SL');
    await says(page, 'Free until 09:40');
    await says(page, 'Sketching the seed drawers');
    await page.setOfflineMode(true);
    await says(page, 'The office does not answer. This is as of Tue 13 Apr 2027, 08:10');
    await says(page, 'Free until 09:40');
    await page.setOfflineMode(false);
    await page.waitForFunction(() => !document.body.innerText.includes('does not answer'));
  });
});

test('a private link follows one’s own bookings, until it is replaced', async () => {
  const page = await show(browser, '/whats-on/follow', 'requester');
  await press(page, 'Make my private link');
  await says(page, 'Your private link is made.');
  const address = async () => (await textOf(page)).match(/\/feeds\/own\/[\w-]+\/feed\.ics/)![0];
  await page.waitForFunction(() => document.body.innerText.includes('/feeds/own/'));
  const first = await address();
  expect(await textAt(first)).toContain('BEGIN:VEVENT');
  expect((await get(first)).headers.get('cache-control')).toBe('private, no-cache');
  await press(page, 'Replace my private link');
  await says(page, 'Programs that use the present link get nothing any more.');
  await press(page, 'Replace it');
  await page.waitForFunction(
    (old) => document.body.innerText.includes('/feeds/own/') && !document.body.innerText.includes(old),
    {},
    first,
  );
  expect((await get(first)).status).toBe(404);
  expect((await get(await address())).status).toBe(200);
});

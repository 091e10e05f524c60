import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import {
  type Account,
  as,
  BASE,
  byRole,
  fill,
  launch,
  open,
  press,
  reload,
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

async function datesOf(path: string, who?: Account, size?: { width: number; height: number }) {
  const page = await show(browser, path, who, size);
  return page;
}

/** How often an event with this title is drawn. */
const drawn = (page: Page, title: string) =>
  page.$$eval(
    '[data-entry]',
    (entries, wanted) =>
      entries.filter((entry) => (entry as HTMLElement).dataset.note!.includes(wanted)).length,
    title,
  );
const drawnTimes = (page: Page, title: string, times: number) =>
  page.waitForFunction(
    (wanted, count) =>
      [...document.querySelectorAll('[data-entry]')].filter((entry) =>
        (entry as HTMLElement).dataset.note!.includes(wanted),
      ).length === count,
    {},
    title,
    times,
  );

describe('looking, as anybody', () => {
  test('a week: what is public stands with its hours, what is private is nowhere, not even in the source', async () => {
    const page = await datesOf('/calendar?day=2027-04-15');
    await says(page, 'Week 15, 12 – 18 April 2027');
    expect(await drawn(page, 'Ink from oak galls')).toBe(1);
    expect(await page.content()).not.toContain('Tansy teachers look round');
    const json = await (await fetch(`${BASE}/api/dates?from=2027-04-12&days=7`)).text();
    expect(json).toContain('Ink from oak galls');
    expect(json).not.toContain('Tansy teachers look round');
  });

  test('by space the private one is taken, and its details says no more', async () => {
    const page = await datesOf('/calendar?view=day&day=2027-04-15&by=space');
    await drawnTimes(page, 'taken', 1);
    await page.click('[data-entry][data-note*="taken"]');
    await says(page, 'What it is concerns only its own people and the office.');
    expect(page.url()).toMatch(/details=s\d+/);
    expect(await page.content()).not.toContain('Tansy teachers');
    // Its address brings the same details panel back.
    await reload(page);
    await says(page, 'What it is concerns only its own people and the office.');
    await press(page, 'Close the details');
    await page.waitForFunction(() => !location.search.includes('details'));
  });

  test('together an event stands once, apart under each of its calendars', async () => {
    const page = await datesOf('/calendar?day=2027-04-15');
    await page.select('select[aria-label="Together or apart"]', 'apart');
    await page.waitForSelector('table th ::-p-text(Workshops)');
    expect(page.url()).toContain('apart=1');
    const heads = await page.$$eval('thead th', (cells) =>
      cells.map((cell) => (cell as HTMLElement).innerText.replace(/\s+/g, ' ').trim()),
    );
    expect(heads).toContain('Wo Workshops');
    // Only what is pressed.
    await press(page, 'Workshops');
    await page.waitForFunction(() => document.querySelectorAll('thead th').length === 2);
    await page.select('select[aria-label="Together or apart"]', 'together');
    await page.waitForFunction(() => !location.search.includes('apart'));
    expect(await drawn(page, 'Ink from oak galls')).toBe(1);
    expect(await drawn(page, 'Choir under glass')).toBe(0);
    await press(page, 'all of them');
    await drawnTimes(page, 'Choir under glass', 1);
    // Back goes back.
    await open(page, '/calendar?view=month&day=2027-04-15');
    await page.select('select[aria-label="How much"]', 'list');
    // The month says the names of its days too.
    await page.waitForFunction(() => location.search.includes('view=list'));
    await says(page, 'Thursday 15 April 2027');
    await page.goBack();
    await page.waitForSelector('[data-day="2027-04-30"]');
  });

  test('the day strip turns the week without loading a page; keys and typed days too', async () => {
    const page = await datesOf('/calendar?day=2027-04-15');
    await page.evaluate(() => Object.assign(window, { stayed: true }));
    await press(page, 'Later');
    await says(page, 'Week 16');
    await page.type('input[placeholder="tue, 12 may …"]', '12 may');
    await page.keyboard.press('Enter');
    await says(page, 'Week 19');
    expect(await page.evaluate(() => 'stayed' in window)).toBe(true);
  });

  test('a year shows how full its days are, and leads to each', async () => {
    const page = await datesOf('/calendar?view=year&day=2027-04-15');
    expect(await page.$$eval('td [data-day]', (days) => days.length)).toBe(365);
    const label = await page.$eval('[data-day="2027-04-24"]', (day) => day.getAttribute('aria-label'));
    expect(label).toMatch(/^Saturday 24 April 2027, \d+ % full$/);
    await page.click('[data-day="2027-04-24"]');
    await page.waitForSelector('h1 ::-p-text(Saturday 24 April 2027)');
    expect(await drawn(page, 'Vows in the orangery')).toBe(0);
  });

  test('several days, a text, and nothing found with a way out', async () => {
    const page = await datesOf('/calendar?view=some&n=5&day=2027-04-12');
    expect(await page.$$eval('thead th', (cells) => cells.length)).toBe(6);
    await page.type('input[placeholder="title, host, space"]', 'oak galls');
    await page.waitForFunction(() => document.querySelectorAll('[data-entry]').length === 1);
    expect(page.url()).toContain('q=oak+galls');
    await page.select('select[aria-label="How much"]', 'list');
    await page.type('input[placeholder="title, host, space"]', ' zzz');
    await says(page, 'Nothing here is what you look for.');
    await press(page, 'Show everything', 'link');
    await page.waitForFunction(() => document.querySelectorAll('[data-entry]').length > 5);
  });

  test('on a phone the list fits, and asking for a day works', async () => {
    const page = await datesOf('/calendar?view=list&day=2027-04-13&n=7', undefined, {
      width: 390,
      height: 844,
    });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await page.click('[data-entry]');
    await page.waitForFunction(() => location.search.includes('details='));
  });
});

describe('as a requester', () => {
  test('a day picked in the month asks for hours, and never assumes the whole day', async () => {
    const page = await datesOf('/calendar?view=month&day=2027-04-13', 'requester');
    const cell = (await page.waitForSelector('td[data-day="2027-04-26"]'))!;
    const height = await cell.evaluate((node) => node.clientHeight);
    await cell.click({ offset: { x: 60, y: height - 8 } });
    await page.waitForSelector('aside ::-p-text(Monday 26 April 2027)');
    await press(page, 'Find a space then');
    await says(page, 'Give two times as well as the day.');
    await fill(page, 'From', '10:00');
    await fill(page, 'To', '12:00');
    await press(page, 'Find a space then');
    await says(page, 'Mon 26 Apr 2027, 10:00–12:00');
    expect(page.url()).toMatch(/day=2027-04-26&from=10:00&to=12:00/);
  });

  test('the same by keys alone', async () => {
    const page = await datesOf('/calendar?view=month&day=2027-04-13', 'requester');
    const ask = await byRole(page, 'button', 'Request something on Friday 30 April 2027');
    await ask.focus();
    await page.keyboard.press('Enter');
    await page.waitForSelector('aside ::-p-text(Friday 30 April 2027)');
    expect(page.url()).toContain('pick=2027-04-30');
  });

  test('an hour pointed at in the week is kept', async () => {
    const page = await datesOf('/calendar?view=week&day=2027-04-26', 'requester');
    const column = (await page.waitForSelector('tbody td:nth-child(2)'))!;
    const box = (await column.boundingBox())!;
    await page.mouse.click(box.x + 20, box.y + 46 * 2 + 5);
    await page.waitForFunction(() => location.search.includes('pick=2027-04-26T10:00'));
    const from = await page.$eval('aside form input', (input) => (input as HTMLInputElement).value);
    expect(from).toBe('10:00');
  });

  test('one’s own stand out, waiting ones are said to wait', async () => {
    const page = await datesOf('/calendar?view=month&day=2027-04-13', 'requester');
    await drawnTimes(page, 'waiting: yours: Spore print evening', 1);
    expect(await drawn(page, 'yours: Ferns from spores')).toBe(1);
    await page.click('[data-entry][data-note*="waiting: yours: Spore print evening"]');
    await says(page, 'Waits for a decision; nothing is booked yet.');
    await press(page, 'Print', 'link');
    await says(page, 'Before it is printed');
  });

  test('a view is kept under a name, found again after a reload, and let go', async () => {
    const page = await datesOf('/calendar?view=month&by=space&only=8', 'requester');
    await press(page, 'Save view');
    await fill(page, 'Save this view as', 'Seed Library, months');
    // Pressed twice it is kept once.
    await page.$$eval('button[type="submit"]', (buttons) => {
      const keep = buttons.find(({ textContent }) => textContent === 'Save')!;
      keep.click();
      keep.click();
    });
    await byRole(page, 'link', 'Seed Library, months');
    await open(page, '/calendar');
    await press(page, 'Saved views: 1');
    await press(page, 'Seed Library, months', 'link');
    await page.waitForFunction(
      () => location.search.includes('only=8') && location.search.includes('view=month'),
    );
    const isGone = () =>
      page.waitForFunction(() => !document.querySelector('[aria-label="Delete Seed Library, months"]'));
    await press(page, 'Delete Seed Library, months');
    await isGone();
    await says(page, '“Seed Library, months” is deleted.');
    await press(page, 'Undo');
    await byRole(page, 'link', 'Seed Library, months');
    await press(page, 'Delete Seed Library, months');
    await isGone();
    await page.$$eval('button[type="submit"]', (buttons) =>
      buttons.find(({ textContent }) => textContent === 'Save')!.click(),
    );
    await says(page, 'The name is missing.');
  });

  test('whoever is not signed in is told how to keep a view', async () => {
    const page = await datesOf('/calendar?view=month');
    await press(page, 'Save view');
    const href = await page.$eval('main a[href^="/sign-in?next="]', (link) => link.getAttribute('href'));
    expect(decodeURIComponent(href!)).toContain('/calendar?view=month');
  });
});

describe('as the manager', () => {
  test('cancelled dates come on request', async () => {
    const asked = await send(
      'POST',
      '/api/requests',
      {
        key: crypto.randomUUID(),
        title: 'Frost talk, called off',
        publicText: '',
        notes: '',
        categoryId: 1,
        hostId: 1,
        publish: true,
        people: 10,
        accessMin: 0,
        exitMin: 0,
        spaces: [{ spaceId: 9, layout: 'classroom', setupMin: 0, strikeMin: 0 }],
        equipment: [],
        when: { startsAt: '2027-08-03T10:00', endsAt: '2027-08-03T11:00', repeat: null },
      },
      await as('requester'),
    );
    const { reference } = (await asked.json()) as { reference: string };
    const manager = await as('manager');
    const step = async (body: object) => {
      const view = (await (await send('GET', `/api/requests/${reference}`, undefined, manager)).json()) as {
        version: number;
        dates: { id: number }[];
      };
      const items = [{ reference, version: view.version, occurrences: view.dates.map(({ id }) => id) }];
      const reply = await send(
        'POST',
        '/api/changes',
        { key: crypto.randomUUID(), items, step: body },
        manager,
      );
      expect(reply.status).toBe(200);
    };
    await step({ action: 'approve', reason: '' });
    const published = { key: crypto.randomUUID() };
    await send('POST', `/api/requests/${reference}/publish-now`, published, manager);
    await step({ action: 'cancel', reason: 'Frost.' });
    const page = await datesOf('/calendar?view=list&day=2027-08-01&n=10', 'manager');
    expect(await drawn(page, 'Frost talk')).toBe(0);
    await page.click('input[type="checkbox"]');
    await drawnTimes(page, 'cancelled: Frost talk, called off', 1);
    // Readers knew of it, so they may know that it is off.
    const reader = await datesOf('/calendar?view=list&day=2027-08-01&n=10&cancelled=1');
    await drawnTimes(reader, 'cancelled: Frost talk, called off', 1);
  });

  test('the board, the dates, a space and a pool are previewed as they will be printed, and come as PDF', async () => {
    const page = await datesOf('/?day=2027-04-24', 'manager');
    await press(page, 'Print', 'link');
    await says(page, '1 page, just as printed.');
    const preview = await page.$eval('.printed-page', (sheet) => sheet.textContent);
    expect(preview).toContain('Vows in the orangery');
    // What the browser's own print makes of it: one sheet of A4, with everything on it.
    const printed = join(process.env.E2E_DATA!, 'printed.pdf');
    writeFileSync(printed, await page.pdf({ preferCSSPageSize: true, printBackground: true }));
    const info = spawnSync('pdfinfo', [printed], { encoding: 'utf8' }).stdout;
    expect(info).toMatch(/Pages:\s+1\n/);
    expect(info).toMatch(/Page size:\s+84[12](\.\d+)? x 59[456]/);
    expect(spawnSync('pdftotext', [printed, '-'], { encoding: 'utf8' }).stdout).toContain('Walled Garden');
    await page.select('select[name="detail"]', 'detailed');
    await fill(page, 'Days', '2');
    await press(page, 'Show it so');
    await says(page, 'pages, just as printed.');
    const href = await page.$eval('a[href^="/print/sheet.pdf"]', (link) => link.getAttribute('href')!);
    for (const path of [
      href,
      '/print/sheet.pdf?what=dates&from=2027-04-24&days=1',
      '/print/sheet.pdf?what=space&of=OC&from=2027-04-24&days=1',
    ]) {
      const reply = await fetch(`${BASE}${path}`, { headers: await as('manager') });
      expect([reply.status, reply.headers.get('content-type')]).toEqual([200, 'application/pdf']);
      const file = join(process.env.E2E_DATA!, 'sheet.pdf');
      writeFileSync(file, Buffer.from(await reply.arrayBuffer()));
      // Outside reference: poppler of Debian.
      expect(spawnSync('pdftotext', [file, '-'], { encoding: 'utf8' }).stdout).toContain(
        'Vows in the orangery',
      );
    }
    const pool = await fetch(`${BASE}/print/sheet.pdf?what=pool&of=1&from=2027-04-24&days=3`);
    expect(pool.status).toBe(200);
    // Whoever may not know it does not find it on paper either.
    const file = join(process.env.E2E_DATA!, 'public.pdf');
    const open = await fetch(`${BASE}${href}`);
    writeFileSync(file, Buffer.from(await open.arrayBuffer()));
    const text = spawnSync('pdftotext', [file, '-'], { encoding: 'utf8' }).stdout;
    expect(text).toContain('Whole Court');
    expect(text).not.toContain('Vows');
  });

  test('what cannot be printed is said', async () => {
    const page = await datesOf('/print?what=board&from=2027-04-13&days=99', 'manager');
    await says(page, 'The board prints at most 14 days.');
    const reply = await fetch(`${BASE}/print/sheet.pdf?what=board&from=x&days=0`);
    expect(reply.status).toBe(400);
    expect(await textOf(page)).not.toContain('Error');
  });
});

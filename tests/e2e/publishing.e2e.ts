import { story } from './story';
import { randomUUID } from 'node:crypto';
import ICAL from 'ical.js';
import type { Browser } from 'puppeteer-core';
import { as, BASE, fill, launch, open, press, reload, says, send, show, textOf } from './browser';
import { view } from './requests';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const get = (path: string, headers: Record<string, string> = {}) => fetch(`${BASE}${path}`, { headers });
const textAt = async (path: string) => (await get(path)).text();

interface Wanted {
  readonly title: string;
  readonly day: string;
  readonly dates?: number;
  readonly publish?: boolean;
  readonly category?: number;
  readonly space?: number;
  readonly more?: Record<string, unknown>;
}

/** Asked for by the requester, in the council room unless said otherwise: in February 2029 no other test comes there. */
async function asked({ title, day, dates = 1, publish = true, category = 2, space = 7, more = {} }: Wanted) {
  const reply = await send(
    'POST',
    '/api/requests',
    {
      key: randomUUID(),
      title,
      publicText: '',
      categoryId: category,
      hostId: 1,
      notes: '',
      publish,
      people: 8,
      accessMin: 15,
      exitMin: 15,
      equipment: [],
      spaces: [{ spaceId: space, layout: 'boardroom', setupMin: 0, strikeMin: 0 }],
      when: {
        startsAt: `${day}T11:00`,
        endsAt: `${day}T13:00`,
        repeat: dates > 1 ? { rule: `FREQ=WEEKLY;COUNT=${dates}` } : null,
      },
      ...more,
    },
    await as('requester'),
  );
  if (!reply.ok) throw new Error(await reply.text());
  return ((await reply.json()) as { reference: string }).reference;
}

/** One step of the office on some of its dates, by the route the desk calls. */
async function step(reference: string, body: Record<string, unknown>, pick = (_: number) => true) {
  const { version, dates } = await view(reference);
  const reply = await send(
    'POST',
    '/api/changes',
    {
      key: randomUUID(),
      preview: false,
      items: [{ reference, version, occurrences: dates.filter((_, n) => pick(n)).map(({ id }) => id) }],
      step: { reason: 'Agreed.', ...body },
    },
    await as('manager'),
  );
  if (!reply.ok) throw new Error(await reply.text());
  // Readers would learn of it when it can no longer be taken back; the clock of these tests stands still.
  if (body.action === 'approve')
    await send('POST', `/api/requests/${reference}/publish-now`, { key: randomUUID() }, await as('manager'));
}

const events = async (path: string) =>
  new ICAL.Component(ICAL.parse(await textAt(path))).getAllSubcomponents('vevent');
const saidOf = async (path: string, title: string) =>
  (await events(path))
    .filter((event) => event.getFirstPropertyValue('summary') === title)
    .map((event) => event.getFirstPropertyValue('status'));

/** Everywhere a public event in the council room is read of, with the day it is on. */
const placesOf = (day: string) => ({
  page: `/whats-on/_all/day/${day}`,
  calendar: `/whats-on/workshops/day/${day}`,
  space: '/feeds/space/CR/feed.ics',
  host: '/feeds/host/1/feed.ics',
  feed: '/feeds/calendar/workshops/feed.ics',
  json: '/feeds/calendar/workshops/feed.json',
  atom: '/feeds/calendar/workshops/feed.atom',
  embed: `/embed/workshops?view=month&on=${day}`,
  board: `/api/board?from=${day}&days=1`,
  dates: `/api/dates?from=${day}&days=1`,
});

describe('approved, it is read everywhere; cancelled, it is marked or gone', () => {
  const title = 'Lichen hour on the wall';
  const day = '2029-02-06';
  const places = placesOf(day);
  const chapter = story<{ reference: string }>();

  chapter('approved and published now it is on pages, feeds, frames and boards', async (told) => {
    told.reference = await asked({ title, day, dates: 2 });
    for (const [name, path] of Object.entries(places))
      expect([name, (await textAt(path)).includes(title)]).toEqual([name, false]);
    await step(told.reference, { action: 'approve' });
    for (const [name, path] of Object.entries(places))
      expect([name, (await textAt(path)).includes(title)]).toEqual([name, true]);
    const page = await show(browser, places.page);
    await press(page, title, 'link');
    await says(page, 'Where, and how to get in');
    await says(page, '2 dates to come');
    expect(page.url()).toMatch(/\/events\/[0-9a-f]{12}-lichen-hour-on-the-wall\/20290206T1100$/);
    await page.waitForFunction(
      (title) => document.title === title,
      {},
      'Lichen hour on the wall, Tuesday 6 February 2029 · Calendario',
    );
    const data = JSON.parse(
      await page.$eval('script[type="application/ld+json"]', (node) => node.textContent!),
    ) as {
      '@type': string;
      startDate: string;
    };
    expect([data['@type'], data.startDate]).toEqual(['Event', '2029-02-06T11:00:00+00:00']);
    const link = await page.$eval('a[href*="event.ics"]', (node) => (node as HTMLAnchorElement).href);
    expect(await (await fetch(link)).text()).toContain('RECURRENCE-ID;TZID=Europe/London:20290206T110000');
  });

  chapter('one date cancelled is marked where readers had it, and gone from the board', async (told) => {
    await step(told.reference, { action: 'leave' }, (n) => n === 0);
    for (const path of [places.page, places.calendar, places.embed]) {
      const html = await textAt(path);
      expect([path, html.includes(title), html.includes('cancelled')]).toEqual([path, true, true]);
    }
    for (const path of [places.feed, places.space, places.host])
      expect(await saidOf(path, title)).toEqual(['CONFIRMED', 'CANCELLED']);
    expect(await textAt(places.json)).toMatch(
      /2029-02-06T11:00","end":"[^"]*","startUtc":"[^"]*","endUtc":"[^"]*","status":"cancelled"/,
    );
    expect(await textAt(places.board)).not.toContain(title);
  });

  chapter(
    'made private it is nowhere, and its address says no more than that nothing is there',
    async (told) => {
      const { version } = await view(told.reference);
      const address = (await textAt('/whats-on/_all/day/2029-02-13')).match(
        /\/events\/[0-9a-f]{12}-lichen[a-z-]*/,
      )![0];
      const body = {
        key: randomUUID(),
        version,
        publish: false,
        heldBack: false,
        publishFrom: null,
        secondLine: '',
        publicHtml: '',
        picked: [],
        excluded: [],
        reason: '',
      };
      const reply = await send('POST', `/api/requests/${told.reference}/notice`, body, await as('manager'));
      expect(reply.status).toBe(200);
      for (const on of ['2029-02-06', '2029-02-13'])
        for (const [name, path] of Object.entries(placesOf(on)))
          expect([name, (await textAt(path)).includes(title)]).toEqual([name, false]);
      const gone = await get(address);
      expect([gone.status, (await gone.text()).includes('Lichen hour')]).toEqual([404, false]);
      // The same submission once more changes nothing.
      expect(
        (await send('POST', `/api/requests/${told.reference}/notice`, body, await as('manager'))).status,
      ).toBe(200);
    },
  );
});

describe('what is private is nowhere readers look', () => {
  const MARK = 'SECRETMARK';
  const day = '2029-02-20';

  test('pages, feeds, frames, displays, searches, free/busy and errors hold nothing of it', async () => {
    const reference = await asked({
      title: `${MARK} supper`,
      day,
      publish: false,
      more: {
        secondLine: `${MARK} line`,
        notes: `${MARK} notes`,
        contact: `${MARK} contact`,
        publicText: `${MARK} text`,
        lines: [{ fromMin: 0, text: `${MARK} order`, isPublic: true }],
      },
    });
    await step(reference, { action: 'approve' });
    const requester = await as('requester');
    const paths = [
      ...Object.values(placesOf(day)),
      '/',
      `/?day=${day}`,
      `/calendar?view=day&day=${day}`,
      '/spaces/CR',
      '/whats-on?q=supper',
      `/whats-on/_all/month/${day}?q=supper`,
      `/api/dates?from=${day}&days=1&q=supper`,
      `/api/spaces/day?spaces=7&day=${day}`,
      '/display/space/CR',
      '/api/display/space/CR',
      '/display/building/2',
      '/embed/ask/CR',
      '/print?what=space&of=CR&from=2029-02-19&days=7',
      `/requests/${reference}`,
      `/api/requests/${reference}`,
      `/desk/${reference}`,
      `/work-orders/event/${reference}`,
      `/api/requests/${reference}/history.csv`,
      `/events/${'0'.repeat(12)}`,
      '/feeds/calendar/nowhere/feed.ics',
    ];
    for (const path of paths) expect([path, (await textAt(path)).includes(MARK)]).toEqual([path, false]);
    // Others who may sign in learn when it is taken, not by what.
    const busy = await (await get('/feeds/space/CR/free-busy.ics', requester)).text();
    expect(busy).not.toContain(MARK);
    expect(busy).toContain('BEGIN:VFREEBUSY');
    expect((await get('/feeds/space/CR/free-busy.ics')).status).toBe(401);
    // It is there for the requester.
    expect(await (await get(`/api/requests/${reference}`, requester)).text()).toContain(MARK);
  });

  test('a calendar for those who have signed in shows nothing of itself to others', async () => {
    expect(await textAt('/whats-on')).not.toContain('Tree register');
    for (const path of [
      '/whats-on/staff',
      '/feeds/calendar/staff/feed.json',
      '/embed/staff',
      '/whats-on/staff/embed',
    ])
      expect([path, (await get(path)).status]).toEqual([path, 404]);
    const page = await show(browser, '/whats-on', 'requester');
    await says(page, 'Tree register');
  });
});

describe('the office keeps its calendars', () => {
  test('from a filtered view in one step, by the keyboard alone', async () => {
    const page = await show(browser, '/calendar?by=building&only=3&view=month', 'manager');
    await press(page, 'Make a calendar of these', 'link');
    await says(page, 'A new calendar');
    await says(page, 'dates to come');
    expect(await page.$eval('main form input.control', (node) => (node as HTMLInputElement).value)).toBe(
      'Glasshouse Range',
    );
    const name = (await page.waitForSelector('aria/Name[role="textbox"]'))!;
    await name.focus();
    // A double press of the key that sends: one calendar.
    await page.keyboard.press('Enter');
    await page.keyboard.press('Enter');
    await says(page, '“Glasshouse Range” is saved');
    expect((await textOf(page)).split('Shows everything, in Glasshouse Range')).toHaveLength(2);
    expect(await textAt('/whats-on/glasshouse-range')).toContain('Choir under glass');
  });

  test('a wrong form keeps what was typed and says what is wrong beside it', async () => {
    const page = await show(browser, '/administration/calendars/new', 'manager');
    await fill(page, 'Name', 'Music');
    await fill(page, 'Mark', 'M1');
    await fill(page, 'What it is for', 'Tones.');
    await press(page, 'Make the calendar');
    await says(page, 'A mark is two letters.');
    await fill(page, 'Mark', 'Mz');
    await press(page, 'Make the calendar');
    await says(page, 'There is a calendar of this name. Give it another.');
    expect(
      await page
        .$$eval('main form input.control', (all) => all.map((node) => (node as HTMLInputElement).value))
        .then((all) => all.slice(0, 2)),
    ).toEqual(['Music', 'Tones.']);
    await fill(page, 'Address', 'Not an address');
    await press(page, 'Make the calendar');
    await says(page, 'An address is made of small letters, digits and hyphens');
  });

  test('renamed, its old address leads on; somebody who saves an older one is told', async () => {
    const first = await show(browser, '/administration/calendars', 'manager');
    await press(first, 'Change Glasshouse Range', 'link');
    await says(first, 'Save the calendar');
    const second = await show(browser, new URL(first.url()).pathname, 'manager2');
    await fill(first, 'Name', 'Under glass');
    await fill(first, 'Address', 'under-glass');
    await press(first, 'Save the calendar');
    await says(first, '“Under glass” is saved');
    await fill(second, 'Name', 'Glass and more');
    await press(second, 'Save the calendar');
    await says(second, 'Someone has saved this calendar since you opened it.');
    const led = await fetch(`${BASE}/whats-on/glasshouse-range`, { redirect: 'manual' });
    expect([led.status, led.headers.get('location')]).toEqual([308, '/whats-on/under-glass']);
    expect((await get('/feeds/calendar/glasshouse-range/feed.ics')).status).toBe(200);
    await open(first, '/administration/calendars');
    await press(first, 'More: Under glass');
    await press(first, 'End it …', 'menuitem');
    await says(first, 'will not be listed there any more');
    await press(first, 'End it');
    await says(first, 'ended a calendar: “Under glass”');
    expect((await get('/whats-on/under-glass')).status).toBe(404);
  });
});

test('the office sees how a notice will read, holds it back, takes up a wish; whoever asked is told', async () => {
  const title = 'Bark rubbing';
  const lake = /value="by-the-lake"/.test(await textAt('/whats-on'));
  expect(lake).toBe(true);
  const calendars = await (
    await send('GET', '/administration/calendars', undefined, await as('manager'))
  ).text();
  const id = Number(
    /\/administration\/calendars\/(\d+)"[^>]*aria-label="Change By the lake"|aria-label="Change By the lake"[^>]*\/administration\/calendars\/(\d+)/
      .exec(calendars)!
      .slice(1)
      .find(Boolean),
  );
  const reference = await asked({ title, day: '2029-02-27', more: { calendarIds: [id] } });
  const page = await show(browser, `/desk/${reference}`, 'manager');
  await says(page, 'What readers see: 1 calendar is wished for');
  await says(page, 'The requester would like it listed here: list it or exclude it.');
  await fill(page, 'On By the lake', 'listed');
  await fill(page, 'Second line', 'wax and paper');
  await press(page, 'Held back for now', 'checkbox');
  await says(page, 'Nobody yet: it is held back.');
  await press(page, 'Save what readers see');
  await says(page, 'edited its notice');
  await step(reference, { action: 'approve' });
  expect(await textAt('/whats-on/_all/day/2029-02-27')).not.toContain(title);
  await reload(page);
  await press(page, 'What readers see', 'DisclosureTriangle');
  await press(page, 'Held back for now', 'checkbox');
  await press(page, 'Save what readers see');
  await says(page, 'It is not held back any more');
  const html = await textAt('/whats-on/_all/day/2029-02-27');
  expect(html).toContain(title);
  expect(html).toContain('wax and paper');
  expect(await saidOf('/feeds/calendar/by-the-lake/feed.ics', title)).toEqual(['CONFIRMED']);
  const outbox = await (await send('GET', '/outbox', undefined, await as('manager'))).text();
  expect(outbox).toContain(title);
});

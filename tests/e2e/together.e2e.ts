import { randomUUID } from 'node:crypto';
import { cpSync, rmSync } from 'node:fs';
import type { Browser, Page } from 'puppeteer-core';
import { type Account, ACCOUNTS, fill, goTo, launch, newPage, PASSWORD, press, says } from './browser';
import { freshFolder, killServer, serveFolder, type Served } from './serve';

// Two people of the office at one time, on a server whose pages ask every second whether anything has changed.

let browser: Browser;
let data = '';
let office: Served;
beforeAll(async () => {
  browser = await launch();
  data = freshFolder();
  cpSync(process.env.E2E_DEMO!, data, { recursive: true });
  process.env.CALENDARIO_ASKS_EVERY_S = '1';
  office = await serveFolder(data);
  delete process.env.CALENDARIO_ASKS_EVERY_S;
});
afterAll(async () => {
  await browser.close();
  await killServer(office);
  rmSync(data, { recursive: true, force: true });
});

async function cookieOf(who: Account): Promise<readonly [name: string, value: string]> {
  const reply = await fetch(`${office.base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: office.base },
    body: JSON.stringify({ email: ACCOUNTS[who], password: PASSWORD }),
  });
  const [name, ...value] = reply.headers.get('set-cookie')!.split(';')[0]!.split('=');
  return [name!, value.join('=')];
}

async function at(path: string, who: Account): Promise<Page> {
  const page = await newPage(browser);
  const [name, value] = await cookieOf(who);
  await page.browserContext().setCookie({ name, value, domain: '127.0.0.1', path: '/', httpOnly: true });
  await goTo(page, `${office.base}${path}`);
  return page;
}

async function asked(title: string, day: string, dates: number): Promise<string> {
  const [name, value] = await cookieOf('requester');
  const reply = await fetch(`${office.base}/api/requests`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: office.base, Cookie: `${name}=${value}` },
    body: JSON.stringify({
      key: randomUUID(),
      title,
      publicText: '',
      categoryId: 1,
      hostId: 1,
      notes: '',
      publish: false,
      people: 12,
      accessMin: 15,
      exitMin: 15,
      equipment: [],
      spaces: [{ spaceId: 7, layout: 'boardroom', setupMin: 15, strikeMin: 15 }],
      when: {
        startsAt: `${day}T18:00`,
        endsAt: `${day}T20:00`,
        repeat: dates > 1 ? { rule: `FREQ=WEEKLY;COUNT=${dates}` } : null,
      },
    }),
  });
  return ((await reply.json()) as { reference: string }).reference;
}

test('what a colleague decides shows by itself, with their name, and nothing that is being typed is lost', async () => {
  const reference = await asked('Reed weaving', '2028-03-07', 2);
  const mine = await at(`/desk/${reference}`, 'manager');
  await fill(mine, 'Write', 'Half a sentence');
  const theirs = await at(`/desk/${reference}`, 'manager2');
  await press(theirs, 'Tue 7 Mar 2028, 18:00–20:00', 'checkbox');
  await press(theirs, 'Approve 1 date');
  await says(theirs, 'Done: approved 1 date');
  await says(mine, 'Odette Finch, just now: approved 1 date');
  await says(mine, 'partly approved: 1 of 2');
  expect(await mine.$eval('aria/Write[role="textbox"]', (node) => (node as HTMLTextAreaElement).value)).toBe(
    'Half a sentence',
  );
});

test('the board takes in what was asked for meanwhile', async () => {
  const board = await at('/?day=2028-03-09', 'manager');
  await board.waitForSelector('.board-scroll');
  await asked('Bark lanterns', '2028-03-09', 1);
  await board.waitForSelector('[data-booking][aria-label*="Bark lanterns"]');
});

test('a display by a door follows within seconds', async () => {
  const door = await newPage(browser);
  await goTo(door, `${office.base}/display/space/SL`);
  await says(door, 'Sketching the seed drawers');
  const desk = await at(
    '/desk/bookings?q=Sketching+the+seed+drawers&from=2027-04-13&to=2027-04-13',
    'manager',
  );
  await desk.click('input[data-pick]');
  await desk.select('select:has(option[value="cancel"])', 'cancel');
  await fill(desk, 'Why: needed here, those who asked read it', 'The drawers are at the binder.');
  await press(desk, 'Cancel 1 booking');
  await press(desk, 'Cancel these 1 booking');
  await says(desk, 'Done: cancelled 1 approved date');
  await door.waitForFunction(() => !document.body.innerText.includes('Sketching the seed drawers'), {
    timeout: 15_000,
  });
});

test('nothing new is 304, and strangers are not told who did what', async () => {
  const first = await fetch(`${office.base}/api/news?since=1`);
  expect(await first.json()).toMatchObject({ by: null });
  const again = await fetch(`${office.base}/api/news?since=1`, {
    headers: { 'If-None-Match': first.headers.get('etag')! },
  });
  expect([again.status, await again.text()]).toEqual([304, '']);
});

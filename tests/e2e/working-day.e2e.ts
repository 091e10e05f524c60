import { execFileSync } from 'node:child_process';
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import {
  type Account,
  ACCOUNTS,
  fill,
  goTo,
  launch,
  newPage,
  PASSWORD,
  press,
  says,
  textOf,
} from './browser';
import { freshFolder, killServer, serveFolder, type Served } from './serve';

// A day's work of everybody on one office, told in order: the network goes and comes back, the server is killed once, and
// at the end everything that must always hold does.
const TSX = join('node_modules', '.bin', 'tsx');
const TITLE = 'Moss census';
const NOT_SAVED = 'Not saved: the server cannot be reached. What you entered is still here.';
const PHONE = { width: 390, height: 844 };

let browser: Browser;
let data = '';
let office: Served;
beforeAll(async () => {
  browser = await launch();
  data = freshFolder();
  cpSync(process.env.E2E_DEMO!, data, { recursive: true });
  office = await serveFolder(data);
});
afterAll(async () => {
  await browser.close();
  await killServer(office);
  rmSync(data, { recursive: true, force: true });
});

const go = (page: Page, path: string) => goTo(page, `${office.base}${path}`);

/** A page of a person of their own, signed in by the form as they would be. */
async function at(path: string, who: Account | null, size?: typeof PHONE): Promise<Page> {
  const page = await newPage(browser, size);
  if (who) {
    const reply = await fetch(`${office.base}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: office.base },
      body: JSON.stringify({ email: ACCOUNTS[who], password: PASSWORD }),
    });
    const [name, ...value] = reply.headers.get('set-cookie')!.split(';')[0]!.split('=');
    await page
      .browserContext()
      .setCookie({ name: name!, value: value.join('='), domain: '127.0.0.1', path: '/', httpOnly: true });
  }
  await go(page, path);
  return page;
}

test('a working day: asked, questioned, agreed to, approved, set up, read; offline once, killed once', async () => {
  // The requester asks for the Boathouse, which somebody looks after.
  const requester = await at('/ask?space=13&start=2027-04-22T10:00&minutes=120', 'requester');
  for (const [label, value] of Object.entries({
    Title: TITLE,
    Category: 'Workshops',
    'People expected': '20',
    Host: 'Fern and Moss',
  }))
    await fill(requester, label, value);
  await press(requester, 'Send the request');
  await says(requester, 'Sent. Your reference is');
  const reference = (await textOf(requester)).match(/Your reference is ([A-Z0-9]{3}-[A-Z0-9]{3})/)![1]!;

  // A manager asks something while the network goes: nothing is lost, and it is asked once.
  const desk = await at(`/desk/${reference}`, 'manager');
  await press(desk, 'a question: the request waits for the answer', 'radio');
  await desk.type('section[aria-label="Messages"] textarea', 'How many boats?');
  await desk.setOfflineMode(true);
  await press(desk, 'Send');
  await says(desk, NOT_SAVED);
  await desk.setOfflineMode(false);
  await press(desk, 'Try again');
  await says(desk, 'the office has asked a question');

  // The requester reads it on the request itself, and answers.
  await go(requester, `/requests/${reference}`);
  await says(requester, 'the office has asked a question');
  await requester.type('section[aria-label="Messages"] textarea', 'Two.');
  await press(requester, 'Send');
  await requester.waitForFunction(() => !document.body.innerText.includes('the office has asked a question'));

  // The steward agrees.
  const steward = await at('/consents', 'steward');
  await says(steward, reference);
  const [agree] = await steward.$$(
    `::-p-xpath(//section[contains(., "${reference}")]//button[starts-with(., "Agree")])`,
  );
  await agree!.click();
  await says(steward, 'Agreed to 1 date.');

  // The other manager approves, has second thoughts after leaving the page, and approves again for readers at once.
  const second = await at(`/desk/${reference}`, 'manager2');
  await press(second, 'Approve 1 date');
  await says(second, 'Done: approved 1 date.');
  await go(second, '/recent');
  await press(second, 'Undo: approved 1 date');
  await says(second, 'Done: undid what was done to 1 date.');
  await go(second, `/desk/${reference}`);
  await press(second, 'Approve 1 date');
  await says(second, 'Done: approved 1 date.');
  const reader = await at('/whats-on', null);
  expect(await textOf(reader)).not.toContain(TITLE);
  await press(second, 'Publish now');
  await second.waitForFunction(() => !document.body.innerText.includes('Publish now'));

  // The crew marks today's work while the server is switched off; it is saved by itself when it is back.
  const crew = await at('/work-orders', 'crew', PHONE);
  const done = (await crew.waitForSelector('main li button[aria-label^="Done: "]'))!;
  const label = await done.evaluate((node) => node.getAttribute('aria-label')!);
  await killServer(office);
  await done.click();
  await says(crew, NOT_SAVED);
  office = await serveFolder(data, office);
  await crew.waitForSelector(`button[aria-label="${label.replace('Done', 'Open again')}"]`);

  // The housekeeper closes a day after seeing what that hits.
  const repository = await at('/administration/closure/new', 'manager');
  await fill(repository, 'From', '2027-04-22T00:00');
  await fill(repository, 'To', '2027-04-23T00:00');
  await fill(repository, 'Reason', 'The boiler is out');
  await press(repository, 'Make the closure');
  await says(repository, 'What this does');
  await press(repository, 'Save it all the same');
  await says(repository, 'Done: made a closure: “The boiler is out”.');

  // A reader finds it, and so does a program; the requester sees where it stands.
  const notices = await at(`/whats-on?q=${encodeURIComponent(TITLE)}`, null);
  expect(await textOf(notices)).toContain(TITLE);
  expect(await (await fetch(`${office.base}/feeds/calendar/workshops/feed.ics`)).text()).toContain(TITLE);
  await go(requester, '/requests');
  await says(requester, TITLE);
  await says(requester, 'approved');

  const file = join(data, 'calendario.sqlite');
  const verified = execFileSync(TSX, ['scripts/verify.ts', file], { encoding: 'utf8' });
  expect(verified).toContain('holds');
  expect(verified).not.toContain('broken');
}, 240_000);

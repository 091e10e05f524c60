import { rmSync } from 'node:fs';
import type { Browser, Page } from 'puppeteer-core';
import { awake, byRole, fill, goTo, launch, newPage, press, says, textOf } from './browser';
import { freshFolder, killServer, serveFolder } from './serve';

let browser: Browser;
let base = '';
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

async function onEmptyFolder(work: (page: Page) => Promise<void>): Promise<void> {
  const folder = freshFolder();
  const served = await serveFolder(folder);
  base = served.base;
  try {
    await work(await newPage(browser));
  } finally {
    // At once: a request that is never answered would keep it from ending, and hide what went wrong.
    await killServer(served);
    rmSync(folder, { recursive: true, force: true });
  }
}
const go = (page: Page, path: string) => goTo(page, `${base}${path}`);

async function fillAll(page: Page, values: Readonly<Record<string, string>>): Promise<void> {
  for (const [label, value] of Object.entries(values)) await fill(page, label, value);
}

/** A whole first day in one go, beside whatever else the machine does: each wait in it has a bound of its own. */
const LONG_MS = 360_000;

test(
  'from an empty database to the first approved booking, without a file or a shell',
  async () => {
    await onEmptyFolder(async (page) => {
      // Before there is a house, whoever comes first is spoken to as their browser wants it.
      await page.setExtraHTTPHeaders({ 'Accept-Language': 'de-AT,de;q=0.9' });
      await go(page, '/');
      await says(page, 'Hier ist noch nichts.');
      await page.setExtraHTTPHeaders({ 'Accept-Language': 'en' });
      await go(page, '/');
      await says(page, 'Nothing is here yet.');
      await awake(page);
      await press(page, 'Open the office');
      await says(page, 'Name of the site is missing.');
      await fillAll(page, {
        'Name of the site': 'Larkrise Almshouses',
        'Time zone': 'Europe/London',
        'Name of the office': 'Larkrise lettings',
        Telephone: '01632 960 311',
        'E-mail address of the office': 'lettings@larkrise.example',
        'Building it is in': 'The Range',
        'Name of the space': 'Long Room',
        Code: 'LR',
        'Usually set as': 'rows of chairs',
        'Seats then': '48',
        'Your name': 'Perdita Wold',
        'Your e-mail address': 'perdita@larkrise.example',
        Password: 'short',
      });
      await press(page, 'Open the office');
      await says(page, 'A password has at least ten characters.');
      await fill(page, 'Password', 'larks-at-sunrise');
      await press(page, 'Open the office');
      await says(page, 'What the office owns and goes by.');

      // A second room, with a fault on the way; it stands beside its field.
      await go(page, '/administration/space/new');
      await fillAll(page, { Name: 'Apple Loft', Code: 'LR', Building: 'The Range', Area: '30' });
      await press(page, 'Another layout');
      await fill(page, 'Layout of layout 1', 'one long table');
      await press(page, 'Make the space');
      await says(page, '“LR” is there already');
      await fill(page, 'Code', 'AL');
      await press(page, 'Make the space');
      await says(page, 'Done: made a space: “Apple Loft”.');

      await go(page, '/ask?space=1&start=2027-05-04T18:30&minutes=90');
      await fill(page, 'Title', 'Lark census');
      await fill(page, 'Category', 'Events');
      await fill(page, 'Host', 'Larkrise Almshouses');
      await fill(page, 'People expected', '30');
      await press(page, 'Send the request');
      await says(page, 'Sent. Your reference is');
      await go(page, '/desk');
      await press(page, 'Lark census', 'link');
      await press(page, 'Approve 1 date');
      await says(page, 'Done: approved 1 date');
      await go(page, '/start');
      await says(page, 'Long Room');
    });
  },
  LONG_MS,
);

test(
  'the demo can be looked round in first',
  async () => {
    await onEmptyFolder(async (page) => {
      await go(page, '/');
      await press(page, 'Look round in the demo first');
      await page.waitForFunction(() => document.body?.innerText.includes('Quince Hall') ?? false, {
        timeout: 120_000,
      });
      expect(await textOf(page, 'footer')).toContain('Quillmere Botanic Garden');
      await byRole(page, 'link', 'Sign in');
    });
  },
  LONG_MS,
);

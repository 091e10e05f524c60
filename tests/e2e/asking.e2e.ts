import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import {
  as,
  BASE,
  drawOn,
  fill,
  launch,
  newPage,
  open,
  press,
  pressTwice,
  reload,
  says,
  send,
  sessionOf,
  show,
  textOf,
} from './browser';

import { fillMain, MAIN, referenceOn, request } from './asking-form';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const folder = mkdtempSync(join(tmpdir(), 'calendario-files-'));
function fileOf(name: string, bytes: number): string {
  const path = join(folder, name);
  writeFileSync(path, Buffer.alloc(bytes, 'fern '));
  return path;
}

async function pickFiles(page: Page, ...paths: string[]): Promise<void> {
  // The browser itself names such a field by what is chosen, too.
  const input = (await page.waitForSelector('input[type="file"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(...paths);
}

async function signInHere(page: Page, email: string): Promise<void> {
  await fill(page, 'E-mail address', email);
  await fill(page, 'Password', 'quillmere-2027');
  await page.keyboard.press('Enter');
}

/** Fourteen dates but two, with equipment, a service and a file; the picked gap has set space and hours. */
async function fillWholeSeries(
  page: Page,
  title: string,
  extent: string,
  leftOut: readonly string[],
): Promise<void> {
  await fillMain(page, { Title: title });
  await press(page, 'Repeating', 'radio');
  await fill(page, 'It goes on', 'for');
  await fill(page, 'Dates', '14');
  await says(page, 'All 14 dates are clear.');
  await says(page, extent);
  // Two are left out on the date list.
  for (const day of leftOut) {
    const box = await page.waitForSelector(
      `::-p-xpath(//ol[@aria-label="Dates"]//label[contains(., "${day}")]//input)`,
    );
    await box!.click();
    await says(page, `${day}, 18:30 left out`);
  }
  await says(page, 'All 12 dates are clear.');
  await press(page, 'Add equipment');
  await fill(page, 'Equipment', 'Projector');
  await fill(page, 'How many', '1');
  await page.click('::-p-xpath(//label[contains(., "Refreshments")]//input)');
  await fill(page, 'Served at the tables, or laid out?', 'laid out');
  await pickFiles(page, fileOf('wall plan.pdf', 30_000));
}

/** What became of it. */
async function expectWholeSeries(reference: string): Promise<void> {
  const stored = await request(reference);
  expect(stored.dates).toHaveLength(12);
  expect(stored).toMatchObject({
    equipment: [{ name: 'Projector', quantity: 1 }],
    services: [{ name: 'Refreshments', answers: [{ answer: 'laid out to fetch' }] }],
    files: [{ name: 'wall plan.pdf' }],
  });
}

test('a newcomer asks for fourteen dates but two, with equipment, a service and a file, from the board, without signing in first', async () => {
  const page = await newPage(browser);
  await open(page, '/?day=2027-09-07');
  await drawOn(page, 'Seed Library', '18:30', '20:30');
  await says(page, 'A free time');
  await press(page, 'More dates, equipment, notes: the whole form', 'link');
  await says(page, 'Can it be done?');
  await fillWholeSeries(page, MAIN.Title, '14 dates, the last Tue 7 Dec 2027, 18:30–20:30.', [
    'Tue 28 Sept 2027',
    'Tue 26 Oct 2027',
  ]);
  await says(page, 'stored here; it is sent once you have signed in');
  // A reload in the middle: the file is still there too.
  await reload(page);
  await says(page, 'What you typed before is still here.');
  await says(page, 'wall plan.pdf');
  await press(page, 'Sign in to send it', 'link');
  await signInHere(page, 'isolde.marsh@quillmere.example');
  await says(page, 'What you typed before is still here.');
  await says(page, 'All 12 dates are clear.');
  await pressTwice(page, 'Send the request');
  const reference = await referenceOn(page);
  await expectWholeSeries(reference);
  const stored = await request(reference);
  expect(stored.dates.some(({ when }) => when.startsWith('Tue 28 Sept'))).toBe(false);
  const saved = await send('GET', `/api/files/${stored.files[0]!.key}`, undefined, await as('manager'));
  expect([saved.status, saved.headers.get('content-disposition')]).toEqual([
    200,
    expect.stringContaining('attachment'),
  ]);
  expect((await saved.arrayBuffer()).byteLength).toBe(30_000);
  expect((await send('GET', `/api/files/${stored.files[0]!.key}`)).status).toBe(401);
  // Asked for once, however often it was pressed.
  await open(page, '/requests');
  expect((await textOf(page)).split(MAIN.Title)).toHaveLength(2);
});

/** Goes on by Tab, or back by Shift and Tab, until what is focused begins with these words. */
async function tabTo(page: Page, name: string, isBack = false): Promise<void> {
  for (let presses = 0; presses < 400; presses += 1) {
    const isThere = await page.evaluate((wanted) => {
      const { activeElement: at } = document;
      const label = at?.id ? document.querySelector(`label[for="${CSS.escape(at.id)}"]`)?.textContent : '';
      return [label, at?.getAttribute('aria-label'), at?.closest('label')?.textContent, at?.textContent].some(
        (text) => text?.trim().startsWith(wanted),
      );
    }, name);
    if (isThere) return;
    if (isBack) await page.keyboard.down('Shift');
    await page.keyboard.press('Tab');
    if (isBack) await page.keyboard.up('Shift');
  }
  throw new Error(`Tab never comes to “${name}”`);
}

test('the same by keys alone', async () => {
  const page = await show(browser, '/ask?space=8&start=2027-09-09T18:30&minutes=120', 'requester');
  await says(page, 'Can it be done?');
  const type = (text: string) => page.keyboard.type(text);
  const hit = (key: 'Enter' | 'Space') => page.keyboard.press(key);
  await page.focus('#request-line');
  await type(
    '"Mosses by touch" thu 9 september weekly 14 times 18:30-20:30 seed library 12 people workshops',
  );
  await hit('Enter');
  await says(page, 'All 14 dates are clear.');
  await tabTo(page, 'Host');
  await type('moss circle');
  await hit('Enter');
  await tabTo(page, 'Add equipment');
  await hit('Enter');
  await tabTo(page, 'Equipment', true);
  await type('Proj');
  await tabTo(page, 'How many');
  await type('1');
  await tabTo(page, 'Refreshments');
  await hit('Space');
  await tabTo(page, 'Served at the tables');
  await type('laid');
  await tabTo(page, 'Setup notes');
  await type('Trays by the window.');
  await tabTo(page, 'Add files');
  const waiting = page.waitForFileChooser();
  // A round trip, so that the browser surely listens before the key goes down.
  await page.title();
  await hit('Enter');
  await (await waiting).accept([fileOf('wall plan.pdf', 30_000)]);
  await says(page, 'wall plan.pdf');
  for (const day of ['Thu 30 Sept 2027', 'Thu 28 Oct 2027']) {
    await tabTo(page, day);
    await hit('Space');
    await says(page, `${day}, 18:30 left out`);
  }
  await says(page, 'All 12 dates are clear.');
  await tabTo(page, 'Send the request', true);
  await hit('Enter');
  await expectWholeSeries(await referenceOn(page));
});

test('the same on a phone, where nothing runs out of the screen', async () => {
  const page = await show(browser, '/ask?space=8&start=2027-09-08T18:30&minutes=120', 'requester', {
    width: 390,
    height: 844,
  });
  await fillWholeSeries(page, 'Ferns in the hand', '14 dates, the last Wed 8 Dec 2027, 18:30–20:30.', [
    'Wed 29 Sept 2027',
    'Wed 27 Oct 2027',
  ]);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await press(page, 'Send the request');
  await expectWholeSeries(await referenceOn(page));
});

test('the session lapses in the middle: one is told, signs in, and sends what was typed', async () => {
  const page = await show(browser, '/ask?space=8&start=2027-10-20T10:00&minutes=60', 'requester');
  await fillMain(page, { Title: 'Galls, opened' });
  await page.deleteCookie(...(await page.cookies()));
  await press(page, 'Send the request');
  await says(page, 'You are not signed in, or no longer.');
  const other = await page.browserContext().newPage();
  await open(other, '/sign-in');
  await signInHere(other, 'isolde.marsh@quillmere.example');
  await says(other, 'Sign out');
  await other.close();
  await press(page, 'Send the request');
  await referenceOn(page);
});

test('the server is away while it is sent: nothing is lost, and it is sent once when it is back', async () => {
  const page = await show(browser, '/ask?space=8&start=2027-10-27T10:00&minutes=60', 'requester');
  await fillMain(page, { Title: 'Slow moulds' });
  await says(page, 'clear');
  await page.setOfflineMode(true);
  await press(page, 'Send the request');
  await says(page, 'Not saved: the server cannot be reached. What you entered is still here.');
  await page.setOfflineMode(false);
  expect(await page.$eval('input[name="title"]', (input) => input.value)).toBe('Slow moulds');
  await press(page, 'Send the request');
  await referenceOn(page);
});

test('script, style and javascript: in pasted text are gone, in the editor, in the preview and for readers', async () => {
  const page = await show(browser, '/ask?space=8&start=2027-11-03T10:00&minutes=60', 'requester');
  await fillMain(page, { Title: 'Bark rubbings' });
  const editor = (await page.waitForSelector('.rich-text[role="textbox"]'))!;
  await editor.click();
  await editor.evaluate((node) => {
    const data = new DataTransfer();
    data.setData(
      'text/html',
      '<p style="position:fixed">Bring <b>paper</b><script>window.hacked=1</script><style>*{display:none}</style><img src=x onerror="window.hacked=1"> <a href="javascript:window.hacked=1">here</a> <a href="https://bark.example/">bark</a></p>',
    );
    node.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await page.waitForFunction(() =>
    document.querySelector('[aria-label="As readers will see it"]')?.textContent?.includes('Bring paper'),
  );
  const html = await page.$eval('main', (node) => node.innerHTML);
  expect(html).not.toMatch(/<script|javascript:|onerror|position:fixed/);
  expect(html).toContain('https://bark.example/');
  await press(page, 'Send the request');
  const stored = await request(await referenceOn(page));
  expect(stored.publicHtml).toContain('<strong>paper</strong>');
  expect(stored.publicHtml).not.toMatch(/script|style|onerror|<img/);
  expect(await page.evaluate(() => 'hacked' in window)).toBe(false);
});

test('a file of 60 MB is refused where it is picked, and by the server; a name with path tricks is only a name', async () => {
  const page = await show(browser, '/ask', 'requester');
  await says(page, 'A file is at most 50 MB.');
  await pickFiles(page, fileOf('film.mp4', 60 * 1024 * 1024), fileOf('list.csv', 2000));
  await says(page, '“film.mp4” has 60.0 MB. A file is at most 50 MB.');
  await says(page, 'list.csv');
  await page.waitForFunction(
    () =>
      document.body.innerText.includes('2 KB\nsent') ||
      /list\.csv\s+2 KB\s+sent/.test(document.body.innerText),
  );
  const cookie = { Cookie: await sessionOf('requester'), Origin: BASE };
  const upload = (name: string, bytes: number) =>
    fetch(`${BASE}/api/files?key=${crypto.randomUUID()}&name=${encodeURIComponent(name)}`, {
      method: 'POST',
      headers: cookie,
      body: Buffer.alloc(bytes),
    });
  const large = await upload('film.mp4', 60 * 1024 * 1024);
  expect([large.status, await large.text()]).toEqual([413, expect.stringContaining('at most 50 MB')]);
  const tricky = await upload('../../../etc/../<b>plan\u202E.exe', 10);
  expect(await tricky.json()).toMatchObject({ name: 'bplan.exe' });
});

test('two hundred days picked by hand, pasted at once', async () => {
  const page = await show(browser, '/ask?space=8&start=2027-12-01T13:00&minutes=30', 'requester');
  await fillMain(page, { Title: 'Dew readings' });
  await press(page, 'Dates picked one by one', 'radio');
  const days = Array.from({ length: 199 }, (_, n) =>
    new Date(Date.UTC(2027, 11, 2 + n)).toISOString().slice(0, 10),
  );
  await page.$eval(
    '#picked-days',
    (field, text) => {
      Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!.call(field, text);
      field.dispatchEvent(new Event('input', { bubbles: true }));
    },
    days.join('\n'),
  );
  await press(page, 'Add');
  await says(page, '200 days with the first.');
  await says(page, 'Show 140 more dates');
  await press(page, 'Send the request');
  const stored = await request(await referenceOn(page));
  expect(stored.dates).toHaveLength(200);
});

test('a rule the form cannot show is opened, said to be kept, and sent unchanged', async () => {
  const rule = 'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1;COUNT=4';
  const reply = await send(
    'POST',
    '/api/requests',
    {
      key: crypto.randomUUID(),
      title: 'Month’s last workday count',
      publicText: '',
      categoryId: 2,
      hostId: 2,
      people: 6,
      accessMin: 10,
      exitMin: 10,
      spaces: [{ spaceId: 8, layout: 'boardroom', setupMin: 0, strikeMin: 0 }],
      equipment: [],
      notes: '',
      publish: false,
      when: { startsAt: '2027-10-29T08:00', endsAt: '2027-10-29T09:00', repeat: { rule } },
    },
    await as('requester'),
  );
  const { reference } = (await reply.json()) as { reference: string };
  const page = await show(browser, `/ask?from=${reference}`, 'requester');
  await says(page, `Everything but the dates is as in ${reference}.`);
  await says(page, 'It is kept exactly as it came');
  await says(page, rule);
  await fill(page, 'First date', '2028-01-31');
  await press(page, 'Send the request');
  const again = await request(await referenceOn(page));
  expect(again.dates.map(({ when }) => when.slice(0, 15).trim())).toHaveLength(4);
  const [stored] = [
    await (await send('GET', `/api/requests/${reference}`, undefined, await as('manager'))).json(),
  ] as { dates: unknown[] }[];
  expect(stored!.dates).toHaveLength(4);
});

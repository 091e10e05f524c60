import type { Browser, Page } from 'puppeteer-core';
import { as, awake, launch, press, says, send, show, textOf, saved } from './browser';
import { asked, view } from './requests';

// The network goes while something is pressed: nothing that was entered is lost, and nothing is done twice.
let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const PHONE = { width: 390, height: 844 };
const NOT_SAVED = 'Not saved: the server cannot be reached. What you entered is still here.';

/** The server does what it is asked and its answer never arrives. */
async function loseNextReply(page: Page, path: string): Promise<void> {
  await page.setRequestInterception(true);
  let isLost = false;
  page.on('request', (request) => {
    if (isLost || !request.url().includes(path) || request.method() !== 'POST')
      return void request.continue();
    isLost = true;
    void page
      .browserContext()
      .cookies()
      .then(async (cookies) => {
        const cookie = cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
        await fetch(request.url(), {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', Origin: new URL(request.url()).origin, cookie },
          body: request.postData(),
        });
        await request.abort('connectionreset');
      });
  });
}

const REASON = 'section[aria-label="Dates and decision"] label.min-w-60 > input';
const MESSAGE = 'section[aria-label="Messages"] textarea';
const valueOf = (page: Page, selector: string) =>
  page.$eval(selector, (node) => (node as HTMLInputElement | HTMLTextAreaElement).value);
const holds = (page: Page, selector: string, value: string) =>
  page.waitForFunction(
    (at, wanted) => document.querySelector<HTMLInputElement>(at)?.value === wanted,
    {},
    selector,
    value,
  );

test('an approval without a network: the page stays, says so, and goes through by a press', async () => {
  const reference = await asked({ title: 'Moss under glass', day: '2028-11-07' });
  const desk = await show(browser, `/desk/${reference}`, 'manager');
  await desk.type(REASON, 'Asked for by telephone.');
  await desk.setOfflineMode(true);
  await press(desk, 'Approve 1 date');
  await says(desk, NOT_SAVED);
  expect(await textOf(desk)).toContain('Moss under glass');
  expect(await valueOf(desk, REASON)).toBe('Asked for by telephone.');
  await desk.setOfflineMode(false);
  await press(desk, 'Try again');
  await says(desk, 'Done: approved 1 date.');
  expect((await view(reference)).history.filter(({ what }) => what.startsWith('approved'))).toHaveLength(1);
});

test('a message of which the answer was lost is there once, however often it is sent', async () => {
  const reference = await asked({ title: 'Fern ledger', day: '2028-11-08' });
  const desk = await show(browser, `/desk/${reference}`, 'manager');
  await desk.type(MESSAGE, 'Bring the ledger, please.');
  await loseNextReply(desk, '/messages');
  await press(desk, 'Send');
  await says(desk, NOT_SAVED);
  expect(await valueOf(desk, MESSAGE)).toBe('Bring the ledger, please.');
  await press(desk, 'Try again');
  await holds(desk, MESSAGE, '');
  expect((await view(reference)).messages.map(({ text }) => text)).toEqual(['Bring the ledger, please.']);
});

test('what is written on before it is tried again goes out as it stands then', async () => {
  const reference = await asked({ title: 'Lichen ledger', day: '2028-11-10' });
  const desk = await show(browser, `/desk/${reference}`, 'manager');
  await desk.type(MESSAGE, 'Bring the ledger');
  await desk.setOfflineMode(true);
  await press(desk, 'Send');
  await says(desk, NOT_SAVED);
  await desk.type(MESSAGE, ', and a lens.');
  await desk.setOfflineMode(false);
  await press(desk, 'Try again');
  await holds(desk, MESSAGE, '');
  expect((await view(reference)).messages.map(({ text }) => text)).toEqual(['Bring the ledger, and a lens.']);
});

test('decided by somebody else meanwhile, the press that goes through late is refused with what has happened', async () => {
  const reference = await asked({ title: 'Sedge cutting', day: '2028-11-09' });
  const desk = await show(browser, `/desk/${reference}`, 'manager');
  await desk.setOfflineMode(true);
  await press(desk, 'Approve 1 date');
  await says(desk, NOT_SAVED);
  const { version, dates } = await view(reference);
  const declined = await send(
    'POST',
    '/api/changes',
    {
      key: crypto.randomUUID(),
      items: [{ reference, version, occurrences: dates.map(({ id }) => id) }],
      step: { action: 'decline', reason: 'The floor is wet.' },
    },
    await as('manager2'),
  );
  expect(declined.status).toBe(200);
  await desk.setOfflineMode(false);
  await press(desk, 'Try again');
  await says(desk, 'declined 1 date');
  expect((await view(reference)).stateText).toBe('declined');
});

test('“Done” pressed by a crew without a network is saved by itself, once it is back', async () => {
  const crew = await show(browser, '/work-orders', 'crew', PHONE);
  await crew.setOfflineMode(true);
  const done = (await crew.$('main li button[aria-label^="Done: "]'))!;
  const label = await done.evaluate((node) => node.getAttribute('aria-label')!);
  await done.click();
  await says(crew, NOT_SAVED);
  await crew.setOfflineMode(false);
  await crew.waitForSelector(`button[aria-label="${label.replace('Done', 'Open again')}"]`);
  expect(await textOf(crew)).not.toContain(NOT_SAVED);
});

test('a note of a crew, a message and a reason of the desk are still there after a reload and after going back', async () => {
  const reference = await asked({ title: 'Lichen hours', day: '2028-11-10' });
  const desk = await show(browser, `/desk/${reference}`, 'manager');
  await desk.type(MESSAGE, 'Half a message');
  await desk.type(REASON, 'Half a reason');
  await desk.reload();
  await awake(desk);
  await holds(desk, MESSAGE, 'Half a message');
  await holds(desk, REASON, 'Half a reason');
  await desk.goto(desk.url().replace(/\/desk\/.*/, '/desk'));
  await desk.goBack();
  await holds(desk, MESSAGE, 'Half a message');

  const crew = await show(browser, '/work-orders', 'crew', PHONE);
  await (await crew.$('button[aria-label^="Add a note about"]'))!.click();
  await crew.waitForSelector('textarea');
  await crew.type('textarea', 'A chair is missing');
  await crew.reload();
  await holds(crew, 'main textarea', 'A chair is missing');
});

test('a change can be taken back after its page was left: from the history and from “my recent actions”', async () => {
  for (const from of ['history', 'recent'] as const) {
    const reference = await asked({ title: `Reed bank, ${from}`, day: '2028-11-13' });
    const desk = await show(browser, `/desk/${reference}`, 'manager');
    await press(desk, 'Approve 1 date');
    await says(desk, 'Done: approved 1 date.');
    await desk.goto(desk.url().replace(/\/desk\/.*/, from === 'recent' ? '/recent' : `/desk/${reference}`));
    await awake(desk);
    const back = (await desk.waitForSelector('button[aria-label="Undo: approved 1 date"]'))!;
    // The line it was pressed on says so, until the page is drawn without it.
    await saved(desk, () => back.click());
    expect((await view(reference)).stateText).toBe('waiting');
  }
});

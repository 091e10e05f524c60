import { randomUUID } from 'node:crypto';
import type { Browser, Page } from 'puppeteer-core';
import type { RequestView } from '@/contracts/requests/request-view';
import {
  type Account,
  as,
  BASE,
  byRole,
  fill,
  goTo,
  launch,
  press,
  says,
  send,
  show,
  textOf,
} from './browser';
import { MAIN, referenceOn } from './asking-form';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

// The boathouse and the potting studio on days of the autumn that no other test touches.
const STUDIO = 9;
const BODY = {
  publicText: '',
  categoryId: 1,
  notes: '',
  publish: false,
  people: 14,
  accessMin: 15,
  exitMin: 15,
  equipment: [],
};

const view = async (reference: string) =>
  (await (
    await send('GET', `/api/requests/${reference}`, undefined, await as('manager'))
  ).json()) as RequestView;

/** Asked for by somebody through the same route as the form; approved at once where it says so. */
async function booked(
  title: string,
  who: Account,
  {
    day,
    from = '14:00',
    to = '16:00',
    rule = '',
    space = STUDIO,
    isApproved = true,
    hostId = 1,
  }: {
    day: string;
    from?: string;
    to?: string;
    rule?: string;
    space?: number;
    isApproved?: boolean;
    hostId?: number;
  },
): Promise<string> {
  const spaces = [{ spaceId: space, layout: 'rounds', setupMin: 15, strikeMin: 15 }];
  const when = { startsAt: `${day}T${from}`, endsAt: `${day}T${to}`, repeat: rule ? { rule } : null };
  const reply = await send(
    'POST',
    '/api/requests',
    { ...BODY, key: randomUUID(), title, hostId, spaces, when },
    await as(who),
  );
  const text = await reply.text();
  if (!reply.ok) throw new Error(text);
  const { reference } = JSON.parse(text) as { reference: string };
  if (!isApproved) return reference;
  const { version, dates } = await view(reference);
  const items = [{ reference, version, occurrences: dates.map(({ id }) => id) }];
  const step = { action: 'approve', reason: 'Agreed.' };
  const approved = await send(
    'POST',
    '/api/changes',
    { key: randomUUID(), items, step },
    await as('manager'),
  );
  if (!approved.ok) throw new Error(await approved.text());
  return reference;
}

const pickWay = async (page: Page, sentence: string) => {
  await says(page, sentence);
  const label = await page.waitForSelector(
    `::-p-xpath(//label[contains(., "${sentence}")]//input[@type="radio"])`,
  );
  await label!.click();
};

describe('in the form', () => {
  test('a clash comes with alternatives; one is taken with the keys alone and sent', async () => {
    await booked('Moss under lamps', 'manager', { day: '2027-10-05' });
    const page = await show(browser, `/ask?space=${STUDIO}&start=2027-10-05T14:00&minutes=120`, 'requester');
    for (const [label, value] of Object.entries({ ...MAIN, Title: 'Lichen by torchlight' }))
      await fill(page, label, value);
    await says(page, 'There is a conflict.');
    await says(page, 'instead of Potting Studio, at the same time.');
    // Nobody else’s private title.
    expect(await textOf(page)).not.toContain('Moss under lamps');
    await page.focus('#verdict [aria-label^="Alternatives for"] input[type="radio"]');
    await page.keyboard.press('Space');
    await byRole(page, 'button', 'Take this');
    for (
      let n = 0;
      n < 5 && (await page.evaluate(() => document.activeElement?.textContent)) !== 'Take this';
      n += 1
    )
      await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.querySelector('#verdict')!.textContent!.includes('Clear.'));
    await press(page, 'Send the request');
    const made = await view(await referenceOn(page));
    expect(made.dates[0]!.places).not.toBe('Potting Studio');
    expect(made.dates[0]!.when).toBe('Tue 5 Oct 2027, 14:00–16:00');
  });

  test('a series: the dates in trouble differ, each with what was taken for it, and can be asked for as before', async () => {
    await booked('Gall wasps', 'manager', { day: '2027-10-13' });
    await booked('Gall wasps again', 'manager', { day: '2027-10-27' });
    const page = await show(
      browser,
      `/ask?space=${STUDIO}&start=2027-10-06T14:00&minutes=120&people=14&rule=FREQ%3DWEEKLY%3BCOUNT%3D4`,
      'requester',
    );
    await says(page, '2 dates clear, 2 conflicts.');
    await pickWay(page, 'on all 2 dates that are in trouble.');
    await press(page, 'Take this for 2 dates');
    await says(page, 'All 4 dates are clear.');
    expect((await textOf(page, '#verdict')).match(/Instead: /g)).toHaveLength(2);
    await press(page, 'As asked before');
    await says(page, '3 dates clear, 1 conflict.');
  });
});

test('a search can be stopped, is then cancelled by the browser, and begun again', async () => {
  await booked('Leaf litter', 'manager', { day: '2027-10-18' });
  const reference = await booked('Soil sieving', 'manager', { day: '2027-10-18', isApproved: false });
  const page = await show(browser, '/desk', 'manager');
  // The first answer comes no further than its first line; whether it is listened to any more is noted.
  await page.evaluateOnNewDocument(() => {
    const real = window.fetch;
    const seen = { asked: 0, givenUp: 0 };
    Object.assign(window, { seen });
    window.fetch = async (input, init) => {
      if (!String(input).endsWith('/api/alternatives')) return real(input, init);
      seen.asked += 1;
      if (seen.asked > 1) return real(input, init);
      init!.signal!.addEventListener('abort', () => (seen.givenUp += 1));
      const first = new TextEncoder().encode('{"line":"progress","done":0,"of":1}\n');
      return new Response(new ReadableStream({ start: (controller) => controller.enqueue(first) }));
    };
  });
  await goTo(page, `${BASE}/desk/${reference}`);
  await says(page, 'Checking: 0 of 1 date …');
  await press(page, 'Stop');
  await says(page, 'Stopped.');
  expect(await page.evaluate(() => (window as unknown as { seen: object }).seen)).toEqual({
    asked: 1,
    givenUp: 1,
  });
  await press(page, 'Check again');
  await says(page, 'instead of Potting Studio, at the same time.');
});

describe('on the desk', () => {
  test('a way out is drawn beside what was asked for, and moving there twice moves once', async () => {
    await booked('Bark rubbing', 'manager', { day: '2027-10-07' });
    const reference = await booked('Twig weaving', 'requester', { day: '2027-10-07', isApproved: false });
    const page = await show(browser, `/desk/${reference}`, 'manager');
    await pickWay(page, 'instead of Potting Studio, at the same time.');
    await page.waitForFunction(
      () =>
        document.querySelector('[aria-label="Alternatives"] figure')?.textContent?.includes('Bark rubbing') ??
        false,
    );
    const move = await byRole(page, 'button', 'Move it');
    await move.click({ count: 2 });
    await says(page, 'Done: moved 1 date.');
    await byRole(page, 'button', 'Approve 0 dates');
    const { dates, history } = await view(reference);
    expect(dates[0]).toMatchObject({ verdict: 'clear', state: 'waiting' });
    expect(history.filter(({ what }) => /moved/.test(what))).toHaveLength(1);
  });

  test('what somebody else decided meanwhile is told, and nothing is moved', async () => {
    await booked('Reed cutting', 'manager', { day: '2027-10-08' });
    const reference = await booked('Rush plaiting', 'requester', { day: '2027-10-08', isApproved: false });
    const page = await show(browser, `/desk/${reference}`, 'manager');
    await pickWay(page, 'instead of Potting Studio, at the same time.');
    const { version, dates } = await view(reference);
    const items = [{ reference, version, occurrences: [dates[0]!.id] }];
    const step = { action: 'decline', reason: 'The reeds come first.' };
    await send('POST', '/api/changes', { key: randomUUID(), items, step }, await as('manager2'));
    await press(page, 'Move it');
    await says(page, 'Not done: this has changed while you looked at it. Odette Finch');
    expect((await view(reference)).dates[0]!.places).toBe('Potting Studio');
  });

  test('an offer is kept for whoever asked, who takes it', async () => {
    await booked('Pond dipping', 'manager', { day: '2027-10-11' });
    const reference = await booked('Newt count', 'requester', { day: '2027-10-11', isApproved: false });
    const desk = await show(browser, `/desk/${reference}`, 'manager');
    await pickWay(desk, 'instead of Potting Studio, at the same time.');
    await press(desk, 'Offer it, and hold it until');
    await says(desk, 'Done: offered another space or time for 1 date.');
    const own = await show(browser, `/requests/${reference}`, 'requester');
    await press(own, 'Take the offer');
    await says(own, 'Done: accepted the proposal for 1 date.');
    expect((await view(reference)).dates[0]!.state).toBe('approved');
  });

  test('two want one place: moving one serves both', async () => {
    const first = await booked('Owl walk', 'requester', { day: '2027-10-12', isApproved: false });
    await booked('Bat walk', 'manager', { day: '2027-10-12', isApproved: false });
    const page = await show(browser, `/desk/${first}`, 'manager');
    await says(page, '“Bat walk” asks for the same space');
    await says(page, 'Both are possible');
    const way = await page.waitForSelector('[aria-label="What Bat walk could have"] input[type="radio"]');
    await way!.click();
    await press(page, 'Move “Bat walk” there');
    await page.waitForFunction(() => !document.body.innerText.includes('asks for the same space'));
    await press(page, '1 clear');
    await press(page, 'Approve 1 date');
    await says(page, 'Done: approved 1 date.');
  });
});

test('three want one place: all are moved to where they can be in one press, and back in one', async () => {
  const references: string[] = [];
  for (const title of ['Snail trail', 'Slug hunt', 'Worm charm'])
    references.push(await booked(title, 'manager', { day: '2027-10-15', isApproved: false }));
  const page = await show(browser, `/desk/${references[0]!}`, 'manager');
  await says(page, 'All 3 can be served at the time they asked for, 2 of them elsewhere.');
  await press(page, 'Move them there');
  await says(page, 'Done: moved 2 dates.');
  const places = async () =>
    Promise.all(references.map(async (reference) => (await view(reference)).dates[0]!.places));
  expect(new Set(await places()).size).toBe(3);
  await press(page, 'Undo');
  await says(page, 'All 3 can be served');
  expect(new Set(await places()).size).toBe(1);
});

test('whoever asked takes a way out of what waits, on a phone', async () => {
  await booked('Seed drying', 'manager', { day: '2027-10-14' });
  const reference = await booked('Seed sorting', 'requester', { day: '2027-10-14', isApproved: false });
  const page = await show(browser, `/requests/${reference}`, 'requester', { width: 390, height: 844 });
  await says(page, 'Of another kind');
  await page.click('[aria-label="Alternatives"] details summary');
  await pickWay(page, 'Potting Studio a day later, on Fri 15 Oct 2027 at the same hours.');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await press(page, 'Take this instead');
  await says(page, 'Done: changed 1 date');
  const { dates } = await view(reference);
  expect(dates[0]).toMatchObject({ when: 'Fri 15 Oct 2027, 14:00–16:00', verdict: 'clear' });
});

import type { Browser, Page } from 'puppeteer-core';
import {
  type Account,
  as,
  drawOn,
  fill,
  launch,
  newPage,
  open,
  pointOnBoard,
  press,
  pressTwice,
  reload,
  says,
  send,
  show,
  signIn,
  textOf,
  typeInto,
} from './browser';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

async function boardOf(path: string, who?: Account, size?: { width: number; height: number }): Promise<Page> {
  const page = await show(browser, path, who, size);
  await page.waitForSelector('.board-scroll [data-row]');
  return page;
}

/** Selects a booking by what stands in its block. */
const bookingOf = (text: string) => `[data-booking][aria-label*="${text}"]`;

/** Left and right end of a booking's block. */
const blockOf = (page: Page, title: string) =>
  page.$eval(bookingOf(title), (block) => {
    block.scrollIntoView({ block: 'center' });
    const { left, right, top, height } = block.getBoundingClientRect();
    return { left, right, y: top + height / 2 };
  });

async function drag(page: Page, from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 5 });
  await page.mouse.move(to.x, to.y, { steps: 5 });
}

const noteOf = (page: Page, title: string) =>
  page.$eval(bookingOf(title), (block) => block.getAttribute('aria-label'));

/** A booking of one's own, approved by the office, to move about. */
async function booked(title: string, day: string, from: string, to: string, rule: string | null = null) {
  const reply = await send(
    'POST',
    '/api/requests',
    {
      key: crypto.randomUUID(),
      title,
      publicText: '',
      notes: '',
      categoryId: 1,
      hostId: 1,
      publish: false,
      people: 10,
      accessMin: 15,
      exitMin: 15,
      spaces: [{ spaceId: 9, layout: 'classroom', setupMin: 15, strikeMin: 15 }],
      equipment: [],
      when: { startsAt: `${day}T${from}`, endsAt: `${day}T${to}`, repeat: rule ? { rule } : null },
    },
    await as('requester'),
  );
  const { reference } = (await reply.json()) as { reference: string };
  const manager = await as('manager');
  const view = (await (await send('GET', `/api/requests/${reference}`, undefined, manager)).json()) as {
    version: number;
    dates: { id: number }[];
  };
  const item = { reference, version: view.version, occurrences: view.dates.map(({ id }) => id) };
  const done = await send(
    'POST',
    '/api/changes',
    { key: crypto.randomUUID(), items: [item], step: { action: 'approve', reason: 'Agreed.' } },
    manager,
  );
  expect(done.status).toBe(200);
  return reference;
}

describe('picking', () => {
  test('a stretch drawn over two spaces is asked for in the details, with a verdict, and sent once', async () => {
    const page = await boardOf('/?day=2027-07-06', 'requester');
    await drawOn(page, 'Council Room', '10:00', '12:00', 'Seed Library');
    await says(page, 'A free time');
    await says(page, 'Council Room, Old Stables');
    await says(page, 'Seed Library, Old Stables');
    await says(page, 'Nothing is in the way.');
    expect(page.url()).toMatch(/pick=7\.8@2027-07-06T10:00\/120/);
    await press(page, 'Send the request');
    // Without a title the browser's own form says so, and nothing is sent.
    expect(await textOf(page)).not.toContain('Sent to the office');
    await fill(page, 'Title', 'Seed drawers, counted');
    await fill(page, 'People', '9');
    await pressTwice(page, 'Send the request');
    await says(page, 'Sent to the office');
    await page.waitForFunction(
      () => document.querySelectorAll('[data-booking][aria-label*="Seed drawers, counted"]').length === 2,
    );
  });

  test('what was picked survives signing in, and a link to it shows the same', async () => {
    const page = await boardOf('/?day=2027-07-07');
    await drawOn(page, 'Seed Library', '13:00', '14:30');
    await press(page, 'Sign in to ask for it', 'link');
    await fill(page, 'E-mail address', 'isolde.marsh@quillmere.example');
    await fill(page, 'Password', 'quillmere-2027');
    await page.keyboard.press('Enter');
    await says(page, 'A free time');
    await says(page, 'Seed Library, Old Stables');
    expect(page.url()).toMatch(/pick=8@2027-07-07T13:00\/90/);
  });

  test('a gap in a pool asks for a loan', async () => {
    const page = await boardOf('/?day=2027-07-08&q=Projector', 'requester');
    await drawOn(page, 'Projector', '10:00', '12:00');
    await says(page, 'Projector: a loan');
    await fill(page, 'Title', 'Slides of galls');
    await fill(page, 'How many', '9');
    await says(page, 'Projector: 5 short');
    await fill(page, 'How many', '2');
    await says(page, 'Nothing is in the way.');
    await press(page, 'Send the request');
    await says(page, 'Sent to the office');
  });

  test('another day typed into the details takes the board along, and is judged by what stands there', async () => {
    await booked('Wick days', '2027-07-20', '10:00', '12:00');
    const page = await boardOf('/?day=2027-07-19&pick=9@2027-07-19T10:00/60', 'requester');
    await says(page, 'Nothing is in the way.');
    await typeInto(page, 'aside input[autocomplete="off"]', '2027-07-20');
    await says(page, 'Tuesday 20 July 2027');
    await says(page, 'Potting Studio is booked');
  });

  test('a taken stretch says so before anything is sent', async () => {
    await booked('Wasp watch', '2027-07-09', '10:00', '12:00');
    const page = await boardOf('/?day=2027-07-09&pick=9@2027-07-09T11:00/60', 'requester');
    await says(page, 'Potting Studio is booked');
  });
});

describe('moving', () => {
  const title = 'Basket weights';
  beforeAll(() => booked(title, '2027-07-13', '10:00', '12:00'));

  test('dragged where it is free it moves as it is let go, and can be taken back', async () => {
    const page = await boardOf('/?day=2027-07-13', 'manager');
    await pointOnBoard(page, 'Potting Studio', '10:00');
    const block = await blockOf(page, title);
    const grab = { x: block.left + 30, y: block.y };
    const hour = ((block.right - block.left) / 2) | 0;
    await drag(page, grab, { x: grab.x + 2 * hour, y: grab.y });
    await says(page, `“${title}” to Potting Studio, Tue 13 Jul 2027, 12:00–14:00: clear.`);
    await page.mouse.up();
    await says(page, '1 date moves');
    await press(page, 'Move 1 date');
    await says(page, 'Done: moved 1 date.');
    await page.waitForFunction(
      (name) => document.querySelector(`[data-booking][aria-label*="${name}"][aria-label*="12:00"]`),
      {},
      title,
    );
    await press(page, 'Undo');
    await says(page, 'undid');
    await page.waitForFunction(
      (name) => document.querySelector(`[data-booking][aria-label*="${name}"][aria-label*="10:00"]`),
      {},
      title,
    );
  });

  test('Escape leaves it where it was', async () => {
    const page = await boardOf('/?day=2027-07-13', 'manager');
    const sent: string[] = [];
    page.on('request', (request) => {
      if (request.method() !== 'GET') sent.push(request.url());
    });
    await pointOnBoard(page, 'Potting Studio', '10:00');
    const block = await blockOf(page, title);
    await drag(page, { x: block.left + 30, y: block.y }, { x: block.left + 130, y: block.y });
    await page.keyboard.press('Escape');
    await page.mouse.up();
    expect(await noteOf(page, title)).toContain('10:00–12:00');
    // Whatever letting it go would have sent was sent before this.
    await reload(page);
    await blockOf(page, title);
    expect(await noteOf(page, title)).toContain('10:00–12:00');
    expect(sent).toEqual([]);
  });

  test('its end drawn out lengthens it; by keys M takes it up and Shift with arrows does the same', async () => {
    const page = await boardOf('/?day=2027-07-13', 'manager');
    await pointOnBoard(page, 'Potting Studio', '10:00');
    const block = await blockOf(page, title);
    const quarter = (block.right - block.left) / 8;
    await drag(page, { x: block.right - 2, y: block.y }, { x: block.right - 2 + 2 * quarter, y: block.y });
    await says(page, '10:00–12:30: clear.');
    await page.mouse.up();
    await says(page, '1 date moves');
    await press(page, 'Move 1 date');
    await says(page, 'Done: moved 1 date.');
    await reload(page);
    await pointOnBoard(page, 'Potting Studio', '10:00');
    expect(await noteOf(page, title)).toContain('10:00–12:30');
    await page.focus(bookingOf(title));
    await page.keyboard.press('m');
    await says(page, 'is taken up');
    await page.keyboard.down('Shift');
    for (let n = 0; n < 2; n += 1) await page.keyboard.press('ArrowLeft');
    await page.keyboard.up('Shift');
    await page.keyboard.press('ArrowRight');
    await says(page, '10:15–12:15: clear.');
    await page.keyboard.press('Enter');
    await says(page, '1 date moves');
    await press(page, 'Move 1 date');
    await says(page, 'Done: moved 1 date.');
  });

  test('by typing; where it clashes it says so and stays', async () => {
    await booked('Wire sieves', '2027-07-13', '15:00', '16:00');
    const page = await boardOf('/?day=2027-07-13', 'manager');
    await page.click(bookingOf(title));
    await (await page.waitForSelector('summary::-p-text(Move or lengthen)'))!.click();
    await fill(page, 'From', '15:00');
    await fill(page, 'To', '17:00');
    await press(page, 'Look at it there');
    await says(page, 'Potting Studio is booked by “Wire sieves”');
    await says(page, '1 conflict');
    await press(page, 'Move 1 date');
    await says(page, 'booked by “Wire sieves”');
    expect(await noteOf(page, title)).not.toContain('15:00–17:00');
  });

  test('a date of a series opens the ladder with it picked, to be widened there', async () => {
    await booked('Wool days', '2027-07-14', '10:00', '12:00', 'FREQ=WEEKLY;COUNT=4');
    const page = await boardOf('/?day=2027-07-21', 'manager');
    await pointOnBoard(page, 'Potting Studio', '10:00');
    const block = await blockOf(page, 'Wool days');
    const hour = (block.right - block.left) / 2;
    await drag(page, { x: block.left + 30, y: block.y }, { x: block.left + 30 + hour, y: block.y });
    await page.mouse.up();
    await says(page, '1 date moves');
    await press(page, 'Pick 3 dates');
    await says(page, '3 dates move');
    await press(page, 'Move 3 dates');
    await says(page, 'Done: moved 3 dates.');
    await open(page, '/?day=2027-07-14');
    await page.waitForSelector(bookingOf('Wool days'));
    expect(await noteOf(page, 'Wool days')).toContain('10:00–12:00');
    await open(page, '/?day=2027-08-04');
    await page.waitForSelector(bookingOf('Wool days'));
    expect(await noteOf(page, 'Wool days')).toContain('11:00–13:00');
  });

  test('a requester sees it and cannot drag it', async () => {
    const page = await boardOf('/?day=2027-07-13', 'requester');
    await pointOnBoard(page, 'Potting Studio', '10:00');
    const block = await blockOf(page, title);
    await drag(page, { x: block.left + 30, y: block.y }, { x: block.left + 130, y: block.y });
    await page.mouse.up();
    expect(await noteOf(page, title)).toContain('10:15–12:15');
    expect(await textOf(page)).not.toContain('Done');
  });
});

describe('privacy', () => {
  test('a private booking is only taken: in the picture, the page source and the JSON', async () => {
    await booked('Silent auction', '2027-07-15', '10:00', '12:00');
    const page = await boardOf('/?day=2027-07-15');
    expect(await page.content()).not.toContain('Silent auction');
    const reply = await send('GET', '/api/board?from=2027-07-15&days=1');
    expect(await reply.text()).not.toContain('Silent auction');
    const other = await send('GET', '/api/board?from=2027-07-15&days=1', undefined, await as('crew'));
    expect(await other.text()).toContain('Silent auction');
    const taken = await page.$eval(bookingOf('taken'), (block) => block.outerHTML);
    expect(taken).toContain('taken');
  });
});

describe('the day strip', () => {
  test('a day typed as it is said, a wrong one, keys and wheel', async () => {
    const page = await boardOf('/');
    const typed = async (text: string) => {
      await fill(page, 'Day', text);
      await page.keyboard.press('Enter');
    };
    await typed('in 3 weeks');
    await says(page, 'Tuesday 4 May 2027');
    await typed('someday');
    await says(page, 'Write a day as');
    await typed('12 may');
    await says(page, 'Wednesday 12 May 2027');
    await page.focus('[data-date="2027-05-12"]');
    await page.keyboard.press('PageDown');
    await page.waitForFunction(() => (document.activeElement as HTMLElement).dataset.date === '2027-05-19');
    await page.keyboard.press('Enter');
    await says(page, 'Wednesday 19 May 2027');
    await page.goBack();
    await page.waitForFunction(() => document.querySelector('h1')!.textContent === 'Wednesday 12 May 2027');
    await page.goForward();
    await says(page, 'Wednesday 19 May 2027');
    const strip = (await (await page.$('[data-date="2027-05-19"]'))!.boundingBox())!;
    await page.mouse.move(strip.x, strip.y + 20);
    await page.mouse.wheel({ deltaY: 2000 });
    await page.waitForSelector('[data-date="2027-07-01"]');
  });

  test('leads to the board from other screens', async () => {
    const page = await newPage(browser);
    await open(page, '/whats-on');
    await page.click('[data-date="2027-04-20"]');
    await page.waitForFunction(() => location.pathname === '/' && location.search === '?day=2027-04-20');
    await page.waitForSelector('.board-scroll');
  });
});

test('several days, zoom about the pointer, filters in the address', async () => {
  const page = await boardOf('/?day=2027-04-12&days=5');
  await says(page, 'Mon 12 Apr – Fri 16 Apr 2027');
  const box = (await (await page.$('.board-scroll'))!.boundingBox())!;
  await page.mouse.move(box.x + 600, box.y + 200);
  await page.keyboard.down('Control');
  await page.mouse.wheel({ deltaY: -300 });
  await page.keyboard.up('Control');
  await page.waitForFunction(() => location.search.includes('z='));
  await press(page, 'Filter');
  await fill(page, 'Seats at least', '100');
  await page.waitForFunction(() => location.search.includes('seats=100'));
  await page.waitForFunction(
    () => !document.querySelector('.board-scroll')!.textContent!.includes('Seed Library'),
  );
  await press(page, 'Leave nothing out');
  await says(page, 'Council Room');
});

test('time given, places wanted: found, looked at on the board, asked for as a series', async () => {
  const page = await newPage(browser);
  await signIn(page, 'requester');
  await open(page, '/spaces');
  await fill(page, 'People', '0');
  await press(page, 'Find spaces');
  expect(page.url()).not.toContain('people=0');
  await fill(page, 'People', '22');
  await fill(page, 'First day', '2027-09-07');
  await fill(page, 'From', '18:00');
  await fill(page, 'To', '20:00');
  await fill(page, 'How often', 'every week');
  await fill(page, 'Dates', '5');
  await press(page, 'Find spaces');
  await says(page, 'Every week on Tuesday, 18:00–20:00, 5 dates');
  await says(page, 'free on 5 of 5 dates');
  const first = await page.$eval('section li a', (link) => link.textContent);
  expect(first).toBe('Council Room');
  await (await page.waitForSelector('section li ::-p-text(Ask for it)'))!.click();
  await says(page, 'Can it be done?');
  await says(page, 'Every week on Tuesday, 18:00–20:00, 5 dates');
  await open(page, '/spaces/QH');
  await says(page, 'On here in the next two weeks');
  await (await page.waitForSelector('a::-p-text(Its week on the board)'))!.click();
  await page.waitForSelector('.board-scroll');
  expect(page.url()).toContain('days=7');
});

test('on a phone one looks and asks', async () => {
  const page = await boardOf('/?day=2027-07-16', 'requester', { width: 390, height: 844 });
  const box = (await (await page.$('.board-scroll'))!.boundingBox())!;
  await page.mouse.click(box.x + 300, box.y + 120);
  await says(page, 'A free time');
  await fill(page, 'Title', 'Pond count');
  await fill(page, 'People', '4');
  await press(page, 'Send the request');
  await says(page, 'Sent to the office');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

import { randomUUID } from 'node:crypto';
import type { Browser, Page } from 'puppeteer-core';
import type { ChangeReply } from '@/contracts/requests/change';
import {
  as,
  awake,
  byRole,
  fill,
  launch,
  newPage,
  open,
  press,
  reload,
  saved,
  says,
  send,
  show,
  signIn,
  textOf,
} from './browser';
import { asked, view } from './requests';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const PHONE = { width: 390, height: 844 };

async function step(reference: string, body: Readonly<Record<string, unknown>>): Promise<ChangeReply> {
  const { version, dates } = await view(reference);
  const reply = await send(
    'POST',
    '/api/changes',
    {
      key: randomUUID(),
      items: [{ reference, version, occurrences: dates.map(({ id }) => id) }],
      step: { reason: 'So it goes.', ...body },
    },
    await as('manager'),
  );
  if (reply.status !== 200) throw new Error(await reply.text());
  return (await reply.json()) as ChangeReply;
}

async function approvedOn(day: string, title: string): Promise<string> {
  const reference = await asked({ title, day });
  await step(reference, { action: 'approve' });
  return reference;
}

const gone = (page: Page, text: string) =>
  page.waitForFunction((unwanted) => !document.body.innerText.includes(unwanted), {}, text);

test('approved, more people, read, set, cancelled, taken back: the crew sees it all on a phone', async () => {
  const day = '2029-03-07';
  const reference = await asked({ title: 'Lichen ledger', day });
  const office = await show(browser, `/desk/${reference}`, 'manager');
  await press(office, 'Approve 1 date');
  await says(office, 'Done: approved 1 date.');

  const crew = await show(browser, `/work-orders?day=${day}`, 'crew', PHONE);
  await says(crew, 'Set the space: one long table, for 12');
  await step(reference, { action: 'move', patch: { people: 14 } });
  await reload(crew);
  await says(crew, '14 people, not 12');
  await awake(crew);
  for (const due of ['17:45', '20:30']) {
    await saved(crew, () => press(crew, `I have read it: what has changed at Council Room, ${due}`));
  }
  // It stays where it is, so that no other button comes under the thumb.
  await says(crew, '14 people, not 12');
  await reload(crew);
  expect(await textOf(crew)).not.toContain('not 12');

  // A double press does it once and does not open it again.
  const done = await byRole(crew, 'button', 'Done: Setup, Council Room, 17:45');
  await done.evaluate((button) => {
    (button as HTMLElement).click();
    (button as HTMLElement).click();
  });
  await byRole(crew, 'button', 'Open again: Setup, Council Room, 17:45');

  await step(reference, { action: 'leave' });
  await reload(crew);
  await says(crew, 'Not needed any more');
  // It stands set now: to be cleared before the next who have the room, the tree register of today.
  await open(crew, '/work-orders');
  await press(crew, 'Done: Take back, Council Room, 10:40');
  await byRole(crew, 'button', 'Open again: Take back, Council Room, 10:40');
  expect(await crew.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
});

test('while one reads the old version the office changes it: reading and doing the old one are refused', async () => {
  const day = '2029-03-14';
  const reference = await approvedOn(day, 'Moss by touch');
  const crew = await show(browser, `/work-orders?day=${day}`, 'crew', PHONE);
  await step(reference, { action: 'move', patch: { people: 15 } });
  await press(crew, 'Done: Setup, Council Room, 17:45');
  await says(crew, 'The work order has a new version.');
  await says(crew, '15 people, not 12');
});

describe('work order templates', () => {
  test('a formula that cannot be read is said at once; tried, looked at, saved; orders follow', async () => {
    const reference = await approvedOn('2029-04-04', 'Fern index');
    const page = await show(browser, '/work-orders/templates/new', 'manager');
    await fill(page, 'What is to be done', 'Jugs of water');
    await fill(page, 'Team', 'Refreshments');
    await press(page, 'Add something they bring');
    await fill(page, 'What is brought, line 1', 'Jug');
    await fill(page, 'How many, line 1', 'guests / 6');
    await says(page, 'Formulas do not know “guests”.');
    await press(page, 'See what saving does');
    await says(page, 'Formulas do not know “guests”. They know people');
    await fill(page, 'How many, line 1', 'people / 6');
    await page.evaluate(() => {
      for (const each of document.querySelectorAll('details')) each.open = true;
    });
    await press(page, 'Council Room', 'checkbox');
    // Tried at once on the last event that was there.
    await says(page, '× Jug');
    await press(page, 'See what saving does');
    await byRole(page, 'button', 'Save it');
    // What was seen is of the template as it stood: another needs another look.
    await fill(page, 'What is to be done', 'Jugs of cold water');
    await press(page, 'See what saving does');
    await press(page, 'Save it');
    await says(page, 'The office made a work order template;');

    const event = await show(browser, `/work-orders/event/${reference}`, 'manager');
    await says(event, 'Jugs of cold water: one long table, for 12');
    await says(event, '2 × Jug');
  });

  test('two change one template at once: the second is told and loses nothing', async () => {
    const pages = [
      await show(browser, '/work-orders/templates/1', 'manager'),
      await show(browser, '/work-orders/templates/1', 'manager2'),
    ];
    for (const page of pages) await awake(page);
    const [first, second] = pages as [Page, Page];
    await fill(first, 'Checklist, a line each', 'Windows shut');
    await press(first, 'See what saving does');
    await press(first, 'Save it');
    await says(first, 'The office changed a work order template;');
    await fill(second, 'Checklist, a line each', 'Lights off');
    await press(second, 'See what saving does');
    await says(second, '“Set the space” was changed by someone else.');
    expect(await second.$eval('textarea', (area) => area.value)).toBe('Lights off');
  });
});

describe('the week of the crews', () => {
  const DAY = '2029-03-21';
  const chip = '[data-work="Setup"]';
  const holderOf = (page: Page) =>
    page.$eval(chip, (node) => node.closest('tr')!.querySelector('th')!.textContent);
  const isHeldBy = (page: Page, name: string) =>
    page.waitForFunction(
      (selector, wanted) =>
        document.querySelector(selector)?.closest('tr')?.querySelector('th')?.textContent === wanted,
      {},
      chip,
      name,
    );

  test('an order goes to somebody by the list, by keys and by dragging', async () => {
    await approvedOn(DAY, 'Sedge drawing');
    const page = await show(browser, `/work-orders/week?day=${DAY}&team=1`, 'manager');
    expect(await holderOf(page)).toBe('Unassigned');
    await page.click(chip);
    await fill(page, 'Give them to', 'Sunniva Hart');
    await press(page, 'Give');
    await isHeldBy(page, 'Sunniva Hart');

    await page.focus(chip);
    await page.keyboard.press('ArrowUp');
    await isHeldBy(page, 'Marlo Pike');
    // The keys stay with it.
    expect(await page.$eval(chip, (node) => node === document.activeElement)).toBe(true);

    const row = await page.waitForSelector('::-p-xpath(//th[normalize-space()="Tobin Ashdown"])');
    await row!.evaluate((node) => node.scrollIntoView({ block: 'center' }));
    const from = (await (await page.$(chip))!.boundingBox())!;
    const to = (await row!.boundingBox())!;
    await page.mouse.move(from.x + 20, from.y + 10);
    await page.mouse.down();
    await page.mouse.move(from.x + 20, to.y + 10, { steps: 8 });
    // A hand lets go of it where it sees that it would fall.
    await page.waitForSelector('::-p-xpath(//tr[@data-over]/th[normalize-space()="Tobin Ashdown"])');
    await page.mouse.up();
    await isHeldBy(page, 'Tobin Ashdown');

    const crew = await show(browser, `/work-orders?day=${DAY}`, 'crew', PHONE);
    await says(crew, 'yours');
  });

  test('a shift that ends before it begins ends a day later; taking it off goes back', async () => {
    const page = await show(browser, `/work-orders/week?day=${DAY}&team=5`, 'manager');
    await says(page, 'Nobody is on shift in this week.');
    await fill(page, 'Which day', DAY);
    await fill(page, 'From', '22:00');
    await fill(page, 'To', '02:00');
    await press(page, 'Put on shift');
    await says(page, '22:00–02:00, Thu 22 Mar');
    await page.click('::-p-xpath(//button[starts-with(@aria-label, "Take off shift: Wed 21 Mar")])');
    await says(page, 'Nobody is on shift in this week.');
  });
});

describe('around an event', () => {
  const eventOf = async (page: Page, title: string) => {
    await open(page, '/work-orders');
    const href = await page.$$eval(
      'li a',
      (links, wanted) => links.find((link) => link.textContent!.includes(wanted))!.getAttribute('href')!,
      title,
    );
    await open(page, href);
  };

  test('a service is refused only with a word why; what was promised is walked through', async () => {
    const page = await newPage(browser);
    await signIn(page, 'manager');
    await eventOf(page, 'Bulb exchange');
    await fill(page, 'How far Table linen is', 'refused');
    await press(page, 'Save: Table linen');
    await says(page, 'Say why it is refused');
    await fill(page, 'What is there to say about Table linen', 'All leaf-printed cloths are at the laundry.');
    await press(page, 'Save: Table linen');
    await says(page, 'refused, Wren Calloway');

    await press(page, 'Right: East Bay: 40 × Folding chair');
    await says(page, '1 of 6 seen');
    await press(page, 'Report a problem: East Bay: 8 × Round table 1.5 m');
    await fill(page, 'What is wrong: East Bay: 8 × Round table 1.5 m', 'One wobbles');
    await page.keyboard.press('Enter');
    await says(page, 'problem: One wobbles');
    await says(page, '2 of 6 seen');
    await reload(page);
    await says(page, '2 of 6 seen');
  });

  test('who came is kept at once, by number and by name; what is left to do', async () => {
    const page = await newPage(browser, PHONE);
    await signIn(page, 'crew');
    await eventOf(page, 'Bulb exchange');
    await fill(page, 'How many came', '61');
    await page.keyboard.press('Tab');
    await says(page, 'counted by Tobin Ashdown');
    await page.evaluate(() => {
      for (const each of document.querySelectorAll('details')) each.open = true;
    });
    await fill(page, 'More names, a line each', 'Fenna Moss\nHale Birchall\nOrla Finch');
    await press(page, 'Put on the list');
    await byRole(page, 'checkbox', 'Orla Finch');
    // As people come through the door: the next is ticked before the one before is answered.
    const tickBoth = () =>
      page.$$eval('li label', (labels) =>
        labels
          .filter(({ textContent }) => /^(Fenna Moss|Orla Finch)$/.test(textContent ?? ''))
          .forEach((label) => (label as HTMLElement).click()),
      );
    await saved(page, tickBoth, 2);
    await says(page, '2 of 3 here');
    await reload(page);
    await says(page, '2 of 3 here');
    await fill(page, 'What is left to do', 'Send the lids back');
    await press(page, 'Save');
    await says(page, 'Send the lids back');
  });

  test('an order in one’s own words, for one date; a problem told by the crew is at risk on the desk', async () => {
    const reference = await approvedOn('2029-03-28', 'Rush weaving, dry');
    const page = await show(browser, `/work-orders/event/${reference}`, 'manager');
    await press(page, 'A work order of your own');
    await fill(page, 'What is to be done', 'Open the side gate');
    await press(page, 'Make the work order');
    await says(page, 'Choose a team');
    await fill(page, 'Team', 'Setup');
    await press(page, 'Make the work order');
    await says(page, 'Open the side gate');
    await says(page, '1 order made by hand');

    const crew = await show(browser, '/work-orders?day=2029-03-28', 'crew', PHONE);
    await press(crew, 'Add a note about Council Room, 17:45');
    await fill(crew, 'What is there to say about Council Room?', 'The side gate sticks.');
    await press(crew, 'It is a problem');
    await says(crew, 'Problem: The side gate sticks.');
    const desk = await show(browser, '/desk', 'manager');
    await says(desk, 'The crew has a problem: “The side gate sticks.”');
    await press(crew, 'Solved: The side gate sticks., Council Room');
    await says(crew, 'Was a problem: The side gate sticks.');
  });
});

test('what comes back is counted; what is broken is out of stock from then on', async () => {
  const today = await show(browser, '/work-orders/stores', 'manager');
  await press(today, 'Count back: Projector from Lecture Barn');
  await fill(today, 'Came back', '1');
  await press(today, 'Count them back');
  await says(today, 'It has not left the store yet');

  const page = await show(browser, '/work-orders/stores?day=2027-04-09', 'manager');
  const button = (await page.waitForSelector('button[aria-label^="Count back: "]'))!;
  const label = await button.evaluate((node) => node.getAttribute('aria-label')!);
  await button.click();
  const taken = Number(
    await page.$eval('form input[inputmode="numeric"]', (input) => (input as HTMLInputElement).value),
  );
  await fill(page, 'Came back', String(taken + 1));
  await press(page, 'Count them back');
  await says(page, `Only ${taken} were taken.`);
  await fill(page, 'Came back', String(taken));
  await fill(page, 'of them damaged', '1');
  await fill(page, 'What happened', 'The lamp burst');
  await press(page, 'Count them back');
  await says(page, `${taken} came back, 1 damaged`);
  // Counted again: it was only the plug.
  await press(page, label.replace('Count back', 'Count again'));
  await fill(page, 'of them damaged', '0');
  await press(page, 'Count them back');
  await gone(page, '1 damaged');
});

test('sheets on paper and as tables', async () => {
  const cookie = await as('manager');
  for (const what of ['day', 'week', 'stores', 'order&order=1']) {
    const pdf = await send('GET', `/work-orders/sheet.pdf?what=${what}`, undefined, cookie);
    expect([what, pdf.status, pdf.headers.get('content-type')]).toEqual([what, 200, 'application/pdf']);
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
    const csv = await send('GET', `/work-orders/sheet.csv?what=${what}`, undefined, cookie);
    const lines = (await csv.text()).split('\r\n');
    expect(lines.length).toBeGreaterThan(2);
  }
  expect((await send('GET', '/work-orders/sheet.pdf?what=order', undefined, cookie)).status).toBe(400);
  expect(
    (await send('GET', '/work-orders/sheet.pdf?what=order&order=999999', undefined, cookie)).status,
  ).toBe(404);
});

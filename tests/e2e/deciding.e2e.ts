import { randomUUID } from 'node:crypto';
import type { Browser, Page } from 'puppeteer-core';
import {
  as,
  byRole,
  fill,
  launch,
  newPage,
  open,
  press,
  pressTwice,
  reload,
  says,
  send,
  show,
  textOf,
  typeInto,
} from './browser';
import { asked, view, type Asked } from './requests';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

async function approved(more: Asked): Promise<string> {
  const reference = await asked({ ...more, who: 'manager' });
  const { version, dates } = await view(reference);
  const reply = await send(
    'POST',
    '/api/changes',
    {
      key: randomUUID(),
      items: [{ reference, version, occurrences: dates.map(({ id }) => id) }],
      step: { action: 'approve', reason: 'Agreed.' },
    },
    await as('manager'),
  );
  expect(reply.status).toBe(200);
  return reference;
}

const statesOf = async (reference: string) => (await view(reference)).dates.map(({ state }) => state);

test('a series of thirty dates of which five clash is decided in three presses', async () => {
  for (const day of ['2028-01-17', '2028-02-14', '2028-03-13', '2028-04-10', '2028-05-08'])
    await approved({ title: `Bookbinding ${day.slice(5, 7)}`, day, from: '17:00' });
  const reference = await asked({ title: 'Seed catalogues aloud', day: '2028-01-10', dates: 30 });
  const page = await show(browser, '/desk?q=catalogues', 'manager');
  let presses = 0;
  const counted = async (name: string, role?: string) => {
    presses += 1;
    await press(page, name, role);
  };
  await says(page, '25 clear');
  await counted('Seed catalogues aloud', 'link');
  await counted('Approve 25 dates, and offer 5 something else …');
  await says(page, '5 dates move');
  await counted('Approve 25 dates, and offer 5 something else');
  await says(page, 'Done: approved 25 dates, offered another space or time for 5 dates.');
  // Eight are asked for at most.
  expect(presses).toBeLessThanOrEqual(8);
  const states = await statesOf(reference);
  expect(states.filter((state) => state === 'approved')).toHaveLength(25);
  const offered = (await view(reference)).dates.filter(({ proposal }) => proposal !== null);
  expect(offered).toHaveLength(5);
  await press(page, 'Undo');
  await byRole(page, 'button', 'Approve 25 dates, and offer 5 something else …');
  expect(new Set(await statesOf(reference))).toEqual(new Set(['waiting']));
});

test('each date that clashes can be given another way, or left; done by keys alone', async () => {
  await approved({ title: 'Lacework', day: '2028-08-15' });
  await approved({ title: 'Lacework again', day: '2028-08-22' });
  const reference = await asked({ title: 'Herb names', day: '2028-08-08', dates: 4 });
  const page = await show(browser, `/desk/${reference}`, 'manager');
  const opener = await byRole(page, 'button', 'Approve 2 dates, and offer 2 something else …');
  await opener.focus();
  await page.keyboard.press('Enter');
  const second = (await page.waitForSelector('[aria-label="What Tue 22 Aug 2028, 18:00–20:00 gets"]'))!;
  await second.focus();
  await page.keyboard.press('End');
  await says(page, '1 date moves');
  const go = await byRole(page, 'button', 'Approve 2 dates, and offer 1 something else');
  await go.focus();
  await page.keyboard.press('Enter');
  await says(page, 'Done: approved 2 dates, offered another space or time for 1 date.');
  expect(await statesOf(reference)).toEqual(['approved', 'waiting', 'waiting', 'approved']);
});

test('rungs are picked as a range with Shift and by arrows', async () => {
  const reference = await asked({ title: 'Ink from oak galls', day: '2028-09-05', dates: 6 });
  const page = await show(browser, `/desk/${reference}`, 'manager');
  const ids = (await view(reference)).dates.map(({ id }) => id);
  await press(page, 'none');
  await page.focus(`input[data-pick="${ids[1]!}"]`);
  await page.keyboard.press('Space');
  await page.keyboard.down('Shift');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.up('Shift');
  await byRole(page, 'button', 'Approve 3 dates');
  await page.keyboard.down('Shift');
  await page.click(`input[data-pick="${ids[5]!}"]`);
  await page.keyboard.up('Shift');
  await byRole(page, 'button', 'Approve 5 dates');
});

test('clear dates of several requests are approved together after a look at what it does, and taken back in one', async () => {
  const references = [
    await asked({ title: 'Pressed ferns one', day: '2028-10-03' }),
    await asked({ title: 'Pressed ferns two', day: '2028-10-04', dates: 2 }),
  ];
  const page = await show(browser, '/desk?q=pressed+ferns', 'manager');
  await says(page, '2 requests');
  // By keys: to the first box, with Shift down to the second.
  const box = (await page.waitForSelector('input[aria-label="Pick Pressed ferns one"]'))!;
  await box.focus();
  await page.keyboard.press('Space');
  await page.keyboard.down('Shift');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.up('Shift');
  await press(page, 'Approve 3 clear dates of 2 requests …');
  await says(page, '3 dates are approved');
  expect(new Set((await Promise.all(references.map(statesOf))).flat())).toEqual(new Set(['waiting']));
  // A double press decides once.
  await pressTwice(page, 'Approve 3 clear dates of 2 requests');
  await says(page, 'Done: approved 3 dates.');
  expect(new Set((await Promise.all(references.map(statesOf))).flat())).toEqual(new Set(['approved']));
  await press(page, 'Undo');
  await says(page, '2 requests');
  expect(new Set((await Promise.all(references.map(statesOf))).flat())).toEqual(new Set(['waiting']));
});

test('two managers at once: the second is told what happened and loses nothing', async () => {
  const reference = await asked({ title: 'Moss quilts', day: '2028-10-17' });
  const [one, two] = [
    await show(browser, `/desk/${reference}`, 'manager'),
    await show(browser, `/desk/${reference}`, 'manager'),
  ];
  await fill(two, 'Reason to decline or leave out; the requester reads it', 'No moss this year.');
  await press(one, 'Approve 1 date');
  await says(one, 'Done: approved 1 date.');
  await press(two, 'Decline 1 date');
  await says(two, 'this has changed while you looked at it');
  expect(await statesOf(reference)).toEqual(['approved']);
});

test('the desk is narrowed, taken on and walked; the filter stands in the address', async () => {
  await asked({ title: 'Walking sticks', day: '2028-10-24' });
  await asked({ title: 'Walking sticks varnished', day: '2028-10-25' });
  const page = await show(browser, '/desk', 'manager');
  await fill(page, 'Find', 'walking sticks');
  await says(page, '2 requests of');
  expect(page.url()).toContain('q=walking+sticks');
  await press(page, 'Assign to me: Walking sticks');
  await byRole(page, 'button', 'Give back: Walking sticks');
  await page.select('select:has(option[value="mine"])', 'mine');
  await says(page, '1 request of');
  await reload(page);
  await says(page, '1 request of');
  await page.select('select:has(option[value="mine"])', 'all');
  await press(page, 'Walking sticks', 'link');
  await says(page, '1 of 2 on the desk');
  await press(page, 'Next: Walking sticks varnished', 'link');
  await says(page, '2 of 2 on the desk');
});

test('what was declined is found from the desk, and cannot be picked any more', async () => {
  const reference = await asked({ title: 'Madder on loan', day: '2028-10-26' });
  const page = await show(browser, `/desk/${reference}`, 'manager');
  await fill(page, 'Reason to decline or leave out; the requester reads it', 'The vat leaks.');
  await press(page, 'Decline 1 date');
  await says(page, 'Done: declined 1 date.');
  await open(page, '/desk?q=madder+on+loan');
  await says(page, '0 requests of');
  await press(page, 'Look for it among all requests, decided ones too', 'link');
  await says(page, '0 to come, 0 over, 1 not booked');
  expect(await textOf(page)).toMatch(/Madder on loan[\s\S]*declined/);
  expect(await page.$$('input[data-pick]')).toEqual([]);
});

test('a question keeps the request waiting on whoever asked, until they answer', async () => {
  const reference = await asked({ title: 'Dyed twine', day: '2028-11-07' });
  const page = await show(browser, `/desk/${reference}`, 'manager');
  await page.click('::-p-xpath(//label[contains(., "a question: the request waits")]//input)');
  await fill(page, 'Write', 'Do you need the sink?');
  await press(page, 'Send');
  await says(page, ', a question');
  await open(page, '/desk?q=dyed+twine');
  await says(page, 'waits for an answer');
  const own = await show(browser, `/requests/${reference}`, 'requester');
  await says(own, 'Do you need the sink?');
  await fill(own, 'Write to the office', 'No, thank you.');
  await press(own, 'Send');
  await says(own, 'No, thank you.');
  await open(page, '/desk?q=dyed+twine');
  await says(page, 'asked just now');
  expect(await textOf(page)).not.toContain('waits for an answer');
});

/** Sends the newest message of a request and opens what its button leads to, as somebody who is not signed in. */
async function openFromMail(office: Page, reference: string): Promise<Page> {
  await open(office, '/outbox');
  const row = `//tr[contains(., "${reference}")]//a[starts-with(@href, "/outbox/")]`;
  await (await office.waitForSelector(`::-p-xpath(${row})`))!.click();
  await press(office, 'Send it now');
  await byRole(office, 'link', 'The message as a file (.eml)');
  await office.click('::-p-xpath(//label[contains(., "as plain text")]//input)');
  const text = await textOf(office, 'pre');
  const path = /\/offer\/[\w-]+/.exec(text)![0];
  const page = await newPage(browser);
  await open(page, path);
  return page;
}

describe('an offer answered from its mail', () => {
  async function offered(title: string, day: string): Promise<{ reference: string; office: Page }> {
    await approved({ title: `${title}, the others`, day });
    const reference = await asked({ title, day });
    const office = await show(browser, `/desk/${reference}`, 'manager');
    await press(office, 'Offer 1 something else …');
    await press(office, 'Offer 1 something else');
    await says(office, 'Done: ');
    return { reference, office };
  }

  test('is taken by one press, once, and is booked', async () => {
    const { reference, office } = await offered('Grafting wax', '2028-11-14');
    const page = await openFromMail(office, reference);
    await says(page, 'instead of Tue 14 Nov 2028');
    expect(await statesOf(reference)).toEqual(['waiting']);
    await press(page, 'Take it');
    await says(page, 'You took the offer. It is booked for you.');
    expect(await statesOf(reference)).toEqual(['approved']);
    await reload(page);
    await says(page, 'You took the offer.');
  });

  test('is over once the office has taken it back', async () => {
    const { reference, office } = await offered('Cork floats', '2028-11-21');
    const page = await openFromMail(office, reference);
    await open(office, `/desk/${reference}`);
    await press(office, 'all 1 waiting');
    await press(office, 'End 1 hold');
    await says(office, 'Done: ended the hold of 1 date.');
    await press(page, 'Take it');
    await says(page, 'This offer is over');
    expect(await statesOf(reference)).toEqual(['waiting']);
  });
});

test('a press on a head puts the desk in that order, and it stands in the address', async () => {
  const page = await show(browser, '/desk', 'manager');
  await byRole(page, 'button', 'People').then((head) => head.click());
  await page.waitForSelector('th[aria-sort="descending"] button');
  expect(page.url()).toMatch(/\/desk\?order=people$/);
  const people = await page.$$eval('tbody tr[data-index] td:nth-child(6)', (cells) =>
    cells.map((cell) => Number(cell.textContent)),
  );
  expect(people.length).toBeGreaterThan(3);
  expect(people).toEqual([...people].sort((a, b) => b - a));
  await byRole(page, 'button', 'Urgency').then((head) => head.click());
  await page.waitForFunction(() => location.pathname + location.search === '/desk');
});

describe('many single bookings at once', () => {
  const DAYS = Array.from({ length: 40 }, (_, index) =>
    new Date(Date.UTC(2028, 11, 1 + index)).toISOString().slice(0, 10),
  );

  test('forty are found, moved together, and moved back in one press; stopped, nothing is done', async () => {
    const references: string[] = [];
    for (const day of DAYS) references.push(await approved({ title: 'Twig counting', day, from: '10:00' }));
    const page = await show(browser, '/desk/bookings?q=twig+counting&made=single', 'manager');
    await says(page, '40 to come, 0 over');
    await press(page, 'Pick the 40 to come');
    await fill(page, 'Beginning at', '14:00');
    await says(page, '40 dates move');
    const startsOf = async () =>
      new Set((await Promise.all(references.map(view))).map(({ dates }) => dates[0]!.when.slice(-11)));
    await press(page, 'Move 40 bookings');
    await says(page, 'Done: moved 40 dates.');
    expect(await startsOf()).toEqual(new Set(['14:00–16:00']));
    await press(page, 'Undo');
    await says(page, 'Done: undid');
    expect(await startsOf()).toEqual(new Set(['10:00–12:00']));
  });

  test('what cannot go is said before, with what is in the way', async () => {
    await approved({ title: 'Nutting', day: '2028-12-02', from: '16:00' });
    const page = await show(browser, '/desk/bookings?q=twig+counting', 'manager');
    await page.focus('input[data-pick]');
    await page.keyboard.press('Space');
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.up('Shift');
    await fill(page, 'Beginning at', '16:00');
    await says(page, '“Nutting”');
    // What can go is offered to go without it, and that is what the press does.
    await press(page, 'Move the 1 that can be');
    await says(page, 'Done: moved 1 date.');
  });

  test('they are put into another category and cancelled together', async () => {
    const page = await show(browser, '/desk/bookings?q=twig+counting', 'manager');
    await press(page, 'Pick the 40 to come');
    await page.select('select:has(option[value="cancel"])', 'category');
    await page.select('form select:has(option[value=""]):not([name])', '4');
    await press(page, 'Change the category of 40 requests');
    await says(page, 'Done: put 40 requests into “Surveys and counts”.');
    await press(page, 'Pick the 40 to come');
    await page.select('select:has(option[value="cancel"])', 'cancel');
    await says(page, '40 dates change');
    // Without a word to those who asked nothing is cancelled, and the button says so.
    await press(page, 'Cancel 40 bookings');
    await says(page, 'Write why: those who asked read it.');
    await fill(page, 'Why: needed here, those who asked read it', 'Too many twigs.');
    await press(page, 'Cancel 40 bookings');
    await says(page, 'These are cancelled, and those who asked are told:');
    await says(page, 'Twig counting');
    await press(page, 'Cancel these 40 bookings');
    await says(page, 'Done: cancelled 40 approved dates.');
    await says(page, '0 to come');
  });
});

test('a series goes on longer from a date on, at another time, and back in one press', async () => {
  const reference = await asked({ title: 'Ink made of galls', day: '2028-09-05', dates: 4 });
  const page = await show(browser, `/desk/${reference}`, 'manager');
  await page.click('summary ::-p-text(Change or extend the series)');
  await page.select('details:has(select) select', String((await view(reference)).dates[2]!.id));
  const typed = 'details:has(select) input[autocomplete="off"]';
  await typeInto(page, typed, '2028-01-01', 3);
  await press(page, 'Change the series from this date');
  await says(page, 'The last day must not lie before the first.');
  await typeInto(page, typed, '17:00', 1);
  await typeInto(page, typed, '19:00', 2);
  await typeInto(page, typed, '2028-10-10', 3);
  await says(page, 'The history will say: series changed from that date');
  await press(page, 'Change the series from this date');
  await says(page, 'Done');
  const changed = (await view(reference)).dates.filter(({ state }) => state === 'waiting');
  expect(changed.map(({ startLocal }) => startLocal)).toEqual([
    '2028-09-05T18:00',
    '2028-09-12T18:00',
    '2028-09-19T17:00',
    '2028-09-26T17:00',
    '2028-10-03T17:00',
    '2028-10-10T17:00',
  ]);
  await press(page, 'Undo');
  await says(page, 'undid');
  expect((await view(reference)).dates.filter(({ state }) => state === 'waiting')).toHaveLength(4);
});

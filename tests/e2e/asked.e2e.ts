import { story } from './story';
import type { Browser } from 'puppeteer-core';
import {
  as,
  byRole,
  fill,
  launch,
  newPage,
  open,
  press,
  reload,
  says,
  send,
  show,
  signIn,
  typeInto,
} from './browser';
import { fillMain, fillWithoutPeople, referenceOn, request } from './asking-form';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

describe('afterwards', () => {
  const chapter = story<{ reference: string }>();
  chapter(
    'a series of which one date differs; the office writes, the requester reads it as news and answers',
    async (told) => {
      const page = await show(browser, '/ask?space=8&start=2027-11-10T10:00&minutes=60', 'requester');
      await fillMain(page, { Title: 'Twig keys' });
      await press(page, 'Repeating', 'radio');
      await fill(page, 'It goes on', 'for');
      await fill(page, 'Dates', '3');
      await says(page, 'All 3 dates are clear.');
      await page.click(
        '::-p-xpath(//li[contains(., "Wed 17 Nov 2027")]//button[contains(., "change this date")])',
      );
      await typeInto(
        page,
        '::-p-xpath(//li[contains(., "Wed 17 Nov 2027")]//input[@autocomplete="off"])',
        '13:00',
      );
      await says(page, 'Wed 17 Nov 2027, 13:00–14:00');
      await press(page, 'Send the request');
      told.reference = await referenceOn(page);
      await says(page, 'The office decides about 3 dates; nothing is booked before.');
      const office = await show(browser, `/desk/${told.reference}`, 'manager');
      await fill(office, 'Write', 'Could you do with eight trays?');
      await press(office, 'Send');
      await says(office, 'You for the office');
      await press(office, 'Approve 3 dates');
      await says(office, 'Done: approved 3 dates.');
      await open(page, '/requests');
      await says(page, 'Wren Calloway wrote to you: Twig keys');
      await says(page, 'Wren Calloway approved 3 dates: Twig keys');
      await page.click('::-p-xpath(//section[@aria-label="What happened"]//a[contains(., "Twig keys")])');
      await says(page, 'Could you do with eight trays?');
      await says(page, 'Next: Wed 10 Nov 2027, 10:00–11:00.');
      await fill(page, 'Write to the office', 'Gladly.');
      await press(page, 'Send');
      await says(page, 'Gladly.');
    },
  );

  chapter(
    'a change that is clear applies at once, and what it does is said before; one date is cancelled',
    async (told) => {
      const page = await show(browser, `/requests/${told.reference}`, 'requester');
      await page.click('::-p-xpath(//ol[@aria-label="Dates"]//label[contains(., "Wed 24 Nov 2027")]//input)');
      await press(page, 'Change 1 date …');
      await fill(page, 'Starts', '15:00');
      await says(page, 'The history will say: changed 1 date');
      await press(page, 'Change 1 date');
      await says(page, 'Wed 24 Nov 2027, 15:00–16:00');
      await page.click('::-p-xpath(//ol[@aria-label="Dates"]//label[contains(., "Wed 10 Nov 2027")]//input)');
      await press(page, 'Cancel 1 date …');
      await says(page, '1 approved date is cancelled');
      await press(page, 'Cancel them');
      await says(page, 'Done: cancelled 1 approved date.');
      await press(page, 'Undo');
      await says(page, 'undid');
    },
  );

  chapter('a stranger does not read it', async (told) => {
    expect((await send('GET', `/api/requests/${told.reference}`, undefined, await as('crew'))).status).toBe(
      403,
    );
  });
});

test('some space, left to the office: it gives one and approves', async () => {
  const page = await show(browser, '/ask?start=2027-11-17T10:00', 'requester');
  await press(page, 'Any suitable space', 'radio');
  await fillMain(page, { Title: 'Where shall we', 'People expected': '18' });
  await fill(page, 'First date', '2027-11-18');
  await says(page, 'spaces fit what you ask for');
  await press(page, 'Send the request');
  const reference = await referenceOn(page);
  const office = await show(browser, `/desk/${reference}`, 'manager');
  await says(office, '1 date has no space yet.');
  await press(office, 'Approve 1 date');
  await says(office, 'has no space yet: the requester leaves it to the office');
  await fill(office, 'Space', 'Council Room');
  await press(office, 'Give 1 date this space');
  await says(office, 'Done: moved 1 date.');
  await office.waitForFunction(() =>
    document.querySelector('ol[aria-label="Dates"]')?.textContent?.includes('Council Room'),
  );
  await press(office, 'Approve 1 date');
  await says(office, 'Done: approved 1 date.');
  expect((await request(reference)).dates[0]!.places).toBe('Council Room');
});

test('signing in goes on from where one was', async () => {
  const page = await newPage(browser);
  await open(page, '/ask?space=8&start=2027-11-24T10:00&minutes=60');
  await signIn(page, 'requester');
  await reload(page);
  await byRole(page, 'button', 'Send the request');
});

test('a space given by periods: two in a row are taken by pressing them, without minutes around', async () => {
  const page = await show(browser, '/ask?space=11&start=2027-09-15T14:00&minutes=60', 'requester');
  await fillMain(page, { Title: 'Seeds under the lens' });
  await press(page, 'Second 10:20–11:10');
  await press(page, 'First 09:25–10:15');
  await fill(page, 'Which year groups come? (if you know)', 'Year 4');
  await says(page, 'clear');
  await press(page, 'Send the request');
  expect((await request(await referenceOn(page))).dates[0]!.when).toBe('Wed 15 Sept 2027, 09:25–11:10');
});

test('over several days: it asks about the nights, and the same hours each day are a daily rule', async () => {
  const page = await show(browser, '/ask?space=8&start=2027-09-20T10:00&minutes=120', 'requester');
  await fillMain(page, { Title: 'Drawers, aired' });
  await fill(page, 'Last day', '2027-09-22');
  await says(page, 'What about the nights?');
  await press(page, 'Send the request');
  await says(page, 'Say whether the nights are part of it.');
  await page.click('input[value="each-day"]');
  await says(page, '3 dates, the last Wed 22 Sept 2027, 10:00–12:00.');
  await press(page, 'Send the request');
  expect((await request(await referenceOn(page))).dates).toHaveLength(3);
});

test('whole days: said as such, without hours', async () => {
  const page = await show(browser, '/ask?space=8&start=2027-09-27T10:00&minutes=120', 'requester');
  await fillMain(page, { Title: 'Inventory of seeds' });
  await press(page, 'Whole days', 'checkbox');
  await says(page, 'Mon 27 Sept 2027, all day');
});

test('a deputy asks for whoever named them, and finds it among their own', async () => {
  const page = await show(browser, '/ask?space=8&start=2027-10-04T10:00&minutes=60', 'requester');
  await fillMain(page, { Title: 'Grafts for Hesper' });
  await page.click('summary::-p-text(Second line, more hosts)');
  await fill(page, 'Asked for someone else', 'Hesper');
  await press(page, 'Send the request');
  const reference = await referenceOn(page);
  await says(page, 'typed by Isolde Marsh');
  await open(page, '/requests');
  await says(page, 'Grafts for Hesper');
  await says(page, 'asked by Hesper Vane');
  await page.click('summary::-p-text(Who may ask, change and cancel for me)');
  await fill(page, 'E-mail address of their account', 'nobody@quillmere.example');
  await press(page, 'They may too');
  await says(page, 'No account has this address.');
  await fill(page, 'E-mail address of their account', 'corin.blythe@quillmere.example');
  await press(page, 'They may too');
  await says(page, 'Corin Blythe');
  await press(page, 'Corin Blythe no longer');
  await page.waitForFunction(() => !document.querySelector('[aria-label="Corin Blythe no longer"]'));
  await says(page, 'Corin Blythe acts for you no longer.');
  await press(page, 'Undo');
  await page.waitForSelector('[aria-label="Corin Blythe no longer"]');
  await press(page, 'Corin Blythe no longer');
  await page.waitForFunction(() => !document.querySelector('[aria-label="Corin Blythe no longer"]'));
  expect((await send('GET', `/api/requests/${reference}`, undefined, await as('crew'))).status).toBe(403);
});

test('equipment only, and a date to announce: sent from the form, with no space', async () => {
  const page = await show(browser, '/ask?space=8&start=2027-11-25T10:00&minutes=60', 'requester');
  await press(page, 'Equipment only', 'radio');
  await fillWithoutPeople(page, 'Projector lent');
  await press(page, 'Send the request');
  await says(page, 'Choose equipment from the list.');
  await fill(page, 'Equipment', 'Projector');
  await fill(page, 'How many', '1');
  await press(page, 'Send the request');
  expect((await request(await referenceOn(page))).equipment).toEqual([{ name: 'Projector', quantity: 1 }]);
  await open(page, '/ask?space=8&start=2027-11-26T10:00&minutes=60');
  await press(page, 'Announcement only, no space', 'radio');
  await fillWithoutPeople(page, 'Seed list closes');
  await press(page, 'Send the request');
  expect((await request(await referenceOn(page))).dates[0]!.places).toBe('');
});

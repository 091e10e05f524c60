import { story } from './story';
import ICAL from 'ical.js';
import type { Browser, Page } from 'puppeteer-core';
import {
  BASE,
  boardStands,
  byRole,
  drawOn,
  fill,
  launch,
  newPage,
  open,
  press,
  pressTwice,
  reload,
  says,
  signIn,
  textOf,
} from './browser';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const feedEvents = async (slug: string) =>
  new ICAL.Component(
    ICAL.parse(await (await fetch(`${BASE}/feeds/calendar/${slug}/feed.ics`)).text()),
  ).getAllSubcomponents('vevent');
const named = async (slug: string, title: string) =>
  (await feedEvents(slug)).filter((event) => event.getFirstPropertyValue('summary') === title);

/** Fills in what a newcomer has to say; the picked gap has set space and hours. */
async function describeEvent(page: Page, title: string, people: string): Promise<void> {
  await fill(page, 'Title', title);
  await fill(page, 'Category', 'Workshops');
  await fill(page, 'Host', 'Fern and Moss Circle');
  await fill(page, 'People expected', people);
}

describe('from a gap on the board to a cancelled date in the feed', () => {
  const title = 'Liverwort hunt';
  const chapter = story<{ reference: string }>();

  chapter('a newcomer picks a gap, fills in, signs in, and finds everything still there', async (told) => {
    const page = await newPage(browser);
    await open(page, '/?day=2027-06-02');
    await drawOn(page, 'Seed Library', '18:30', '20:30');
    await says(page, 'A free time');
    await says(page, 'Nothing is in the way.');
    await press(page, 'More dates, equipment, notes: the whole form', 'link');
    await says(page, 'Can it be done?');
    await describeEvent(page, title, '12');
    await fill(page, 'Public text', 'Lenses lent.');
    await fill(page, 'Setup notes', 'Trays on the long table.');
    await press(page, 'Add equipment');
    await fill(page, 'Equipment', 'Projector');
    await fill(page, 'How many', '1');
    await press(page, 'Repeating', 'radio');
    await fill(page, 'Until', '2027-06-16');
    await says(page, 'All 3 dates are clear.');
    await says(page, 'Every week on Wednesday, 18:30–20:30, until 16 June 2027, 3 dates');

    await press(page, 'Sign in to send it', 'link');
    await fill(page, 'E-mail address', 'isolde.marsh@quillmere.example');
    await fill(page, 'Password', 'not the password');
    await page.keyboard.press('Enter');
    await says(page, 'No account with that address and password.');
    await fill(page, 'Password', 'quillmere-2027');
    await page.keyboard.press('Enter');
    await says(page, 'What you typed before is still here.');
    await reload(page);
    await says(page, 'All 3 dates are clear.');
    expect(await page.$eval('input[name="title"]', (input) => input.value)).toBe(title);

    // A double press: one request.
    await pressTwice(page, 'Send the request');
    await says(page, 'Sent. Your reference is');
    told.reference = (await textOf(page)).match(/Your reference is ([A-Z0-9]{3}-[A-Z0-9]{3})/)![1]!;
    await open(page, '/requests');
    expect((await textOf(page)).split(title)).toHaveLength(2);
  });

  chapter('the manager finds it on the desk and approves two dates; the third stays waiting', async () => {
    const page = await newPage(browser);
    await signIn(page, 'manager');
    await open(page, '/desk');
    await press(page, title, 'link');
    await says(page, 'Trays on the long table.');
    const last = await byRole(page, 'checkbox', 'Wed 16 Jun 2027, 18:30–20:30');
    await last.click();
    await press(page, 'Approve 2 dates');
    await says(page, 'Done: approved 2 dates; 1 still waits.');
    await says(page, 'partly approved: 2 of 3; 1 waiting');
    // Readers learn of it when it can no longer be taken back, or at once.
    await press(page, 'Publish now');
    await page.waitForFunction(() => !document.body.innerText.includes('Publish now'));
  });

  chapter('published now readers see it, and only what is theirs to see', async () => {
    const page = await newPage(browser);
    await open(page, '/whats-on/workshops');
    const text = await textOf(page);
    expect(text).toContain(title);
    expect(text).toContain('Lenses lent.');
    expect(text.split(title)).toHaveLength(3);
    expect(await page.content()).not.toMatch(/Trays on the long table|Isolde/);
    const [master, ...rest] = await named('workshops', title);
    expect(rest).toEqual([]);
    expect(String(master!.getFirstPropertyValue('dtstart'))).toBe('2027-06-02T18:30:00');
    expect(String(master!.getFirstPropertyValue('exdate'))).toBe('2027-06-16T18:30:00');
    expect(master!.toString()).not.toMatch(/Trays|Isolde|Projector/);
  });

  chapter('the manager keeps the space of the date that waits, and lets it go again', async (told) => {
    const page = await newPage(browser);
    await signIn(page, 'manager');
    await open(page, `/desk/${told.reference}`);
    await press(page, 'all 1 waiting');
    await fill(page, 'Hold until', '2027-04-20T12:00');
    await press(page, 'Hold 1 date');
    await says(page, 'Done: held 1 date.');
    await says(page, 'Held until Tue 20 Apr 2027, 12:00.');
    await press(page, 'End 1 hold');
    await says(page, 'Done: ended the hold of 1 date.');
  });

  chapter('the crew finds the work in order of time on a phone and marks it done', async () => {
    const page = await newPage(browser, { width: 390, height: 844 });
    await signIn(page, 'crew');
    await open(page, '/work-orders?day=2027-06-02');
    const text = await textOf(page);
    expect(text).toContain('Trays on the long table.');
    expect(text).toMatch(/1 × Projector/);
    const dues = [...text.matchAll(/due by\s+(\d\d:\d\d)/g)].map((match) => match[1]);
    expect(dues).toEqual([...dues].sort());
    const done = await byRole(page, 'button', 'Done: Setup, Seed Library, 18:00');
    await done.click();
    await byRole(page, 'button', 'Open again: Setup, Seed Library, 18:00');
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  });

  chapter('the requester takes back what was cancelled, within ten minutes', async (told) => {
    const page = await newPage(browser);
    await signIn(page, 'requester');
    await open(page, `/requests/${told.reference}`);
    await press(page, 'Wed 2 Jun 2027, 18:30–20:30', 'checkbox');
    await press(page, 'Cancel 1 date …');
    await press(page, 'Cancel them');
    await says(page, 'Done: cancelled 1 approved date.');
    await press(page, 'Undo');
    await says(page, 'Done: undid what was done to 1 date.');
    await says(page, 'partly approved: 2 of 3; 1 waiting · every week');
  });

  chapter(
    'the requester gives up one approved and the waiting date alone; feed and crew follow',
    async (told) => {
      const page = await newPage(browser);
      await signIn(page, 'requester');
      await open(page, `/requests/${told.reference}`);
      await press(page, 'Wed 9 Jun 2027, 18:30–20:30', 'checkbox');
      await press(page, 'Wed 16 Jun 2027, 18:30–20:30', 'checkbox');
      await press(page, 'Cancel 2 dates …');
      await says(page, '1 waiting date is withdrawn; 1 approved date is cancelled');
      await press(page, 'Cancel them');
      await says(page, 'Done: withdrew 1 waiting date and cancelled 1 approved date.');
      const events = await named('workshops', title);
      expect(
        events.map((event) => [
          String(event.getFirstPropertyValue('status')),
          String(event.getFirstPropertyValue('recurrence-id')),
        ]),
      ).toEqual([
        ['CONFIRMED', 'null'],
        ['CANCELLED', '2027-06-09T18:30:00'],
      ]);
      const crew = await newPage(browser);
      await signIn(crew, 'crew');
      await open(crew, '/work-orders?day=2027-06-09');
      // What the crew had is told to be off, and stands among nothing that is to be done.
      await says(crew, 'Not needed any more');
      const work = await crew.$$eval('ol[aria-label="Work orders by time"]', (all) =>
        all.map(({ textContent }) => textContent).join(' '),
      );
      expect(work).not.toContain(title);
      const reader = await newPage(browser);
      await open(reader, '/whats-on/workshops');
      expect((await textOf(reader)).match(/Liverwort hunt\s*cancelled/g)).toHaveLength(1);
    },
  );
});

test('a wrong input is said beside its field, and nothing typed is lost', async () => {
  const page = await newPage(browser);
  await signIn(page, 'requester');
  await open(page, '/ask?space=8&start=2027-06-03T10:00&minutes=60');
  await describeEvent(page, 'Too many for the drawers', '65');
  await says(page, 'Seed Library may hold 30 people: 65 are 35 too many. Choose a larger space.');
  await press(page, 'Send the request');
  await says(page, 'Not sent yet:');
  await page.waitForFunction(() => (document.activeElement as HTMLInputElement).name === 'people');
  await fill(page, 'People expected', '12');
  // An end before the start is of the next day, and said to be.
  await fill(page, 'Ends', '09:00');
  await says(page, 'The next day, Fri 4 Jun 2027.');
  await fill(page, 'Ends', '11:00');
  await page.waitForFunction(() => !document.body.innerText.includes('The next day'));
  // What is typed and cannot be meant is said at once; the last good answer stays, marked as old.
  await fill(page, 'Your own time before', '-30');
  await says(page, 'Your own time before is at least 0.');
  await says(page, 'Until then, this was the answer to what you had before');
  await fill(page, 'Your own time before', '30');
  await fill(page, 'Setup notes', 'A <script>alert(1)</script> walk');
  await press(page, 'Send the request');
  await says(page, 'Setup notes is plain text: leave out tags');
  expect(await page.$eval('input[name="title"]', (input) => input.value)).toBe('Too many for the drawers');
  await open(page, '/requests');
  expect(await textOf(page)).not.toContain('Too many for the drawers');
});

test('two managers decide at once: one wins, the other reads what happened and sees the present state', async () => {
  const pages = await Promise.all(
    (['manager', 'manager2'] as const).map(async (account) => {
      const page = await newPage(browser);
      await signIn(page, account);
      await open(page, '/desk');
      await press(page, 'Owl pellets, gently', 'link');
      await byRole(page, 'button', 'Approve 1 date');
      return page;
    }),
  );
  await Promise.all(pages.map((page) => press(page, 'Approve 1 date')));
  await Promise.all(pages.map((page) => says(page, 'Nothing here waits any more.')));
  const texts = await Promise.all(pages.map((page) => textOf(page)));
  expect(texts.filter((text) => text.includes('Done: approved 1 date.'))).toHaveLength(1);
  expect(
    texts.filter((text) =>
      /Not done: this has changed while you looked at it\. (Wren Calloway|Odette Finch), Tue 13 Apr 2027, 08:10: approved 1 date/.test(
        text,
      ),
    ),
  ).toHaveLength(1);
});

test('a clash is refused with its date and reason; declining needs a reason and tells the requester', async () => {
  const page = await newPage(browser);
  await signIn(page, 'manager');
  await open(page, '/desk');
  await press(page, 'Bonsai mending', 'link');
  await says(page, 'Potting Studio is booked by “Propagation bench”');
  await press(page, 'all 1 waiting');
  await press(page, 'Approve 1 date');
  await says(page, 'Not done: 1 date conflicts.');
  await press(page, 'Decline 1 date');
  await says(page, 'Declining needs a reason: the requester reads it.');
  await page.type(
    'aria/Reason to decline or leave out; the requester reads it',
    'The bench crew has the room on Wednesdays.',
  );
  await press(page, 'Decline 1 date');
  await says(page, 'Done: declined 1 date.');
  await says(page, '“The bench crew has the room on Wednesdays.”');
});

test('with the keyboard alone: a gap is picked with the arrows, asked for and sent', async () => {
  const page = await newPage(browser);
  await signIn(page, 'requester');
  await open(page, '/?day=2027-06-10&q=BH');
  await boardStands(page);
  await page.focus('.board-scroll');
  // The mark begins two hours into the day, at ten.
  for (const key of ['ArrowDown', 'ArrowRight', 'ArrowRight', 'ArrowLeft'] as const)
    await page.keyboard.press(key);
  await page.keyboard.down('Shift');
  for (let n = 0; n < 2; n += 1) await page.keyboard.press('ArrowRight');
  await page.keyboard.up('Shift');
  await says(page, 'Boathouse, Thu 10 Jun 2027, 10:15–11:45. Enter asks for it.');
  await page.keyboard.press('Enter');
  await says(page, 'A free time');
  await (await page.waitForSelector('aria/Title[role="textbox"]'))!.focus();
  await page.keyboard.type('Reed pens');
  await page.keyboard.press('Tab');
  await page.keyboard.type('16');
  await says(page, 'Nothing is in the way.');
  for (
    let n = 0;
    n < 40 && (await page.evaluate(() => document.activeElement?.textContent)) !== 'Send the request';
    n += 1
  )
    await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await says(page, 'Sent to the office');
});

import { rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import sharp from 'sharp';
import {
  as,
  byRole,
  fill,
  launch,
  open,
  press,
  pressTwice,
  reload,
  says,
  send,
  show,
  textOf,
} from './browser';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const kept = async (path: string, who: 'manager' | 'manager2' = 'manager'): Promise<Page> => {
  const page = await show(browser, path, who);
  return page;
};

test('a closure over approved dates is seen before it is saved, shows on the desk, and heals when it goes', async () => {
  const page = await kept('/administration/closure/new');
  await fill(page, 'From', '2027-04-15T00:00');
  await fill(page, 'To', '2027-04-14T00:00');
  await fill(page, 'Reason', 'Boiler goes');
  await press(page, 'Make the closure');
  await says(page, 'The end must be after the start.');
  await fill(page, 'To', '2027-04-16T00:00');
  await press(page, 'Make the closure');
  await says(page, 'What this does');
  expect(await textOf(page)).toMatch(/[3-9] approved dates fall outside and are at risk then\./);
  await press(page, 'Back to the form');
  await press(page, 'Make the closure');
  await press(page, 'Save it all the same');
  await says(page, 'Done: made a closure: “Boiler goes”.');
  const desk = await show(browser, '/desk', 'manager2');
  await says(desk, 'Boiler goes');

  await press(page, 'Boiler goes', 'link');
  await press(page, 'Remove it');
  await says(page, 'right again');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await says(page, 'Done: removed a closure: “Boiler goes”.');
  await reload(desk);
  expect(await textOf(desk)).not.toContain('Boiler goes');
});

test('a space: a second form that was open is refused, what was done is told from what to what', async () => {
  const [first, second] = [await kept('/administration/space/8'), await kept('/administration/space/8')];
  await fill(first, 'Posted limit', '31');
  await press(first, 'Save');
  await says(first, 'Done: changed a space: “Seed Library”.');
  await fill(second, 'Posted limit', '29');
  await press(second, 'Save');
  await says(second, 'was changed by someone else since you opened it');
  const again = await kept('/administration/space/8');
  expect(await textOf(again)).toMatch(/Posted limit: .+ → 31 people/);
  expect(await textOf(again)).toContain('Wren Calloway changed a space');
  // Other tests go by it.
  await fill(again, 'Posted limit', '30');
  await press(again, 'Save');
  await says(again, 'Done: changed a space');
});

test('a double press makes one; it is found, copied, taken out of use and no longer offered', async () => {
  const page = await kept('/administration/organisation/new');
  await fill(page, 'Name', 'Lichen Lodge');
  await pressTwice(page, 'Make the organisation');
  await says(page, 'Done: made an organisation');
  await fill(page, 'Find', 'lichen');
  await says(page, '1 of 26');
  await press(page, 'Lichen Lodge', 'link');
  await press(page, 'Copy it', 'link');
  await says(page, 'A new organisation');
  await page.goBack();
  await press(page, 'Take it out of use');
  await says(page, 'Nothing that is asked for or booked is touched.');
  await press(page, 'Take it out of use');
  await says(page, 'Done: took out of use');
  await says(page, '1 organisation out of use');
});

test('the whole by keys: a season is made without a pointer', async () => {
  const page = await kept('/administration/season/new');
  await page.focus('main input');
  await page.keyboard.type('Frost fair');
  await fill(page, 'First day', '2027-12-01');
  await fill(page, 'Last day', '2027-12-24');
  await page.keyboard.press('Enter');
  await (await byRole(page, 'button', 'Make the season')).focus();
  await page.keyboard.press('Enter');
  await says(page, 'Done: made a season: “Frost fair”.');
});

test('each list is changed by those it belongs to: a manager keeps hosts and closures, not spaces, nor people', async () => {
  const page = await show(browser, '/administration', 'manager2');
  expect(await textOf(page)).not.toContain('People');
  const space = await show(browser, '/administration/space/8', 'manager2');
  await says(space, 'Seed Library');
  expect(await textOf(space)).not.toContain('Take it out of use');
  expect(await space.$eval('main form input', (input) => input.matches(':disabled'))).toBe(true);
  const session = await as('manager2');
  const statusOf = async (path: string, body: object) => (await send('POST', path, body, session)).status;
  const doc = { key: crypto.randomUUID(), id: null, doc: { name: 'Cellar' } };
  expect(await statusOf('/api/administration/space', doc)).toBe(403);
  expect(await statusOf('/api/administration/person', doc)).toBe(403);
  expect(await statusOf('/api/administration/organisation', doc)).toBe(200);
  expect(await statusOf('/api/administration/space/8', { key: crypto.randomUUID(), command: 'retire' })).toBe(
    403,
  );
});

test('a closure over forty approved dates and more: counted first, the first named, all right again when it goes', async () => {
  const page = await kept('/administration/closure/new');
  await fill(page, 'From', '2027-04-19T00:00');
  await fill(page, 'To', '2027-06-28T00:00');
  await fill(page, 'Reason', 'The drive is dug up');
  await press(page, 'Make the closure');
  await says(page, 'What this does');
  const said = await textOf(page);
  const hit = Number(/(\d+) approved dates fall outside and are at risk then\./.exec(said)![1]);
  expect(hit).toBeGreaterThan(40);
  expect(said).toContain(`And ${hit - 5} more dates.`);
  await press(page, 'Save it all the same');
  await says(page, 'Done: made a closure: “The drive is dug up”.');
  await press(page, 'The drive is dug up', 'link');
  await press(page, 'Remove it');
  await says(page, `${hit} dates that were at risk are right again.`);
  await press(page, 'Remove it');
  await says(page, 'Done: removed a closure');
});

test('stock below what is promised: the dates it leaves short are told before, and right again without it', async () => {
  const page = await kept('/administration/equipment/1');
  await press(page, 'Another line of stock');
  await fill(page, 'More or fewer of line of stock 3', '-170');
  await fill(page, 'Reason of line of stock 3', 'lent to the fair');
  await fill(page, 'From of line of stock 3', '2027-04-14T00:00');
  await fill(page, 'To of line of stock 3', '2027-08-01T00:00');
  await press(page, 'Save');
  await says(page, 'What this does');
  expect(await textOf(page)).toMatch(/\d+ approved dates? falls? outside and (is|are) at risk then\./);
  expect(await textOf(page)).toMatch(/Folding chair: \d+ short/);
  await press(page, 'Save it all the same');
  await says(page, 'Done: changed a kind of equipment: “Folding chair”.');
  await press(page, 'Folding chair', 'link');
  await says(page, 'Stock: with -170 lent to the fair');
  await press(page, 'Leave out line of stock 3');
  await press(page, 'Save');
  await says(page, 'right again.');
  await press(page, 'Save it all the same');
  await says(page, 'Done: changed a kind of equipment');
});

test('a space with dates to come goes out of use: they are told and stay, nobody can choose it any more', async () => {
  const page = await kept('/administration/space/14');
  await press(page, 'Take it out of use');
  await says(page, 'What this does');
  expect(await textOf(page)).toMatch(/\d+ approved dates? to come stays? there/);
  await press(page, 'Take it out of use');
  await says(page, 'Done: took out of use');
  const places = await show(browser, '/spaces', 'requester');
  await says(places, 'Orchard Lawn');
  expect(await textOf(places)).not.toContain('Boathouse Terrace');
  await open(page, '/administration/space/14');
  await press(page, 'Take it into use again');
  await says(page, 'What this does');
  await press(page, 'Take it into use again');
  await says(page, 'Done: took into use again');
});

test('audiences, letters and colours: called otherwise, said otherwise, checked', async () => {
  const page = await kept('/administration/category/1');
  await says(page, 'Letters on it stand out');
  await (await page.waitForSelector('::-p-xpath(//label[contains(., "sky")]//input)'))!.click();
  await says(page, 'Hard to tell from green for people who cannot see blue');
  await open(page, '/administration/letters');
  await fill(page, 'Above the name of the office', 'The kettle is on.');
  await press(page, 'Save');
  await says(page, 'Done: changed a wording of letters');
  await fill(page, 'Above the name of the office', ' ');
  await press(page, 'Save');
  await says(page, 'Done: changed a wording of letters');
  await open(page, '/administration/audience/new');
  await fill(page, 'Name', 'moth watchers');
  await press(page, 'Make the audience');
  await says(page, 'Done: made an audience: “moth watchers”.');
  await press(page, 'moth watchers', 'link');
  await press(page, 'Remove it');
  await says(page, 'Nothing that is asked for or booked is touched.');
  await press(page, 'Remove it');
  await says(page, 'Done: removed an audience');
});

test('the floor of a space is drawn as it is typed', async () => {
  const page = await kept('/administration/space/2');
  const lines = () => page.$$eval('main form svg line', (all) => all.length);
  const before = await lines();
  await press(page, 'Another door');
  await page.waitForFunction(
    (known) => document.querySelectorAll('main form svg line').length > known,
    {},
    before,
  );
  expect(await lines()).toBe(before + 1);
});

test('a picture of a space: sent with what is seen on it, shown to readers, taken away', async () => {
  const file = join(tmpdir(), `picture-${process.pid}.png`);
  await sharp({ create: { width: 640, height: 360, channels: 3, background: '#6b8f71' } })
    .png()
    .toFile(file);
  const page = await kept('/administration/space/12');
  const input = (await page.waitForSelector('section[aria-label="Picture"] input[type="file"]'))!;
  await (input as ElementHandle<HTMLInputElement>).uploadFile(file);
  await press(page, 'Show this picture');
  await says(page, 'What is seen on it is missing.');
  await fill(page, 'What is seen on it', 'Tables under the skylight');
  await press(page, 'Show this picture');
  await says(page, 'Done: the picture is shown.');
  const place = await show(browser, '/spaces/L2');
  const size = await place.$eval('img[alt="Tables under the skylight"]', async (img) => {
    await (img as HTMLImageElement).decode();
    return [(img as HTMLImageElement).naturalWidth, (img as HTMLImageElement).naturalHeight];
  });
  expect(size).toEqual([640, 360]);
  await press(page, 'Take the picture away');
  await says(page, 'Done: the picture is gone.');
  rmSync(file);
});

test('what is on in a space is told to the roles it names: the crew sees it, and then only that it is taken', async () => {
  const page = await kept('/administration/space/11');
  const crew =
    '::-p-xpath(//fieldset[legend[.="Who sees what is on here"]]//label[contains(., "crew")]//input)';
  const crewSees = async () => {
    const day = await show(browser, '/calendar?view=day&by=space&day=2027-04-13', 'crew');
    const text = await textOf(day);
    await day.close();
    return text.includes('Tansy class');
  };
  expect(await crewSees()).toBe(true);
  await page.click(crew);
  await press(page, 'Save');
  await says(page, 'Done: changed a space: “Learning Room Ash”.');
  expect(await crewSees()).toBe(false);
  const again = await kept('/administration/space/11');
  expect(await textOf(again)).toContain('Who sees what is on here: crew, steward → steward');
  await again.click(crew);
  await press(again, 'Save');
  await says(again, 'Done: changed a space: “Learning Room Ash”.');
  expect(await crewSees()).toBe(true);
});

test('notice is typed in whatever unit suits, and a row that goes takes its own with it', async () => {
  const page = await kept('/administration/space/8');
  await press(page, 'Another rule');
  await fill(page, 'Notice needed of rule 1', '2');
  await page.select('[aria-label="Unit of Notice needed of rule 1"]', '1440');
  await press(page, 'Save');
  await says(page, 'Done: changed a space: “Seed Library”.');
  const again = await kept('/administration/space/8');
  const shown = await again.$$eval('[aria-label="Unit of Notice needed of rule 1"]', ([unit]) => [
    (unit!.previousElementSibling as HTMLInputElement).value,
    (unit as HTMLSelectElement).value,
  ]);
  expect(shown).toEqual(['2', '1440']);
  await press(again, 'Leave out rule 1');
  await press(again, 'Save');
  await says(again, 'Done: changed a space: “Seed Library”.');
});

test('a note to a day stands on the strip of days for everybody', async () => {
  const page = await kept('/administration/day-note/new');
  await fill(page, 'What the day is', 'Founders’ day');
  await fill(page, 'First day', '2027-04-20');
  await fill(page, 'Last day', '2027-04-20');
  await press(page, 'Make the note to a day');
  await says(page, 'Done: made a note to a day: “Founders’ day”.');
  const reader = await show(browser, '/calendar');
  const strip = await reader.$eval('nav[aria-label="Days"]', (nav) => nav.textContent);
  expect(strip).toMatch(/Tuesday 20 April 2027, \d+ % full, Founders’ day/);
  const list = await show(browser, '/calendar?view=list&day=2027-04-20');
  expect(await textOf(list)).toContain('Tuesday 20 April 2027 Founders’ day');
  const board = await show(browser, '/?day=2027-04-20');
  await board.waitForSelector('.board-scroll');
  expect(await board.$eval('.board-scroll', (each) => each.textContent)).toContain('Founders’ day');
  await press(page, 'Founders’ day', 'link');
  await press(page, 'Remove it');
  await says(page, 'Nothing that is asked for or booked is touched.');
  await press(page, 'Remove it');
  await says(page, 'Done: removed a note to a day');
});

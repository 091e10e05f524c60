import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import { ENTRY_KINDS, KIND_WORDS } from '@/contracts/administration/kinds';
import { badTables } from '@tests/builders/bad-tables';
import { as, fill, launch, open, press, pressTwice, says, send, show, textOf } from './browser';

let browser: Browser;
let page: Page;
beforeAll(async () => {
  browser = await launch();
  page = await show(browser, '/administration', 'manager');
});
afterAll(() => browser.close());

/** Puts a whole text into a field at once, as pasting does. */
const paste = async (label: string, text: string) => {
  const field = (await page.waitForSelector(`aria/${label}[role="textbox"]`))!;
  await field.evaluate((node, value) => {
    Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!.call(node, value);
    node.dispatchEvent(new Event('input', { bubbles: true }));
  }, text);
};

const refusalShown = async () => {
  await page.waitForFunction(() => document.querySelector('main [role="alert"]')?.textContent);
  return page.$eval('main [role="alert"]', (note) => note.textContent);
};

const TABLES = badTables({ building: 'Old Stables', store: 'Cart Shed', part: 'QE', whole: 'QH' });

test.each([...new Set(TABLES.map(({ kind }) => kind))])(
  'a table of %s with one bad line: it is named, what was pasted stays, nothing comes in',
  async (kind) => {
    await open(page, `/administration/${kind}/csv`);
    for (const { line, text, says: sentence } of TABLES.filter((table) => table.kind === kind)) {
      await paste('The table', text);
      await press(page, 'Preview');
      expect({ line, shown: await refusalShown() }).toEqual({
        line,
        shown: expect.stringMatching(sentence),
      });
      expect(await refusalShown()).toMatch(/Line [34]: /);
      expect(await page.$eval('main textarea', (field) => field.value)).toBe(text);
    }
    await open(page, `/administration/${kind}`);
    expect(await textOf(page)).not.toMatch(/\bGood [12]\b|good [12]/);
  },
);

test('a table from a file: every bad line by its number, put right, looked at, taken in once by a double press', async () => {
  const file = join(tmpdir(), `hosts-${process.pid}.csv`);
  // As spreadsheets write it in many countries: semicolons, and a code page where \x96 is a dash and \xE9 an é.
  const bytes = 'name;members\r\nMossy Stone \x96 Caf\xE9;nobody\r\nFrog Count;\r\nReed Weavers;nowhere\r\n';
  writeFileSync(file, Buffer.from(bytes, 'latin1'));
  await open(page, '/administration/organisation/csv');
  const input = (await page.waitForSelector('main input[type="file"]'))! as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
  await page.waitForFunction(() => document.querySelector('main textarea')!.textContent !== '');
  expect(await page.$eval('main textarea', (field) => field.value)).toContain('Mossy Stone – Café;nobody');
  await press(page, 'Preview');
  await says(page, 'Line 2: ');
  await says(page, 'Line 4: ');
  expect(await refusalShown()).not.toContain('Line 3: ');

  await paste('The table', 'name,members\nMossy Stone Club,\nFrog Count,isolde.marsh@quillmere.example\n');
  await press(page, 'Preview');
  await says(page, '2 lines change something, 0 say what is so already.');
  await pressTwice(page, 'Take it in');
  await says(page, 'took in organisations: 2 made, 0 changed, 0 as they were');
  await fill(page, 'Find', 'frog');
  await press(page, 'Frog Count', 'link');
  await says(page, 'Isolde Marsh');
});

test('a space that would be made of itself by a long way is refused, and what was typed stays', async () => {
  await open(page, '/administration/space/3');
  await fill(page, 'Posted limit', '119');
  const part = '::-p-xpath(//fieldset[legend[.="Made of"]]//label[contains(., "Whole Court")]//input)';
  await (await page.waitForSelector(part))!.click();
  await press(page, 'Save');
  await says(page, 'goes round in a circle: ');
  expect(await page.$eval(part, (box) => (box as HTMLInputElement).checked)).toBe(true);
  await (await page.waitForSelector(part))!.click();
  await fill(page, 'Posted limit', '120');
  await press(page, 'Save');
  await says(page, 'Done: changed a space: “East Bay”.');
});

test('holidays of two countries at once: what they would hit is said, one is a closure, one a note', async () => {
  await open(page, '/administration/holidays?of=GB-ENG.FR&year=2027');
  await says(page, 'Boxing Day');
  await says(page, 'Ascension Day');
  const only = async (name: string) =>
    page.$$eval(
      'main fieldset li:has(> label > input[type="checkbox"])',
      (lines, wanted) => {
        for (const line of lines) {
          const box = line.querySelector('input')!;
          if (box.checked !== line.textContent!.includes(wanted)) box.click();
        }
      },
      name,
    );
  await only('Ascension Day');
  await press(page, 'Shut on 1 day');
  await says(page, 'What this does');
  expect(await textOf(page)).toMatch(/\d+ approved dates fall outside and are at risk then\./);
  await press(page, 'Back to the form');
  await only('Boxing Day');
  await press(page, 'Shut on 1 day');
  await says(page, 'What this does');
  await press(page, 'Shut on 1 day');
  await says(page, 'Done: ');
  await press(page, 'Boxing Day (substitute day)', 'link');
  await press(page, 'Remove it');
  await says(page, 'What this does');
  await press(page, 'Remove it');
  await says(page, 'Done: removed a closure: “Boxing Day (substitute day)”.');

  await open(page, '/administration/holidays?of=GB-ENG.FR&year=2027');
  await only('Armistice Day');
  await press(page, 'Only say what it is');
  await says(page, 'Done: ');
  await press(page, 'Armistice Day', 'link');
  await press(page, 'Remove it');
  await says(page, 'What this does');
  await press(page, 'Remove it');
  await says(page, 'Done: removed a note to a day: “Armistice Day”.');
});

test('every list is changed by those it belongs to and by nobody else', async () => {
  const accounts = {
    requester: await as('requester'),
    crew: await as('crew'),
    steward: await as('steward'),
    manager2: await as('manager2'),
    manager: await as('manager'),
  };
  for (const kind of ENTRY_KINDS) {
    const statuses: Record<string, readonly number[]> = {};
    for (const [who, cookie] of Object.entries(accounts)) {
      const write = await send('POST', `/api/administration/${kind}`, {}, cookie);
      const command = await send('POST', `/api/administration/${kind}/1`, {}, cookie);
      const read = await send('GET', `/administration/${kind}`, undefined, cookie);
      statuses[who] = [write.status, command.status, read.status < 400 ? 200 : read.status];
    }
    const { keptBy } = KIND_WORDS[kind];
    const refused = [403, 403, 403];
    expect({ kind, statuses }).toEqual({
      kind,
      statuses: {
        requester: refused,
        crew: refused,
        steward: refused,
        // Keeps the office, but not the house: reads what it may not change.
        manager2: { office: [400, 400, 200], housekeeper: [403, 403, 200], people: refused }[keptBy],
        manager: [400, 400, 200],
      },
    });
  }
});

import type { Browser, Page } from 'puppeteer-core';
import { awake, fill, launch, newPage, open, press, says, signIn } from './browser';

// How many presses and how many fields a request takes, from the page a requester lands on until it is sent; and that the
// first press on Send does it where the panel said that nothing is left to be said.

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const WIDE = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

interface Counted {
  presses: number;
  fields: number;
  press(name: string, role?: string): Promise<void>;
  fill(label: string, value: string): Promise<void>;
}

function counted(page: Page): Counted {
  const count: Counted = {
    presses: 0,
    fields: 0,
    press: async (name, role) => {
      count.presses += 1;
      await press(page, name, role);
    },
    fill: async (label, value) => {
      count.fields += 1;
      await fill(page, label, value);
    },
  };
  return count;
}

interface Kind {
  readonly name: string;
  readonly most: readonly [presses: number, fields: number];
  /** Of the verdict, before it is sent. */
  readonly verdict: string;
  /** Fills the form that is open; `day` is one nobody else has. */
  fillIn(on: Counted, day: string): Promise<void>;
}

const KINDS: readonly Kind[] = [
  {
    name: 'one date',
    most: [4, 6],
    verdict: 'clear',
    fillIn: async (on, day) => {
      await on.fill('Space', 'Council Room');
      await on.fill('People expected', '8');
      await on.fill('First date', day);
      await on.fill('Starts', '10:00');
      await on.fill('Ends', '11:00');
      await on.fill('Title', 'Spore prints');
    },
  },
  {
    name: 'a series',
    most: [6, 9],
    verdict: 'clear',
    fillIn: async (on, day) => {
      await on.fill('Space', 'Council Room');
      await on.fill('People expected', '8');
      await on.press('Repeating', 'radio');
      await on.fill('First date', day);
      await on.fill('Starts', '12:00');
      await on.fill('Ends', '13:00');
      await on.fill('Until', `${day.slice(0, 8)}28`);
      await on.fill('Title', 'Spores by the week');
    },
  },
  {
    name: 'any suitable space',
    most: [4, 6],
    verdict: 'clear',
    fillIn: async (on, day) => {
      await on.press('Any suitable space', 'radio');
      await on.fill('People expected', '12');
      await on.fill('First date', day);
      await on.fill('Starts', '14:00');
      await on.fill('Ends', '15:00');
      await on.fill('Title', 'Spores anywhere');
    },
  },
  {
    name: 'a loan',
    most: [3, 5],
    verdict: 'clear',
    fillIn: async (on, day) => {
      await on.press('Equipment only', 'radio');
      await on.fill('Equipment', 'Folding chair');
      await on.fill('How many', '4');
      await on.fill('First date', day);
      await on.fill('Title', 'Chairs for the spores');
    },
  },
  {
    name: 'an announcement',
    most: [3, 3],
    verdict: 'clear',
    fillIn: async (on, day) => {
      await on.press('Announcement only, no space', 'radio');
      await on.fill('First date', day);
      await on.fill('Title', 'Spores are due');
    },
  },
];

describe.each([
  ['wide', WIDE, '2027-10'],
  ['on a phone', PHONE, '2027-11'],
] as const)('%s', (_, size, month) => {
  test.each(KINDS.map((kind, index) => [kind.name, kind, `${month}-0${index + 4}`] as const))(
    '%s is asked for within its presses and fields, and sent at the first press',
    async (__, kind, day) => {
      const page = await newPage(browser, size);
      await signIn(page, 'requester');
      await open(page, '/');
      const on = counted(page);
      await on.press('Request a space', 'link');
      await page.waitForSelector('#verdict');
      await awake(page);
      await says(page, 'Still to be said: ');
      await kind.fillIn(on, day);
      await page.waitForFunction(() => !document.body.textContent!.includes('Still to be said: '));
      await says(page, kind.verdict);
      await on.press('Send the request');
      await page.waitForFunction(() => location.pathname.startsWith('/requests/'));
      expect([on.presses, on.fields]).toEqual([
        Math.min(on.presses, kind.most[0]),
        Math.min(on.fields, kind.most[1]),
      ]);
    },
  );
});

test('on a phone the verdict and what is still to be said stay in sight above Send', async () => {
  const page = await newPage(browser, PHONE);
  await signIn(page, 'requester');
  await open(page, '/ask');
  await fill(page, 'Space', 'Council Room');
  await fill(page, 'People expected', '8');
  const bar = await page.waitForSelector('a[href="#verdict"]');
  const isInSight = () =>
    bar!.evaluate((node) => {
      const { top, bottom } = node.getBoundingClientRect();
      return top >= 0 && bottom <= innerHeight + 1;
    });
  await page.evaluate(() => scrollTo(0, 0));
  expect(await isInSight()).toBe(true);
  await page.waitForFunction((node) => node?.textContent?.includes('Still to be said: Title'), {}, bar);
  await (await page.waitForSelector('aria/Title[role="textbox"]'))!.focus();
  expect(await isInSight()).toBe(true);
});

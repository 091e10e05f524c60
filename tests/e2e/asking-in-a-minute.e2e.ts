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
  /** The choice that makes it this kind; none is there from the beginning. */
  readonly choice?: string;
  /** Label and value of each field; the day is one nobody else has. */
  fields(day: string): readonly (readonly [label: string, value: string])[];
}

const hours = (from: string, to: string) =>
  [
    ['Starts', from],
    ['Ends', to],
  ] as const;

const KINDS: readonly Kind[] = [
  {
    name: 'one date',
    most: [4, 6],
    fields: (day) => [
      ['Space', 'Council Room'],
      ['People expected', '8'],
      ['First date', day],
      ...hours('10:00', '11:00'),
      ['Title', 'Spore prints'],
    ],
  },
  {
    name: 'a series',
    most: [6, 9],
    choice: 'Repeating',
    fields: (day) => [
      ['Space', 'Council Room'],
      ['People expected', '8'],
      ['First date', day],
      ...hours('12:00', '13:00'),
      ['Until', `${day.slice(0, 8)}28`],
      ['Title', 'Spores by the week'],
    ],
  },
  {
    name: 'any suitable space',
    most: [4, 6],
    choice: 'Any suitable space',
    fields: (day) => [
      ['People expected', '12'],
      ['First date', day],
      ...hours('14:00', '15:00'),
      ['Title', 'Spores anywhere'],
    ],
  },
  {
    name: 'a loan',
    most: [3, 5],
    choice: 'Equipment only',
    fields: (day) => [
      ['Equipment', 'Folding chair'],
      ['How many', '4'],
      ['First date', day],
      ['Title', 'Chairs for the spores'],
    ],
  },
  {
    name: 'an announcement',
    most: [3, 3],
    choice: 'Announcement only, no space',
    fields: (day) => [
      ['First date', day],
      ['Title', 'Spores are due'],
    ],
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
      if (kind.choice) await on.press(kind.choice, 'radio');
      for (const [label, value] of kind.fields(day)) await on.fill(label, value);
      await page.waitForFunction(() => !document.body.textContent!.includes('Still to be said: '));
      await says(page, 'clear');
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

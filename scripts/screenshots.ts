// One picture of each main view, on a fresh demo with its clock standing still: scripts/screenshots.mjs runs it.
import { mkdirSync } from 'node:fs';
import setup from '../tests/e2e/global-setup';
import teardown from '../tests/e2e/global-teardown';
import { serveFolder } from '../tests/e2e/serve';

const FOLDER = 'docs/screenshots';
const WIDE = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

interface Shot {
  readonly name: string;
  readonly path: string;
  readonly as?: 'requester' | 'manager' | 'crew';
  readonly size?: typeof WIDE;
  readonly theme?: 'dark';
  /** Pressed before the picture: a link with this title or text. */
  readonly click?: string;
}

const SHOTS: readonly Shot[] = [
  {
    name: 'board',
    path: '/?day=2027-04-13',
    as: 'manager',
    click: '[data-booking][aria-label*="Bulb exchange"]',
  },
  { name: 'board-days', path: '/?day=2027-04-12&days=4&z=1.6', as: 'manager' },
  {
    name: 'spaces',
    path: '/spaces?people=60&day=2027-05-20&from=18:00&to=20:00&repeat=weekly&dates=6',
    as: 'requester',
  },
  { name: 'space', path: '/spaces/QH', as: 'requester' },
  { name: 'calendar', path: '/calendar?day=2027-04-14', as: 'manager' },
  { name: 'print', path: '/print?what=board&from=2027-04-24&days=1&page=wide', as: 'manager' },
  { name: 'ask', path: '/ask?space=9&start=2027-04-21T14:00&minutes=90', as: 'requester' },
  { name: 'plan', path: '/spaces/QH/plan?layout=theatre&people=200&stage=1&wheelchairs=4' },
  { name: 'desk', path: '/desk', as: 'manager' },
  { name: 'decide', path: '/desk', as: 'manager', click: '::-p-text(Bonsai mending)' },
  { name: 'decide-series', path: '/desk', as: 'manager', click: '::-p-text(Summer strings, Thursdays)' },
  { name: 'bookings', path: '/desk/bookings?made=single&from=2027-04-13', as: 'manager' },
  { name: 'my-request', path: '/requests', as: 'requester', click: '::-p-text(Ferns from spores)' },
  { name: 'whats-on', path: '/whats-on/_all/week' },
  { name: 'closure', path: '/administration/closure/new', as: 'manager' },
  { name: 'display', path: '/display/building/1' },
  { name: 'work-orders-phone', path: '/work-orders', as: 'crew', size: PHONE },
  { name: 'crews-week', path: '/work-orders/week?team=2', as: 'manager' },
  { name: 'work-order-template', path: '/work-orders/templates/6', as: 'manager' },
];

const FILL_IN: Readonly<Record<string, string>> = {
  Title: 'Bonsai, second try',
  Category: 'Workshops',
  'People expected': '26',
};

async function main(): Promise<void> {
  setup();
  const { base, server } = await serveFolder(process.env.E2E_DEMO!);
  process.env.E2E_BASE = base;
  // Reads the address of the server when it is loaded.
  const { fill, launch, newPage, open, press, says, signIn } = await import('../tests/e2e/browser');
  const browser = await launch();
  mkdirSync(FOLDER, { recursive: true });
  try {
    for (const { name, path, as, size = WIDE, theme = 'light', click } of SHOTS) {
      const page = await newPage(browser, size);
      // esbuild names functions by a helper of its own, which a page that one is sent to does not have.
      await page.evaluateOnNewDocument('globalThis.__name = (value) => value');
      await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: theme }]);
      if (as) await signIn(page, as);
      await open(page, path);
      if (click) {
        await page.locator(click).click();
        await page.waitForNetworkIdle({ idleTime: 400 });
      }
      if (name === 'ask') {
        for (const [label, value] of Object.entries(FILL_IN)) await fill(page, label, value);
        await says(page, 'conflict');
        await page.evaluate(() => window.scrollTo(0, 0));
      }
      if (name === 'decide') {
        await page.locator('[aria-label="Alternatives"] li input').click();
        await page.waitForNetworkIdle({ idleTime: 400 });
      }
      if (name === 'decide-series') {
        await press(page, 'Approve 5 dates, and offer 7 something else …');
        await says(page, '7 dates move');
      }
      if (name === 'bookings') {
        for (const id of [0, 2, 5])
          await page.$$eval('input[data-pick]', (boxes, at) => (boxes[at] as HTMLElement).click(), id);
        await fill(page, 'Days later', '1');
        await says(page, '3 dates change');
        await page.evaluate(() => window.scrollTo(0, 0));
      }
      if (name === 'closure') {
        await fill(page, 'From', '2027-04-15T00:00');
        await fill(page, 'To', '2027-04-16T00:00');
        await fill(page, 'Reason', 'New boiler');
        await press(page, 'Make the closure');
        await says(page, 'What this does');
      }
      // The page fits itself to its room once it is awake, and what it asks for then has come.
      await page.waitForNetworkIdle({ idleTime: 500 });
      await new Promise((resolve) => setTimeout(resolve, 600));
      await page.screenshot({ path: `${FOLDER}/${name}.png` });
      await page.close();
    }
  } finally {
    await browser.close();
    process.kill(-server.pid!, 'SIGTERM');
    teardown();
  }
}

void main();

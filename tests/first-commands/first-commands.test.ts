import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { freePort } from '../e2e/serve';
import { endCommand, freshCheckout, runCommand, standsIn, type Command } from './checkout';

// What the README promises to somebody who has just cloned this: both starting commands, tried on a copy of the tracked
// files with no data folder and nothing built. The tests in the browser then run on what was built here.
const PASSWORD = 'quillmere-2027';
// No bound on how long a first start may take, only an end where nothing comes any more.
const LONGEST_MS = 1_500_000;
jest.setTimeout(LONGEST_MS);

let folder = '';
let tracked: string[] = [];
let running: Command | null = null;

beforeAll(() => {
  folder = freshCheckout();
  tracked = standsIn(folder);
});
afterEach(async () => {
  if (running) await endCommand(running);
  running = null;
});
afterAll(() => {
  if (!process.env.E2E_APP) rmSync(folder, { recursive: true, force: true });
});

const ask = (address: string, body: unknown) =>
  fetch(address, {
    method: 'POST',
    redirect: 'manual',
    headers: { 'Content-Type': 'application/json', Origin: new URL(address).origin },
    body: JSON.stringify(body),
  });

/** Starts a command on a free port and waits for its first page; what it said is in the error where none comes. */
async function start(command: string, data?: string): Promise<string> {
  const port = await freePort();
  const more = { PORT: String(port), ...(data && { CALENDARIO_DATA: data }) };
  running = runCommand(folder, [command], more);
  const base = `http://127.0.0.1:${port}`;
  for (;;) {
    const reply = await fetch(base, { redirect: 'manual' }).catch(() => null);
    if (reply) return base;
    if (running.process.exitCode !== null)
      throw new Error(`npm run ${command} ended without a page:\n${running.said()}`);
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
}

const demoAccounts = (): string[] => [
  ...new Set(readFileSync('README.md', 'utf8').match(/[a-z.]+@quillmere\.example/g)),
];

test('npm run demo on a fresh checkout: a page, every account of the README signs in, and nothing is strewn about', async () => {
  const base = await start('demo');
  expect((await fetch(base)).status).toBe(200);
  expect(demoAccounts()).toHaveLength(5);
  for (const email of demoAccounts())
    expect([email, (await ask(`${base}/api/session`, { email, password: PASSWORD })).status]).toEqual([
      email,
      200,
    ]);
  for (const email of demoAccounts()) expect(running!.said()).toContain(email);
  // Next writes next-env.d.ts for editors; all else that a start makes has a folder of its own.
  expect(standsIn(folder)).toEqual([...new Set([...tracked, '.next', 'data', 'next-env.d.ts'])].sort());
  expect(running!.said()).not.toMatch(/EBADENGINE|deprecat|ExperimentalWarning|⚠/i);
});

test('started again, it is there at once with the same demo: nothing is installed, built or made', async () => {
  const base = await start('demo');
  expect((await fetch(base)).status).toBe(200);
  expect(running!.said()).not.toMatch(/Downloading|Preparing|Building|Making/);
});

test('npm start finds a truly empty folder and asks for the first day; then the office is open', async () => {
  const data = join(folder, 'data', 'of-an-office');
  const base = await start('start', data);
  const first = await fetch(base, { redirect: 'manual' });
  expect([first.status, first.headers.get('location')]).toEqual([307, '/start']);
  expect((await fetch(`${base}/start`)).status).toBe(200);
  const founder = { email: 'perdita@larkrise.example', password: 'nine-elms-and-a-well' };
  const opened = await ask(`${base}/api/start`, {
    site: 'Larkrise Almshouses',
    language: 'en',
    zone: 'Europe/London',
    officeName: 'Larkrise lettings',
    officePhone: '01632 960 311',
    officeEmail: 'lettings@larkrise.example',
    opens: '08:00',
    closes: '22:00',
    building: 'The Range',
    space: 'Long Room',
    code: 'LR',
    layout: 'theatre',
    seats: 48,
    name: 'Perdita Wold',
    ...founder,
  });
  expect(await opened.json()).not.toHaveProperty('error');
  expect((await fetch(base, { redirect: 'manual' })).status).toBe(200);
  expect((await ask(`${base}/api/session`, founder)).status).toBe(200);
});

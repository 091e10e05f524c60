import { spawnSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import {
  ACCOUNTS,
  as,
  atRest,
  BASE,
  fill,
  goTo,
  launch,
  newPage,
  PASSWORD,
  press,
  says,
  show,
  textOf,
} from './browser';
import { freshFolder, serveFolder } from './serve';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const PICTURES = [
  '/?day=2027-04-13&days=3',
  '/calendar?view=month&day=2027-05-01',
  '/whats-on',
  '/spaces/QH/plan',
] as const;

async function pictureOf(page: Page, base: string, path: string): Promise<string> {
  await goTo(page, `${base}${path}`);
  await page.waitForFunction(() => !document.querySelector('[aria-busy="true"]'));
  await atRest(page);
  return Buffer.from(await page.screenshot()).toString('base64');
}

async function sendFile(page: Page, file: string): Promise<void> {
  const input = (await page.waitForSelector('input[type="file"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
}

test('the whole house is taken out, brought in elsewhere, and is the same there; then it is replaced', async () => {
  const folder = freshFolder();
  const file = join(tmpdir(), `house-${process.pid}.tar.gz`);
  const taken = await fetch(`${BASE}/administration/archive/house.tar.gz`, { headers: await as('manager') });
  expect(taken.headers.get('content-type')).toBe('application/gzip');
  writeFileSync(file, Buffer.from(await taken.arrayBuffer()));
  const nothing = join(tmpdir(), `nothing-${process.pid}.txt`);
  writeFileSync(nothing, 'no archive at all');

  const { base, server } = await serveFolder(folder);
  try {
    const page = await newPage(browser);
    await goTo(page, `${base}/`);
    await says(page, 'Or bring an archive in');
    await sendFile(page, nothing);
    await says(page, 'This archive cannot be brought in. It is no gzipped tar');
    await sendFile(page, file);
    await says(page, 'Quillmere Botanic Garden');
    await says(page, 'It is whole');
    await press(page, 'Bring it in');
    await says(page, 'Sign in');
    await fill(page, 'E-mail address', ACCOUNTS.manager);
    await fill(page, 'Password', PASSWORD);
    await press(page, 'Sign in');
    await page.waitForSelector('aria/Wren Calloway[role="link"]');

    const here = await newPage(browser);
    const there = await newPage(browser);
    for (const path of PICTURES)
      expect({
        path,
        isSame: (await pictureOf(there, base, path)) === (await pictureOf(here, BASE, path)),
      }).toEqual({
        path,
        isSame: true,
      });

    // Over a house that is there: its name is typed, and everybody is signed out.
    await goTo(page, `${base}/administration/archive`);
    await sendFile(page, file);
    await says(page, 'It is whole');
    await press(page, 'Replace everything here');
    await says(page, 'Type “Quillmere Botanic Garden” as it stands here: all of it is replaced.');
    await fill(page, 'What is replaced: type “Quillmere Botanic Garden”', 'Quillmere Botanic Garden');
    await press(page, 'Replace everything here');
    await says(page, 'You can look without an account');
    await goTo(page, `${base}/administration`);
    expect(page.url()).toContain('/sign-in');
  } finally {
    const ended = new Promise((resolve) => server.once('exit', resolve));
    process.kill(-server.pid!);
    await ended;
    rmSync(file, { force: true });
    rmSync(nothing, { force: true });
  }
  const verified = spawnSync(
    join('node_modules', '.bin', 'tsx'),
    ['scripts/verify.ts', join(folder, 'calendario.sqlite')],
    { encoding: 'utf8' },
  );
  expect(verified.stdout).not.toContain('BROKEN');
  expect(verified.status).toBe(0);
  rmSync(folder, { recursive: true, force: true });
});

test('a manager who keeps no house finds no way to it', async () => {
  const page = await show(browser, '/administration', 'manager2');
  expect(await textOf(page)).not.toContain('The whole office');
  await goTo(page, `${BASE}/administration/archive`);
  await says(page, 'This is not yours to see');
});

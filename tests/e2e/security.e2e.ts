import { spawn } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { SETTINGS_COOKIE, settingsText, USUAL_SETTINGS } from '@/contracts/language/own-settings';
import { ACCOUNTS, as, BASE, launch, newPage, open, PASSWORD, send, show, textOf } from './browser';
import { application, environmentOf, freePort, freshFolder, serveFolder } from './serve';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

describe('a page', () => {
  const policyOf = async (path: string) =>
    (await fetch(`${BASE}${path}`)).headers.get('content-security-policy')!;

  test('has a nonce of its own each time; no script without it runs', async () => {
    const [first, second] = [await policyOf('/'), await policyOf('/')];
    expect(first).toMatch(/script-src 'self' 'nonce-[A-Za-z0-9+/=]{24}'/);
    expect(first).not.toContain("script-src 'self' 'unsafe-inline'");
    expect(first).not.toBe(second);
    expect(first).toContain("frame-ancestors 'none'");
    expect(await policyOf('/embed/talks')).toContain('frame-ancestors *');

    const page = await show(browser, '/whats-on');
    await page.evaluate(() => {
      const stopped: string[] = [];
      Object.assign(window, { stopped });
      document.addEventListener('securitypolicyviolation', ({ effectiveDirective }) =>
        stopped.push(effectiveDirective),
      );
      const smuggled = document.createElement('div');
      smuggled.innerHTML = '<img src="data:," onerror="window.smuggled = 1">';
      const script = document.createElement('script');
      script.textContent = 'window.smuggled = 2';
      document.body.append(smuggled, script);
    });
    // Each of the two was tried, and stopped by the policy.
    await page.waitForFunction(
      "window.stopped.includes('script-src-attr') && window.stopped.includes('script-src-elem')",
    );
    expect(await page.evaluate('window.smuggled')).toBeUndefined();
  });

  test.each(['/', '/sign-in', '/whats-on/talks', '/embed/talks', '/display/space/QH', '/ask', '/start'])(
    '%s runs all of its own scripts',
    async (path) => {
      const page = await newPage(browser);
      const refused: string[] = [];
      page.on('console', (line) => {
        if (/Content Security Policy/i.test(line.text())) refused.push(line.text());
      });
      await open(page, path);
      expect(refused).toEqual([]);
    },
  );

  test('in German takes its texts from a script of ours', async () => {
    const page = await newPage(browser);
    await page.browserContext().setCookie({
      ...{ name: SETTINGS_COOKIE, domain: '127.0.0.1', path: '/' },
      value: settingsText({ ...USUAL_SETTINGS, language: 'de' }),
    });
    await open(page, '/sign-in');
    expect(await page.evaluate('typeof globalThis.calendarioCatalogues')).toBe('object');
  });
});

describe('without scripts', () => {
  const without = async (path: string): Promise<Page> => {
    const page = await newPage(browser);
    await page.setJavaScriptEnabled(false);
    await open(page, path);
    return page;
  };
  const signIn = async (page: Page, password: string) => {
    await page.type('input[name="email"]', ACCOUNTS.crew);
    await page.type('input[name="password"]', password);
    await Promise.all([page.waitForNavigation(), page.keyboard.press('Enter')]);
  };

  test('signing in works, and the password gets into no address', async () => {
    const page = await without('/sign-in?next=%2Fsetups');
    await signIn(page, 'wrong');
    expect(page.url()).not.toContain('wrong&');
    expect(page.url()).not.toContain('password');
    expect(await textOf(page, 'body')).toContain('No account with that address and password.');
    await signIn(page, PASSWORD);
    expect(new URL(page.url()).pathname).toBe('/work-orders');
  });

  test('every other form says that it needs them, and keeps what was typed out of the address', async () => {
    const page = await without('/account/forgotten');
    expect(await textOf(page)).toContain('This form needs scripts');
    // Told once, by the form that is meant; pages to read say nothing of the kind.
    expect((await textOf(page, 'body')).match(/needs scripts/g)).toHaveLength(1);
    expect(await textOf(await without('/whats-on'), 'body')).not.toContain('needs scripts');
    await page.type('input[type="email"]', 'secret@quillmere.example');
    await Promise.all([page.waitForNavigation(), page.keyboard.press('Enter')]);
    expect(page.url()).toBe(`${BASE}/needs-scripts`);
    expect(await textOf(page)).toContain('Nothing was changed.');
    await page.goBack();
    expect(await page.$eval('input[type="email"]', (input) => (input as HTMLInputElement).value)).toBe(
      'secret@quillmere.example',
    );
  });

  test.each(['/sign-in', '/account/forgotten', '/ask', '/preferences', '/start'])(
    'no form of %s puts what is typed into an address',
    async (path) => {
      const html = await (await fetch(`${BASE}${path}`, { headers: await as('manager') })).text();
      for (const [form] of html.matchAll(/<form\b[^>]*>/g)) expect(form).toContain('method="post"');
    },
  );
});

test.each([
  '/%09/evil.example',
  '//evil.example',
  '/%5Cevil.example',
  'https://evil.example',
  '/.//evil.example',
])('signing in does not lead off to %s', async (next) => {
  const reply = await fetch(`${BASE}/api/session/form`, {
    method: 'POST',
    redirect: 'manual',
    headers: { Origin: BASE, 'Content-Type': 'application/x-www-form-urlencoded' },
    body: `email=${ACCOUNTS.crew}&password=${PASSWORD}&next=${next}`,
  });
  expect([reply.status, reply.headers.get('location')]).toEqual([303, '/']);
  const page = await (await fetch(`${BASE}/sign-in?next=${next}`)).text();
  expect(page).not.toContain('evil.example"');
});

test('what is downloaded keeps its own, stricter policy', async () => {
  const key = crypto.randomUUID();
  const headers = { ...(await as('requester')), Origin: BASE };
  const sent = await fetch(`${BASE}/api/files?key=${key}&name=a.html`, {
    method: 'POST',
    headers,
    body: '<b>a</b>',
  });
  expect(sent.status).toBe(200);
  const reply = await fetch(`${BASE}/api/files/${key}`, { headers });
  expect(reply.headers.get('content-security-policy')).toBe("default-src 'none'; sandbox");
  const others = await fetch(`${BASE}/api/files/${key}`, { headers: await as('crew') });
  expect(others.status).toBe(403);
});

test('what goes wrong has an id, in the reply and in the log', async () => {
  const reply = await send('GET', '/api/dates');
  expect(reply.headers.get('x-request-id')).toMatch(/^[0-9a-f]{10}$/);
  const spoofed = await send('GET', '/api/dates', undefined, { 'X-Request-Id': 'mine' });
  expect(spoofed.headers.get('x-request-id')).not.toBe('mine');
});

describe('a folder of data', () => {
  test('is served by one server: a second one says so and ends', async () => {
    const port = await freePort();
    const second = spawn(
      join('node_modules', '.bin', 'next'),
      ['start', '-H', '127.0.0.1', '-p', String(port)],
      {
        cwd: application(),
        env: { ...environmentOf(process.env.E2E_DATA!), PORT: String(port) },
      },
    );
    let said = '';
    second.stderr.on('data', (part: Buffer) => (said += part.toString()));
    const code = await new Promise((resolve) => second.once('exit', resolve));
    expect(code).toBe(1);
    expect(said).toContain('Another server of Calendario is running on the folder');
    expect((await fetch(`${BASE}/whats-on`)).status).toBe(200);
  });

  test('is set up once: of the form and the demo, sent together many times, exactly one wins', async () => {
    const folder = freshFolder();
    const { base, server } = await serveFolder(folder);
    const start = {
      ...{
        site: 'Larkrise',
        language: 'en',
        zone: 'Europe/London',
        officeName: 'Lettings',
        officePhone: '01632 960 311',
      },
      ...{
        officeEmail: 'lettings@larkrise.example',
        opens: '08:00',
        closes: '22:00',
        building: 'Range',
        space: 'Long Room',
      },
      ...{
        code: 'LR',
        layout: 'theatre',
        seats: 48,
        name: 'Perdita Wold',
        email: 'perdita@larkrise.example',
      },
      password: 'nine otters below the weir',
    };
    const post = (path: string, body: unknown) =>
      fetch(`${base}${path}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Origin: base },
        body: JSON.stringify(body),
      });
    try {
      const replies = await Promise.all(
        [1, 2, 3].flatMap(() => [post('/api/start', start), post('/api/start/demo', {})]),
      );
      expect(replies.map(({ status }) => status).sort()).toEqual([200, 403, 403, 403, 403, 403]);
    } finally {
      const ended = new Promise((resolve) => server.once('exit', resolve));
      process.kill(-server.pid!);
      await ended;
      rmSync(folder, { recursive: true, force: true });
    }
  });
});

import puppeteer, { ElementHandle, type Browser, type HTTPRequest, type Page } from 'puppeteer-core';

export const BASE = process.env.E2E_BASE!;
export const PASSWORD = 'quillmere-2027';
export const ACCOUNTS = {
  requester: 'isolde.marsh@quillmere.example',
  manager: 'wren.calloway@quillmere.example',
  manager2: 'odette.finch@quillmere.example',
  crew: 'tobin.ashdown@quillmere.example',
  steward: 'odile.sedge@quillmere.example',
} as const;
export type Account = keyof typeof ACCOUNTS;

const FLAGS =
  '--no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking --disable-component-update --disable-sync --lang=en-GB';

export const launch = (): Promise<Browser> =>
  puppeteer.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
    args: FLAGS.split(' '),
    env: { ...process.env, LANGUAGE: 'en_GB', LANG: 'en_GB.UTF-8' },
  });

/** A page of a person of their own: no cookies or drafts shared. Errors of the page fail the test that made them. */
export async function newPage(browser: Browser, size = { width: 1280, height: 800 }): Promise<Page> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport(size);
  // Long enough for a machine that does other work as well: how fast it is, is no matter of these tests.
  page.setDefaultTimeout(45_000);
  page.on('pageerror', (error) => {
    throw error;
  });
  return page;
}

/** Waits until the controls of a page hear what is done to them: a choice made before is lost. */
export const awake = (page: Page) =>
  page.waitForFunction(
    () =>
      // What is streamed behind its head is not there yet.
      !document.querySelector('template[id^="B:"]') &&
      [...document.querySelectorAll('main :is(button, select, input, textarea)')].every((node) =>
        Object.keys(node).some((key) => key.startsWith('__reactProps')),
      ),
    { polling: 60 },
  );

/** Goes to an address, as somebody who begins once the page is there to be used. */
export async function goTo(page: Page, address: string) {
  const reply = await page.goto(address, { waitUntil: 'load' });
  if (page.isJavaScriptEnabled()) await awake(page);
  return reply;
}

export const open = (page: Page, path: string) => goTo(page, `${BASE}${path}`);

export async function reload(page: Page): Promise<void> {
  await page.reload();
  await awake(page);
}

/** A page of a person of their own at an address, signed in where an account is named. */
export async function show(
  browser: Browser,
  path: string,
  who?: Account,
  size?: { width: number; height: number },
): Promise<Page> {
  const page = await newPage(browser, size);
  if (who) await signIn(page, who);
  await open(page, path);
  return page;
}

/** The session cookie of an account, by the same route as the form. */
export async function sessionOf(account: Account): Promise<string> {
  const reply = await send('POST', '/api/session', { email: ACCOUNTS[account], password: PASSWORD });
  if (!reply.ok) throw new Error(`could not sign in as ${account}: ${await reply.text()}`);
  return reply.headers.get('set-cookie')!.split(';')[0]!;
}

export async function signIn(page: Page, account: Account): Promise<void> {
  const [name, ...value] = (await sessionOf(account)).split('=');
  await page
    .browserContext()
    .setCookie({ name: name!, value: value.join('='), domain: '127.0.0.1', path: '/', httpOnly: true });
}

export const send = (
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Response> =>
  fetch(`${BASE}${path}`, {
    method,
    redirect: 'manual',
    headers: { 'Content-Type': 'application/json', Origin: BASE, ...headers },
    body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
  });

const sessions = new Map<Account, Promise<string>>();

/** Headers of an account that signs in once for all the tests of a file. */
export async function as(account: Account): Promise<{ Cookie: string }> {
  if (!sessions.has(account)) sessions.set(account, sessionOf(account));
  return { Cookie: await sessions.get(account)! };
}

/** The control with this accessible name, as a screen reader would find it. */
export async function byRole(page: Page, role: string, name: string): Promise<ElementHandle<Element>> {
  return (await page.waitForSelector(`aria/${name}[role="${role}"]`))!;
}

/** What is still being drawn around a control moves it: a click waits until it stands still, as a hand would. */
const standsStill = (found: ElementHandle<Element>) =>
  found.evaluate(async (node) => {
    let last = '';
    for (let tries = 0; tries < 120; tries += 1) {
      const { x, y, width } = node.getBoundingClientRect();
      if (`${x} ${y} ${width}` === last) return;
      last = `${x} ${y} ${width}`;
      await new Promise((resolve) => requestAnimationFrame(resolve));
    }
  });

const plainClick = ElementHandle.prototype.click;
type ClickOptions = NonNullable<Parameters<typeof plainClick>[0]>;

/**
 * Clicks it, and nothing else: what was drawn anew between looking and pressing may have put another control there. A hand
 * stops then; so every event of a click that falls elsewhere is held back, and false is given.
 */
async function clicked(found: ElementHandle<Element>, options?: Readonly<ClickOptions>): Promise<boolean> {
  const watch = await found.evaluateHandle((node) => {
    const impact: boolean[] = [];
    const kinds = ['pointerdown', 'mousedown', 'pointerup', 'mouseup', 'click'] as const;
    const look = (event: Event) => {
      const isHit = impact[0] ?? event.composedPath().includes(node);
      impact[0] ??= isHit;
      if (isHit) return;
      event.preventDefault();
      event.stopImmediatePropagation();
    };
    for (const kind of kinds) window.addEventListener(kind, look, true);
    return {
      end: () => {
        for (const kind of kinds) window.removeEventListener(kind, look, true);
        return impact[0] ?? true;
      },
    };
  });
  await plainClick.call(found, options);
  // A press that leads to another page takes the watch with it: it had hit.
  return watch.evaluate((on) => on.end()).catch(() => true);
}

// Every click of every test, whichever way it is asked for.
ElementHandle.prototype.click = async function click(this: ElementHandle<Element>, options) {
  // Without scripts nothing is drawn anew, and no frame of an animation is ever called.
  if (!this.frame.page().isJavaScriptEnabled()) return plainClick.call(this, options);
  for (let tries = 0; tries < 5; tries += 1) {
    await standsStill(this);
    if (await clicked(this, options)) return;
    // Under a bar that stays at the foot of the window: one scrolls.
    await this.evaluate((node) => node.scrollIntoView({ block: 'center' }));
  }
  throw new Error(`it never stood still under a press: ${await this.evaluate((node) => node.outerHTML)}`);
};

/** What was pressed before is still being done: its button is off until then, and a press is lost. */
const isFree = (page: Page, found: ElementHandle<Element>) =>
  page.waitForFunction((node) => !node.matches(':disabled'), { polling: 60 }, found);

/** Scrolled to first, as by somebody who sees that it lies under something else. */
export const press = async (page: Page, name: string, role = 'button') => {
  const found = await byRole(page, role, name);
  await isFree(page, found);
  await found.evaluate((node) => node.scrollIntoView({ block: 'nearest' }));
  await found.click();
};

/** A double press: the second falls before anything could have answered the first. */
export const pressTwice = async (page: Page, name: string) =>
  (await byRole(page, 'button', name)).evaluate((button) => {
    (button as HTMLButtonElement).click();
    (button as HTMLButtonElement).click();
  });

/** The field of a form with this label: a link or a group may have the same name. */
async function control(page: Page, label: string): Promise<ElementHandle<Element>> {
  await page.waitForSelector(`aria/${label}`);
  for (let tries = 0; tries < 50; tries += 1) {
    for (const found of await page.$$(`aria/${label}`))
      if (
        await found.evaluate(
          (node) => /^(INPUT|SELECT|TEXTAREA)$/.test(node.tagName) || (node as HTMLElement).isContentEditable,
        )
      )
        return found;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`no field is labelled “${label}”`);
}

/** Replaces what stands in the field that is found, the `at`th of several. */
export async function typeInto(page: Page, selector: string, value: string, at = 0): Promise<void> {
  await page.waitForSelector(selector);
  await typeOver(page, (await page.$$(selector))[at]!, value);
}

async function typeOver(page: Page, field: ElementHandle<Element>, value: string): Promise<void> {
  await (field as ElementHandle<HTMLInputElement>).focus();
  await field.evaluate((node) => (node as HTMLInputElement).select());
  if (value === '') await page.keyboard.press('Delete');
  await page.keyboard.type(value);
}

/** Replaces what stands in a labelled field, as typing would. */
export async function fill(page: Page, label: string, value: string): Promise<void> {
  const field = await control(page, label);
  const kind = await field.evaluate((node) => {
    if (node.getAttribute('role') === 'combobox') return 'combobox';
    if ((node as HTMLElement).isContentEditable) return 'editor';
    return node instanceof HTMLInputElement ? node.type : node.tagName;
  });
  if (kind === 'SELECT') {
    const option = await field.evaluate((node, wanted) => {
      const options = [...(node as HTMLSelectElement).options];
      const exact = options.find(({ text }) => text === wanted);
      return (exact ?? options.find(({ text }) => text.includes(wanted)))?.value ?? '';
    }, value);
    await (field as ElementHandle<HTMLSelectElement>).select(option);
  } else if (/^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(value)) {
    // A moment is a day and a time side by side.
    await typeOver(page, field, value.slice(0, 10));
    const time = await field.evaluateHandle((node) =>
      node.closest('[data-moment]')!.querySelector(':scope > span:last-of-type input'),
    );
    await typeOver(page, time as ElementHandle<HTMLInputElement>, value.slice(11));
  } else if (kind === 'combobox') {
    // Typed, then the first that fits is taken.
    await field.click();
    await field.evaluate((node) => (node as HTMLInputElement).select());
    await page.keyboard.type(value);
    await page.waitForSelector('[role="option"]');
    await page.keyboard.press('Enter');
  } else if (kind === 'editor') {
    await field.click();
    await page.keyboard.down('Control');
    await page.keyboard.press('a');
    await page.keyboard.up('Control');
    await page.keyboard.type(value);
  } else {
    await typeOver(page, field as ElementHandle<HTMLInputElement>, value);
  }
}

export const textOf = (page: Page, selector = 'main'): Promise<string> =>
  page.$eval(selector, (node) => (node as HTMLElement).innerText);

/** Waits until the page says it. */
export async function says(page: Page, text: string): Promise<void> {
  try {
    // Between two pages there is no body yet. Asked at each frame, a large page would do nothing but answer.
    await page.waitForFunction(
      (wanted) => document.body?.innerText.includes(wanted) ?? false,
      { polling: 60 },
      text,
    );
  } catch {
    throw new Error(`the page never said “${text}”; it says:\n${await textOf(page, 'body')}`);
  }
}

/** Does what is shown at once and saved behind it, and waits for the answers to what that sends: to nothing before. */
export async function saved(page: Page, work: () => Promise<unknown>, commands = 1): Promise<void> {
  const sent = new Set<HTTPRequest>();
  const note = (request: HTTPRequest) => {
    if (request.method() !== 'GET' && request.url().startsWith(`${BASE}/api/`)) sent.add(request);
  };
  page.on('request', note);
  let waited = commands;
  const answered = page.waitForResponse((reply) => {
    if (sent.delete(reply.request())) waited -= 1;
    return waited === 0;
  });
  await work();
  await answered;
  page.off('request', note);
}

/** Waits until nothing more is drawn: what a page fetches ahead of what may be pressed next is no matter. */
export const atRest = (page: Page): Promise<void> =>
  page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const soon = () => setTimeout(() => (watch.disconnect(), resolve()), 350);
        let timer = soon();
        const watch = new MutationObserver(() => {
          clearTimeout(timer);
          timer = soon();
        });
        watch.observe(document.body, { subtree: true, childList: true, characterData: true });
      }),
  );

/** Waits until the board has its rows and hears keys and pointer: it fits itself to its room once it is awake. */
export async function boardStands(page: Page): Promise<void> {
  await page.waitForSelector('.board-scroll [data-row]');
  await page.waitForFunction(() => {
    const scroller = document.querySelector('.board-scroll')!;
    return Math.abs(scroller.firstElementChild!.clientWidth - scroller.clientWidth) <= 2;
  });
}

/** Where a minute of a row stands on the board, by the figures of its axis. */
export async function pointOnBoard(
  page: Page,
  row: string,
  clock: string,
): Promise<{ x: number; y: number }> {
  await boardStands(page);
  const point = await page.evaluate(
    (name, time) => {
      const scroller = document.querySelector('.board-scroll')!;
      const label = [...scroller.querySelectorAll('[data-label]')].find((each) =>
        each.textContent?.includes(name),
      );
      if (!label) return null;
      const figures = [...scroller.querySelectorAll('[aria-hidden] span')]
        .filter((each) => /^\d\d:\d\d$/.test(each.textContent ?? ''))
        .map((each) => {
          const [hour, minute] = each.textContent!.split(':').map(Number) as [number, number];
          return { minute: hour * 60 + minute, x: each.getBoundingClientRect().left };
        });
      const [a, b] = [figures[0]!, figures[1]!];
      const [hour, minute] = time.split(':').map(Number) as [number, number];
      const box = label.getBoundingClientRect();
      return {
        x: a.x + ((hour * 60 + minute - a.minute) / (b.minute - a.minute)) * (b.x - a.x),
        y: box.top + box.height / 2,
      };
    },
    row,
    clock,
  );
  if (!point) throw new Error(`no row “${row}” in sight`);
  return point;
}

/** Draws over a stretch of a row, as with a mouse. */
export async function drawOn(page: Page, row: string, from: string, to: string, toRow = row): Promise<void> {
  const [a, end] = [await pointOnBoard(page, row, from), await pointOnBoard(page, toRow, to)];
  await page.mouse.move(a.x + 1, a.y);
  await page.mouse.down();
  await page.mouse.move((a.x + end.x) / 2, end.y, { steps: 4 });
  await page.mouse.move(end.x + 1, end.y, { steps: 4 });
  await page.mouse.up();
}

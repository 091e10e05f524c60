import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildSync } from 'esbuild';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';
import { BENCH_PASSWORD, makeWorldIn } from '../world';
import { typed } from './ask';
import { seatingDragged } from './seating';
import { startBuilt } from './server';
import { listPage, STATIC_PAGE } from './static-page';

const ROUNDS = 11;
const STEPS = 200;
const SCROLL_ROUNDS = 5;
const DRAGS = 60;
const LONG_MS = 50;
const DAY = '2027-04-13';

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

const plainScript = (): string =>
  buildSync({
    entryPoints: ['bench/browser/plain-list.tsx'],
    bundle: true,
    minify: true,
    write: false,
    jsx: 'automatic',
    define: { 'process.env.NODE_ENV': '"production"' },
  }).outputFiles[0]!.text;

/** A page that answers two made-up addresses itself; everything else comes from the server. */
async function pageOf(browser: Browser, base: string, cookie: string): Promise<Page> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  const [name, ...value] = cookie.split('=');
  await context.setCookie({
    name: name!,
    value: value.join('='),
    domain: '127.0.0.1',
    path: '/',
    httpOnly: true,
  });
  const pages: Record<string, string> = {
    [`${base}/bench-static`]: STATIC_PAGE,
    [`${base}/bench-list`]: listPage(plainScript()),
  };
  // The compiler of these scripts names functions by a helper that pages do not have.
  await page.evaluateOnNewDocument('globalThis.__name = (named) => named');
  await page.setRequestInterception(true);
  page.on('request', (request) => {
    const body = pages[request.url()];
    void (body === undefined ? request.continue() : request.respond({ contentType: 'text/html', body }));
  });
  return page;
}

/** Milliseconds from the start of the navigation until the board stands fitted to its room, awake; and of the static page. */
async function useful(page: Page, base: string): Promise<{ board: number; plain: number }> {
  await page.goto(`${base}/bench-static`);
  await page.waitForFunction(() => 'usefulMs' in window, { polling: 'raf' });
  const plain = await page.evaluate(() => (window as unknown as { usefulMs: number }).usefulMs);
  await page.goto(`${base}/?day=${DAY}`, { waitUntil: 'domcontentloaded' });
  const board = await page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const look = () => {
          const scroller = document.querySelector('.board-scroll');
          const isFitted =
            scroller !== null &&
            document.querySelector('[data-booking]') !== null &&
            Object.keys(scroller).some((key) => key.startsWith('__react')) &&
            Math.abs(scroller.firstElementChild!.clientWidth - scroller.clientWidth) <= 2;
          if (isFitted) requestAnimationFrame(() => resolve(performance.now()));
          else requestAnimationFrame(look);
        };
        look();
      }),
  );
  return { board, plain };
}

interface Stepped {
  readonly scriptMs: number;
  readonly longest: number;
  readonly long: number;
  readonly nodes: number;
}

/** Script time of a step, the longest task, and the most nodes at once, over scripted steps of scrolling or zooming. */
async function stepped(page: Page, steps: number, kind: 'scroll' | 'zoom'): Promise<Stepped> {
  await page.evaluate(() => {
    const tasks: number[] = [];
    Object.assign(window, { tasks });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) tasks.push(entry.duration);
    }).observe({ entryTypes: ['longtask'] });
  });
  const before = (await page.metrics()).ScriptDuration!;
  const nodes = await page.evaluate(
    async (count, what) => {
      const scroller = document.querySelector('.board-scroll')!;
      const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
      let most = 0;
      for (let step = 0; step < count; step += 1) {
        if (what === 'scroll') scroller.scrollTop += 130;
        else
          scroller.dispatchEvent(
            new WheelEvent('wheel', {
              deltaY: step % 40 < 20 ? -40 : 40,
              ctrlKey: true,
              clientX: 700,
              clientY: 400,
              bubbles: true,
              cancelable: true,
            }),
          );
        await frame();
        await frame();
        // Counting is work too: now and then is enough.
        if (step % 20 === 19) most = Math.max(most, scroller.getElementsByTagName('*').length);
      }
      return most;
    },
    steps,
    kind,
  );
  const after = (await page.metrics()).ScriptDuration!;
  const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks);
  return {
    scriptMs: ((after - before) * 1000) / steps,
    longest: Math.max(0, ...tasks),
    long: tasks.filter((duration) => duration > LONG_MS).length,
    nodes,
  };
}

/** Of so many steps of a drag, how many had their verdict in the frame in which they were drawn. */
async function dragged(page: Page, base: string): Promise<{ drawn: number; judged: number }> {
  await page.goto(`${base}/?day=${DAY}`);
  await page.waitForSelector('.board-scroll [data-booking].cursor-grab');
  await new Promise((resolve) => setTimeout(resolve, 800));
  const box = await page.$eval('.board-scroll [data-booking].cursor-grab', (block) => {
    const { left, top, width, height } = block.getBoundingClientRect();
    return { x: left + width / 2, y: top + height / 2 };
  });
  await page.evaluate(() => {
    const seen = { frame: 0, moved: -1, drawn: 0, judged: 0 };
    Object.assign(window, { seen });
    const count = () => {
      seen.frame += 1;
      requestAnimationFrame(count);
    };
    requestAnimationFrame(count);
    window.addEventListener('pointermove', () => (seen.moved = seen.frame), { capture: true });
    new MutationObserver(() => {
      const dragPreview = document.querySelector('.board-scroll [aria-hidden].z-30 > div');
      if (!dragPreview || seen.moved < 0) return;
      seen.drawn += 1;
      if (seen.frame === seen.moved && dragPreview.querySelector('.block')) seen.judged += 1;
      seen.moved = -1;
    }).observe(document.querySelector('.board-scroll')!, {
      subtree: true,
      childList: true,
      attributes: true,
      characterData: true,
    });
  });
  await page.mouse.move(box.x, box.y);
  await page.mouse.down();
  for (let step = 1; step <= DRAGS; step += 1)
    await page.mouse.move(box.x + step * 9, box.y + (step % 7) * 40);
  await page.keyboard.press('Escape');
  await page.mouse.up();
  return page.evaluate(() => (window as unknown as { seen: { drawn: number; judged: number } }).seen);
}

/** Board and request form in headless Chromium on the built application: 500 spaces, 2,000 bookings on the day. */
export async function benchBrowser(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'calendario-bench-'));
  const db = await makeWorldIn(folder, { spaces: 500, types: 20, occupancies: 100_000, uses: 20_000 });
  await db.close();
  const server = await startBuilt(folder);
  const { base } = server;
  const browser = await puppeteer.launch({
    executablePath: process.env.CHROMIUM!,
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run'],
  });
  try {
    const signedIn = await fetch(`${base}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: base },
      body: JSON.stringify({ email: 'bench@bench.example', password: BENCH_PASSWORD }),
    });
    const page = await pageOf(browser, base, signedIn.headers.get('set-cookie')!.split(';')[0]!);
    await useful(page, base);
    const rounds = [];
    for (let round = 0; round < ROUNDS; round += 1) rounds.push(await useful(page, base));
    const [board, plain] = [
      median(rounds.map((each) => each.board)),
      median(rounds.map((each) => each.plain)),
    ];
    const [lists, boards]: Stepped[][] = [[], []];
    for (let round = 0; round < SCROLL_ROUNDS; round += 1) {
      await page.goto(`${base}/bench-list`);
      await page.waitForSelector('.board-scroll a');
      lists!.push(await stepped(page, STEPS / 2, 'scroll'));
      await page.goto(`${base}/?day=${DAY}`);
      await new Promise((resolve) => setTimeout(resolve, 1000));
      boards!.push(await stepped(page, STEPS / 2, 'scroll'));
    }
    const listMs = median(lists!.map(({ scriptMs }) => scriptMs));
    const boardMs = median(boards!.map(({ scriptMs }) => scriptMs));
    // Of the long tasks the worst round counts.
    const scrolled = boards!.reduce((worst, each) => (each.longest > worst.longest ? each : worst));
    await page.evaluate(() => document.querySelector('.board-scroll')!.scrollTo({ top: 0 }));
    const zoomed = await stepped(page, STEPS / 2, 'zoom');
    await page.goto(`${base}/?day=${DAY}&in=Building%203`);
    await new Promise((resolve) => setTimeout(resolve, 1000));
    const fewer = await stepped(page, 20, 'scroll');
    const drag = await dragged(page, base);
    const typing = await typed(page, base);
    const seating = await seatingDragged(page, base);
    const row = (what: string, found: string, must: string) => `| ${what} | ${found} | ${must} |`;
    return [
      '| | measured | must reach |',
      '|---|---|---|',
      row(
        'useful board, against a static page with the same JSON',
        `${board.toFixed(0)} ms : ${plain.toFixed(0)} ms = ${(board / plain).toFixed(2)}`,
        '≤ 2',
      ),
      row(
        `long tasks (> ${LONG_MS} ms) in ${STEPS / 2} steps of scrolling and ${STEPS / 2} of zooming`,
        `${scrolled.long + zoomed.long}; the longest ${Math.max(scrolled.longest, zoomed.longest).toFixed(0)} ms`,
        '0',
      ),
      row(
        'script time of a step of scrolling, against the plain virtual list',
        `${boardMs.toFixed(2)} ms : ${listMs.toFixed(2)} ms = ${(boardMs / listMs).toFixed(2)}`,
        '≤ 2',
      ),
      row('script time of a step of zooming', `${zoomed.scriptMs.toFixed(2)} ms`, '–'),
      row(
        'steps of a drag with their verdict in the frame they are drawn in',
        `${drag.judged} of ${drag.drawn}`,
        'all',
      ),
      row('nodes of the grid at most: 500 spaces; 50', `${scrolled.nodes}; ${fewer.nodes}`, 'bounded'),
      row(
        `long tasks (> ${LONG_MS} ms) while a title is typed into a request of 50 dates`,
        `${typing.long}; the longest ${typing.longest.toFixed(0)} ms`,
        '0',
      ),
      row(
        'the browser’s own verdict on those dates, from the key to the details, against the server’s check',
        `${typing.hereMs.toFixed(1)} ms : ${typing.thereMs.toFixed(1)} ms = ${(typing.hereMs / typing.thereMs).toFixed(2)}`,
        '≤ 5',
      ),
      row(
        `long tasks (> ${LONG_MS} ms) while the number of a seating plan is dragged to 500 and back`,
        `${seating.long}; the longest ${seating.longest.toFixed(0)} ms`,
        '0',
      ),
    ].join('\n');
  } finally {
    await browser.close();
    server.stop();
  }
}

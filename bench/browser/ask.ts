import type { Page } from 'puppeteer-core';

const ROUNDS = 21;
const LETTERS = 'Lanterns by the pond, forty of them, hung low';
const LONG_MS = 50;

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

export interface Typed {
  /** Tasks of more than 50 ms while letters were typed, and the longest. */
  readonly long: number;
  readonly longest: number;
  /** From the key to the browser's own verdict on the details panel, and of the server's check of the same body. */
  readonly hereMs: number;
  readonly thereMs: number;
}

/** Typing into the request form: fifty dates, checked beside the typing. */
export async function typed(page: Page, base: string): Promise<Typed> {
  await page.goto(
    `${base}/ask?space=1&start=2027-04-18T10:00&minutes=60&people=10&rule=${encodeURIComponent('FREQ=DAILY;COUNT=50')}`,
  );
  const said = () =>
    page.waitForFunction(() =>
      /dates?/.test(document.querySelector('[aria-label="Verdict"] .text-lg')?.textContent ?? ''),
    );
  await said();
  await new Promise((resolve) => setTimeout(resolve, 1500));
  // Letters first: nothing they do may hold up the next one.
  await page.evaluate(() => {
    const tasks: number[] = [];
    Object.assign(window, { tasks });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) tasks.push(entry.duration);
    }).observe({ entryTypes: ['longtask'] });
  });
  await page.focus('input[name="title"]');
  await page.keyboard.type(LETTERS, { delay: 40 });
  const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks);

  // Then numbers: how soon the details panel says what they come to, with the server left out.
  const times = await page.evaluate(async (rounds) => {
    const fetchIt = window.fetch;
    let body = '';
    window.fetch = (input, init) => {
      if (!String(input).endsWith('/api/check')) return fetchIt(input, init);
      body = String(init?.body);
      return new Promise(() => undefined);
    };
    const people = document.querySelector<HTMLInputElement>('input[name="people"]')!;
    const details = document.querySelector('[aria-label="Verdict"]')!;
    const say = (value: string) => {
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(people, value);
      people.dispatchEvent(new Event('input', { bubbles: true }));
    };
    const here: number[] = [];
    const there: number[] = [];
    for (let round = 0; round < rounds; round += 1) {
      const isOver = round % 2 === 0;
      const started = performance.now();
      say(isOver ? '99000' : '10');
      await new Promise<void>((resolve) => {
        const look = () => {
          const text = details.querySelector('.text-lg')?.textContent ?? '';
          if (text && isOver === !text.includes('clear')) resolve();
          else setTimeout(look, 0);
        };
        look();
      });
      here.push(performance.now() - started);
      await new Promise((resolve) => setTimeout(resolve, 400));
      const asked = performance.now();
      await (
        await fetchIt('/api/check', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body })
      ).json();
      there.push(performance.now() - asked);
    }
    window.fetch = fetchIt;
    return { here, there };
  }, ROUNDS);
  return {
    long: tasks.filter((duration) => duration > LONG_MS).length,
    longest: Math.max(0, ...tasks),
    hereMs: median(times.here),
    thereMs: median(times.there),
  };
}

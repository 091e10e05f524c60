import type { Page } from 'puppeteer-core';

const STEPS = 60;

export interface Dragged {
  readonly long: number;
  readonly longest: number;
  readonly seats: string;
}

/** The number of people dragged from one to five hundred and back while the plan is worked out beside it. */
export async function seatingDragged(page: Page, base: string): Promise<Dragged> {
  await page.goto(`${base}/spaces/S0-0/plan?people=60&layout=theatre`);
  await page.waitForSelector('input[aria-label="People, by dragging"]');
  await new Promise((resolve) => setTimeout(resolve, 1500));
  const tasks = await page.evaluate(async (steps) => {
    const found: number[] = [];
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) found.push(entry.duration);
    }).observe({ entryTypes: ['longtask'] });
    const range = document.querySelector<HTMLInputElement>('input[aria-label="People, by dragging"]')!;
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!;
    for (let step = 0; step < steps; step += 1) {
      const share = 1 - Math.abs((2 * step) / (steps - 1) - 1);
      set.call(range, String(Math.max(1, Math.round(500 * share))));
      range.dispatchEvent(new Event('input', { bubbles: true }));
      await new Promise((resolve) => requestAnimationFrame(resolve));
      await new Promise((resolve) => setTimeout(resolve, 30));
    }
    set.call(range, '500');
    range.dispatchEvent(new Event('input', { bubbles: true }));
    await new Promise((resolve) => setTimeout(resolve, 2500));
    return found;
  }, STEPS);
  return {
    long: tasks.filter((duration) => duration > 50).length,
    longest: Math.max(0, ...tasks),
    seats: await page.$eval(
      '#main',
      (main) => /(\d+) of \d+|(\d+) people/.exec((main as HTMLElement).innerText)?.[0] ?? '',
    ),
  };
}

import { readFileSync } from 'node:fs';
import type { Browser, Page } from 'puppeteer-core';
import { launch } from './browser';
import { inTheme, visitor, type View } from './views';

const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');
interface AxeResult {
  violations: { id: string; nodes: { html: string; failureSummary: string }[] }[];
}

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
/** What a theme can break; all else is the same in both. */
const RULES_OF_COLOUR = ['color-contrast', 'link-in-text-block'];

async function violations(page: Page, runOnly: object): Promise<string[]> {
  const result = (await page.evaluate(
    `axe.run(document, { runOnly: ${JSON.stringify(runOnly)}, resultTypes: ['violations'] })`,
  )) as AxeResult;
  return result.violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes.map(({ html, failureSummary }) => `${html} ${failureSummary}`).join(' | ')}`,
  );
}

/** Whoever asks, reads or sets up does so on a phone too. */
const isForPhones = ({ as, name }: View) => as !== 'manager' && !name.startsWith('no permission');

/** Looks at each of these views. Outside reference: axe-core, WCAG 2.2 A and AA and its best practices. */
export function checkViews(views: readonly View[]): void {
  let browser: Browser;
  let visit: ReturnType<typeof visitor>;
  beforeAll(async () => {
    browser = await launch();
    visit = visitor(browser);
  });
  afterAll(() => browser.close());

  test.each(views)('$name has no violation, in the light and in the dark, and fits a phone', async (view) => {
    const page = await visit(view);
    // What a page refuses is drawn by the browser.
    await page.waitForSelector('main h1');
    await page.evaluate(AXE);
    expect(await violations(page, { type: 'tag', values: TAGS })).toEqual([]);
    await inTheme(page, 'dark');
    expect(await violations(page, { type: 'rule', values: RULES_OF_COLOUR })).toEqual([]);
    if (isForPhones(view)) {
      await page.setViewport({ width: 390, height: 844 });
      await page.waitForFunction(() => document.documentElement.scrollWidth <= 390);
    }
  });
}

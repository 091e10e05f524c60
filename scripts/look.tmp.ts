import { mkdirSync, readFileSync } from 'node:fs';
process.env.E2E_BASE = readFileSync('/tmp/e2e-base', 'utf8').split('\n')[0];
interface Shot { path: string; who?: string; size?: [number, number]; name: string; full?: boolean; steps?: [string, string, string?][] }
void (async () => {
  const { launch, show, press, says, textOf, fill } = await import('../tests/e2e/browser');
  mkdirSync('/tmp/looks', { recursive: true });
  const browser = await launch();
  for (const shot of JSON.parse(readFileSync('/tmp/shots.json', 'utf8')) as Shot[]) {
    const [width, height] = shot.size ?? [1280, 800];
    const page = await show(browser, shot.path, shot.who as never, { width, height });
    try {
      for (const [kind, a, b] of shot.steps ?? []) {
        if (kind === 'press') await press(page, a, b);
        if (kind === 'fill') await fill(page, a, b!);
        if (kind === 'click') await page.click(a);
        if (kind === 'key') await page.keyboard.press(a as never);
        if (kind === 'says') await says(page, a);
        if (kind === 'wait') await new Promise((r) => setTimeout(r, Number(a)));
        if (kind === 'eval') console.log(await page.evaluate(a));
        if (kind === 'text') console.log(await textOf(page, a));
        if (kind === 'scroll') await page.evaluate((s) => document.querySelector(s)?.scrollIntoView({ block: 'center' }), a);
      }
    } catch (error) { console.log(shot.name, String(error).slice(0, 1500)); }
    await new Promise((r) => setTimeout(r, 500));
    await page.screenshot({ path: `/tmp/looks/${shot.name}.png`, fullPage: shot.full ?? false });
    await page.close();
  }
  await browser.close();
})();

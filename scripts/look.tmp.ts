import { readFileSync, mkdirSync } from 'node:fs';
const [base, data] = readFileSync('/tmp/e2e-base', 'utf8').split('\n');
process.env.E2E_BASE = base; process.env.E2E_DATA = data;
async function main() {
  const b = await import('../tests/e2e/browser');
  mkdirSync('/tmp/looks', { recursive: true });
  const shots = JSON.parse(readFileSync('/tmp/shots.json', 'utf8')) as any[];
  const browser = await b.launch();
  for (const s of shots) {
    const page = await b.show(browser, s.path, s.who, s.size);
    page.on('console', (m) => ['error'].includes(m.type()) && console.log('console', m.text()));
    await new Promise((r) => setTimeout(r, 900));
    for (const step of s.steps ?? []) {
      try {
        if (step.fill) await b.fill(page, step.fill, step.value);
        if (step.press) await b.press(page, step.press, step.role);
        if (step.click) { await page.waitForSelector(step.click); await page.click(step.click); }
        if (step.says) await b.says(page, step.says);
        if (step.scroll) await page.$eval(step.scroll, (n) => n.scrollIntoView({ block: 'start' }));
        if (step.wait) await new Promise((r) => setTimeout(r, step.wait));
        if (step.eval) console.log(await page.evaluate(step.eval));
        if (step.text) console.log(await b.textOf(page, step.text));
        if (step.link) { await b.press(page, step.link, 'link'); await new Promise((r) => setTimeout(r, 1200)); }
        if (step.key) await page.keyboard.press(step.key);
      } catch (e) { console.log('STEP', JSON.stringify(step), String(e).slice(0, 1500)); }
    }
    await new Promise((r) => setTimeout(r, 300));
    if (s.name) await page.screenshot({ path: `/tmp/looks/${s.name}.png` as `${string}.png`, fullPage: s.full ?? false });
    await page.browserContext().close();
  }
  await browser.close();
}
main().then(() => process.exit(0), (e) => { console.error(e); process.exit(1); });

import type { Browser, Page } from 'puppeteer-core';
import { byRole, fill, launch, press, reload, says, show, textOf } from './browser';
import { asked } from './requests';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

test('a room is set while the number is dragged; too many are said; the address keeps it', async () => {
  const page = await show(browser, '/spaces/QH/plan?layout=rounds&people=60');
  await says(page, 'All 60 have a seat.');
  await says(page, '60 chairs and 8 round tables.');
  await fill(page, 'Tables of', 'ten');
  await says(page, '60 chairs and 6 round tables.');
  const slider = await byRole(page, 'slider', 'People, by dragging');
  await slider.focus();
  for (let press = 0; press < 5; press += 1) await page.keyboard.press('ArrowRight');
  await says(page, 'All 65 have a seat.');
  await fill(page, 'People', '900');
  await says(page, 'have none.');
  await fill(page, 'Set with', 'rows of chairs');
  await fill(page, 'People', '120');
  await fill(page, 'In wheelchairs', '4');
  await says(page, '116 chairs and 4 places for wheelchairs.');
  await page.waitForFunction(() => location.search.includes('wheelchairs=4'));
  await reload(page);
  await says(page, '116 chairs and 4 places for wheelchairs.');
  expect(await textOf(page)).toContain('This is no fire-safety approval.');
});

test('from a request the room is seen as it is asked for', async () => {
  const reference = await asked({ title: 'Lichen maps', day: '2029-02-06', space: 2, layout: 'theatre' });
  const page = await show(browser, `/desk/${reference}`, 'manager');
  await press(page, 'See it set', 'link');
  await says(page, 'How Quince Hall could be set');
  await says(page, 'All 12 have a seat.');
});

test('a place whose sides nobody knows says so, and one that is not there is not there', async () => {
  const page = await show(browser, '/spaces/FO/plan');
  await says(page, 'Its sides were never measured');
  const missing = await show(browser, '/spaces/NOPE/plan');
  await says(missing, 'Page not found');
});

test('wider ways seat fewer; the office keeps a way of the house, and readers take it', async () => {
  const office = await show(browser, '/spaces/QH/plan?layout=theatre&people=320', 'manager');
  await says(office, 'have a seat');
  const seats = async (page: Page) => Number(/(\d+) have a seat/.exec(await textOf(page))?.[1]);
  const usual = await seats(office);
  await office.click('summary');
  await fill(office, 'Between rows, m', '0.9');
  await office.waitForFunction(
    (before) => Number(/(\d+) have a seat/.exec(document.body.innerText)?.[1]) < before,
    {},
    usual,
  );
  await fill(office, 'Save this as', 'Long talk');
  await press(office, 'Save');
  await byRole(office, 'button', 'Delete Long talk');

  const reader = await show(browser, '/spaces/QH/plan?layout=rounds&people=320');
  await press(reader, 'Long talk');
  await reader.waitForFunction(
    () => location.search.includes('between=900') && location.search.includes('layout=theatre'),
  );
  expect(await textOf(reader)).not.toContain('Save this as');
});

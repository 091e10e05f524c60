import type { Browser } from 'puppeteer-core';
import { byRole, fill, launch, press, reload, says, show, textOf } from './browser';
import { asked, view } from './requests';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const BOATHOUSE = 13;
const inBoathouse = (title: string, day: string, dates = 1) =>
  asked({ title, day, dates, from: '12:00', space: BOATHOUSE, layout: 'rounds' });

test('a steward does not agree, the office reads why, goes past it with a reason, and the steward is told', async () => {
  const reference = await inBoathouse('Punts painted', '2028-02-08');
  const steward = await show(browser, '/consents', 'steward');
  const section = `section:has(input[type="checkbox"]) ::-p-text(${reference})`;
  await steward.waitForSelector(section);
  const inSection = async (name: string) => {
    const buttons = await steward.$$(`::-p-xpath(//section[contains(., "${reference}")]//button)`);
    for (const button of buttons)
      if ((await button.evaluate((node) => node.textContent))?.startsWith(name)) return button;
    throw new Error(`there is no “${name}”`);
  };
  // Without a reason nothing is sent off.
  await (await inSection('Do not agree')).click();
  await says(steward, 'Say why not');
  const [reason] = await steward.$$(`::-p-xpath(//section[contains(., "${reference}")]//textarea)`);
  await reason!.type('The slipway is closed for paint.');
  await (await inSection('Do not agree')).click();
  await says(steward, 'Not agreed to 1 date.');
  await says(steward, 'not agreed: The slipway is closed for paint.');

  const office = await show(browser, `/desk/${reference}`, 'manager');
  await says(office, 'Odile Sedge, who looks after Boathouse, does not agree to it.');
  await says(office, 'The slipway is closed for paint.');
  // Without consent it is not among what can be approved: picked by hand, it can, with a reason.
  expect(await textOf(office)).not.toContain('that can be approved');
  await press(office, 'all 1 waiting');
  await press(office, 'Approve 1 date');
  await says(
    office,
    'This does not keep a rule of the office. Give the reason; it is stored with the booking.',
  );
  await fill(
    office,
    'Reason needed here: a rule of the office is not kept',
    'They only look at them from the terrace.',
  );
  await press(office, 'Approve 1 date');
  await says(office, 'Done: approved 1 date.');
  expect((await view(reference)).dates[0]!.state).toBe('approved');

  const outbox = await show(browser, '/outbox', 'manager');
  await says(outbox, 'approved without your consent');
});

test('a steward agrees by keys alone, and then it is clear; a reload shows the answer', async () => {
  const reference = await inBoathouse('Oars varnished', '2028-02-15', 3);
  const page = await show(browser, '/consents', 'steward');
  await says(page, reference);
  // To the button by Tab, as somebody without a pointer would.
  for (let presses = 0; presses < 200; presses += 1) {
    await page.keyboard.press('Tab');
    const isThere = await page.evaluate(
      (wanted) =>
        document.activeElement?.textContent?.startsWith('Agree to') &&
        document.activeElement.closest('section')?.textContent?.includes(wanted),
      reference,
    );
    if (isThere) break;
  }
  await page.keyboard.press('Enter');
  await says(page, 'Agreed to 3 dates.');
  await reload(page);
  await says(page, 'agreed');
  const { dates, consents } = await view(reference);
  expect(dates.map(({ needsReason }) => needsReason)).toEqual([false, false, false]);
  expect(consents[0]!.counts).toEqual({ given: 3, refused: 0, awaited: 0 });
  const office = await show(browser, `/desk/${reference}`, 'manager');
  expect(await textOf(office)).toContain('agrees to 3');
});

test('the office reminds those who have not answered, once a day', async () => {
  const reference = await inBoathouse('Ropes spliced', '2028-03-07');
  const office = await show(browser, `/desk/${reference}`, 'manager');
  await (await byRole(office, 'button', 'Remind')).click();
  await says(office, 'Reminded: 1 letter is on the way.');
  await press(office, 'Remind');
  await says(office, 'A reminder was written today already');
});

test('the office puts the words of a waiting request right, and whoever asked sees what is different', async () => {
  const reference = await inBoathouse('Knots tyed', '2028-03-14');
  const office = await show(browser, `/desk/${reference}`, 'manager');
  await office.click('summary ::-p-text(Edit title and text)');
  await press(office, 'Save the words');
  await says(office, 'Nothing is different.');
  await fill(office, 'Title', 'Knots tied');
  await press(office, 'Save the words');
  await says(office, 'Changed. The requester is told what is different.');
  await says(office, 'Knots tied');
  const requester = await show(browser, `/requests/${reference}`, 'requester');
  await says(requester, 'Title: “Knots tied”, before “Knots tyed”');
});

import { randomUUID } from 'node:crypto';
import type { Browser, Page } from 'puppeteer-core';
import { as, byRole, fill, launch, says, send, show, textOf } from './browser';
import { asked, view, type Asked } from './requests';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

async function approved(more: Asked): Promise<string> {
  const reference = await asked(more);
  const { version, dates } = await view(reference);
  const body = {
    key: randomUUID(),
    items: [{ reference, version, occurrences: dates.map(({ id }) => id) }],
    step: { action: 'approve', reason: 'Agreed.' },
  };
  expect((await send('POST', '/api/changes', body, await as('manager'))).status).toBe(200);
  return reference;
}

/** Reached by name as a screen reader does, and pressed by the keyboard. */
async function enter(page: Page, name: string): Promise<void> {
  await (await byRole(page, 'button', name)).focus();
  await page.keyboard.press('Enter');
}
test('a change that clashes leaves the old booking: it waits, is refused while it clashes, and is let go; by keys alone', async () => {
  await approved({ title: 'Quince paste', day: '2029-01-16', from: '10:00', who: 'manager' });
  const reference = await approved({ title: 'Medlar jelly', day: '2029-01-16', from: '18:00' });
  const own = await show(browser, `/requests/${reference}`, 'requester');
  await enter(own, 'Change 1 date …');
  await fill(own, 'Starts', '10:00');
  await says(own, 'asked the office to change 1 date; it stays as booked until then');
  await enter(own, 'Change 1 date');
  await says(own, 'Wanted instead: Tue 16 Jan 2029, 10:00–12:00');
  const [date] = (await view(reference)).dates;
  expect(date).toMatchObject({ state: 'approved', when: 'Tue 16 Jan 2029, 18:00–20:00' });
  const office = await show(browser, `/desk/${reference}`, 'manager');
  await says(office, '1 approved date has a change that waits.');
  await enter(office, 'Grant');
  await says(office, 'Quince paste');
  expect((await view(reference)).dates[0]).toMatchObject({ when: 'Tue 16 Jan 2029, 18:00–20:00' });
  await enter(office, 'Keep as booked');
  await says(office, 'Done: refused the change of 1 date.');
  expect((await view(reference)).dates[0]).toMatchObject({ state: 'approved', change: null });
});

test('what was cancelled and is taken by another meanwhile is not had back; what would do instead is said', async () => {
  const reference = await approved({ title: 'Sloe gin', day: '2029-01-23' });
  const own = await show(browser, `/requests/${reference}`, 'requester');
  await enter(own, 'Cancel 1 date …');
  await enter(own, 'Cancel them');
  await says(own, 'Done: cancelled 1 approved date.');
  await approved({ title: 'Damson cheese', day: '2029-01-23', who: 'manager' });
  await enter(own, 'Undo');
  await says(own, 'This cannot be undone: the space or the equipment is booked by now.');
  await says(own, 'What would do instead, in a new request:');
  const alert = await textOf(own, '[role="alert"] ul');
  expect(alert.split('\n').filter((line) => line.startsWith('Tue 23 Jan 2029, 18:00–20:00: '))).toHaveLength(
    2,
  );
  expect((await view(reference)).dates[0]).toMatchObject({ state: 'cancelled' });
  // Whoever took it is not named to somebody who may not know.
  expect(await textOf(own, 'body')).not.toContain('Damson');
});

test('a place indoors is kept for a date outdoors, gone to when the weather turns, and gone back from', async () => {
  const lawn = 15;
  const reference = await approved({
    title: 'Scything by moonlight',
    day: '2029-01-30',
    space: lawn,
    layout: 'standing',
  });
  const page = await show(browser, `/desk/${reference}`, 'manager');
  await fill(page, 'Space indoors', 'Lecture Barn');
  await enter(page, 'Keep it for 1 date');
  await says(page, 'Done: kept an indoor space for 1 date.');
  await says(page, 'Lecture Barn is held for Tue 30 Jan 2029, 18:00–20:00.');
  // Nobody else gets it.
  const other = await asked({ title: 'Barn owls', day: '2029-01-30', space: 6, layout: 'theatre' });
  expect((await view(other)).dates[0]).toMatchObject({ verdict: 'conflict' });
  await enter(page, 'Move 1 date indoors');
  await says(page, 'Done: moved 1 date.');
  expect((await view(reference)).dates[0]).toMatchObject({ places: 'Lecture Barn', fallback: null });
  await enter(page, 'Undo');
  await says(page, 'undid');
  expect((await view(reference)).dates[0]).toMatchObject({
    places: 'Orchard Lawn',
    fallback: { places: 'Lecture Barn' },
  });
  await enter(page, 'Release it');
  await says(page, 'Done: released the indoor space for 1 date.');
  expect((await view(other)).dates[0]).toMatchObject({ verdict: 'clear' });
  // One outdoors again is no place indoors.
  const { version, dates } = await view(reference);
  const outdoors = {
    key: randomUUID(),
    items: [{ reference, version, occurrences: [dates[0]!.id] }],
    step: { action: 'set-fallback', patch: { spaces: [{ from: lawn, to: 14 }] } },
  };
  const reply = await send('POST', '/api/changes', outdoors, await as('manager'));
  expect(reply.status).toBe(400);
  expect(await reply.text()).toContain('is outdoors too');
});

test('the office offers a picked date an hour of its own choosing, or moves it there; what it does is said before', async () => {
  const reference = await asked({ title: 'Woad vats', day: '2029-02-13' });
  const page = await show(browser, `/desk/${reference}`, 'manager');
  await page.click('summary ::-p-text(Another time or space for the picked dates)');
  await fill(page, 'Starts', '16:00');
  await says(page, 'The history will say: moved 1 date');
  await enter(page, 'Offer it for 1 date, and hold it until');
  await says(page, 'Done: offered another space or time for 1 date.');
  expect((await view(reference)).dates[0]).toMatchObject({
    when: 'Tue 13 Feb 2029, 18:00–20:00',
    proposal: expect.stringContaining('Tue 13 Feb 2029, 16:00–18:00, Council Room'),
  });
  await fill(page, 'Starts', '15:00');
  await says(page, 'The history will say: moved 1 date');
  await enter(page, 'Move 1 date');
  await says(page, 'Done: moved 1 date.');
  expect((await view(reference)).dates[0]).toMatchObject({
    when: 'Tue 13 Feb 2029, 15:00–17:00',
    state: 'waiting',
  });
});

import { randomUUID } from 'node:crypto';
import ICAL from 'ical.js';
import { localDate } from '@/core/time/local-time';
import type { Outcome } from '@/contracts/base/refusal';
import { sayRefusal } from '@/contracts/words/refusals';
import { violations } from '@/server/effects/invariants';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { desk, deskRequest } from '@/server/use-cases/decisions/desk';
import { boardSpanText } from '@/server/use-cases/calendar/board-span';
import { ownRequests, readRequest } from '@/server/use-cases/requests/own/own-requests';
import { crewDay } from '@/server/use-cases/work-orders/crew-day';
import { markOrder } from '@/server/use-cases/work-orders/mark-order';
import { ask, openOffice, SPACE, weekly, type TestOffice } from '@tests/builders/office';
import { decideRequest, leaveDates } from '@tests/builders/decide';
import { feedTextOf, noticesAt } from '@tests/builders/publishing';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

function value<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Error(`refused: ${JSON.stringify(outcome.refusal)}`);
  return outcome.value;
}
const refusalOf = <T>(outcome: Outcome<T>) => (outcome.ok ? null : outcome.refusal);

const view = async (ref: string) => value(await deskRequest(office.as('mara'), ref));
async function decide(
  ref: string,
  action: 'approve' | 'decline',
  pick: (n: number) => boolean = () => true,
  more: { reason?: string; who?: string; version?: number } = {},
) {
  const { version, dates } = await view(ref);
  const occurrences = dates.filter((_, n) => pick(n)).map(({ id }) => id as never);
  return decideRequest(office.as(more.who ?? 'mara'), ref, {
    key: randomUUID(),
    version: more.version ?? version,
    action,
    occurrences,
    reason: more.reason ?? (action === 'decline' ? 'The studio is being painted.' : ''),
  });
}
async function leave(ref: string, who: string, pick: (n: number) => boolean = () => true) {
  const { version, dates } = await view(ref);
  return leaveDates(office.as(who), ref, {
    key: randomUUID(),
    version,
    occurrences: dates.filter((_, n) => pick(n)).map(({ id }) => id as never),
    reason: '',
  });
}
const submit = async (more?: Parameters<typeof ask>[0], who = 'ada') =>
  value(await submitRequest(office.as(who), ask(more))).reference;
const everyWeek = (until: string) => ({ repeat: weekly(1, until) });
const events = async () => {
  const text = await feedTextOf(office.reader, 'workshops');
  return new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');
};

test('a series is asked for, partly approved, published, set up, and one date cancelled', async () => {
  // In the way of the second of three dates.
  const other = await submit(
    {
      title: 'Quiet hour',
      publish: false,
      when: { startsAt: '2027-04-27T13:00', endsAt: '2027-04-27T14:00' },
    },
    'ben',
  );
  value(await decide(other, 'approve'));
  const ref = await submit({ when: everyWeek('2027-05-05'), equipment: [{ typeId: 1, quantity: 24 }] });

  const before = await view(ref);
  expect(before.dates.map(({ verdict }) => verdict)).toEqual(['clear', 'conflict', 'clear']);
  expect(before.dates[1]!.findings[0]!.sentence).toBe(
    'Studio is booked by “Quiet hour” from 13:15 to 14:45, including setup and clearing away. Your times overlap by 1 h 30 min. Move it, offer another space or time, or decline it.',
  );
  expect((await desk(office.as('mara'))).lines[0]!.verdicts).toEqual({ clear: 2, warning: 0, conflict: 1 });

  expect(refusalOf(await decide(ref, 'approve'))).toMatchObject({ code: 'conflict', dates: 1 });
  expect(value(await decide(ref, 'approve', (n) => n !== 1)).summary).toBe('approved 2 dates; 1 still waits');
  expect((await view(ref)).stateText).toBe('partly approved: 2 of 3; 1 waiting');

  const [master, ...overrides] = await events();
  expect(overrides).toEqual([]);
  expect(String(master!.getFirstPropertyValue('rrule'))).toBe('FREQ=WEEKLY;UNTIL=20270505T225959Z');
  expect(String(master!.getFirstPropertyValue('exdate'))).toBe('2027-04-27T14:00:00');
  const uid = String(master!.getFirstPropertyValue('uid'));

  const sheet = await crewDay(office.as('cato'), localDate('2027-04-20'));
  expect(sheet.orders.map(({ phase, fromText, dueText }) => [phase, fromText, dueText])).toEqual([
    ['setup', '13:15', '13:30'],
    ['strike', '16:30', '16:45'],
  ]);
  expect(sheet.orders[0]).toMatchObject({
    notes: 'Blinds down, please.',
    equipment: [{ name: 'Folding chair', quantity: 24, store: 'Loft' }],
  });

  value(await leave(ref, 'ada', (n) => n === 0));
  expect((await crewDay(office.as('cato'), localDate('2027-04-20'))).orders).toEqual([]);
  const after = await events();
  expect(
    after.map((event) => [
      String(event.getFirstPropertyValue('uid')),
      String(event.getFirstPropertyValue('status')),
      String(event.getFirstPropertyValue('recurrence-id')),
    ]),
  ).toEqual([
    [uid, 'CONFIRMED', 'null'],
    [uid, 'CANCELLED', '2027-04-20T14:00:00'],
  ]);
  expect(Number(after[0]!.getFirstPropertyValue('sequence'))).toBe(1);
  const page = await noticesAt(office.reader, 'workshops');
  expect(page.dates.map(({ day, isCancelled }) => [day, isCancelled])).toEqual([
    ['2027-04-20', true],
    ['2027-05-04', false],
  ]);
  // The place is free again at once.
  const again = await submit({ title: 'Second try' }, 'ben');
  expect((await view(again)).dates[0]!.verdict).toBe('clear');
});

test('a cancelled date is an override for 60 days, then an exception date', async () => {
  const ref = await submit({
    when: { ...everyWeek('2027-07-27'), startsAt: '2027-07-13T14:00', endsAt: '2027-07-13T16:00' },
  });
  value(await decide(ref, 'approve'));
  value(await leave(ref, 'ada', (n) => n === 1));
  const cancelledAt = office.clock.now();
  office.clock.set((cancelledAt + 60 * 1440 - 1) as never);
  expect(await events()).toHaveLength(2);
  office.clock.set((cancelledAt + 60 * 1440) as never);
  const [master, ...rest] = await events();
  expect(rest).toEqual([]);
  expect(String(master!.getFirstPropertyValue('exdate'))).toBe('2027-07-20T14:00:00');
});

test('feeds and pages hold nothing of requester, notes, bands or what is not public', async () => {
  const hidden = await submit({ title: 'SECRET-TITLE', publish: false, notes: 'SECRET-NOTE' });
  const shown = await submit({
    title: 'Open bench',
    notes: 'SECRET-NOTE',
    when: { startsAt: '2027-04-22T09:00', endsAt: '2027-04-22T10:00' },
  });
  value(await decide(hidden, 'approve'));
  value(await decide(shown, 'approve'));
  const day = { from: localDate('2027-04-20'), days: 1 };
  const everything = JSON.stringify([
    await feedTextOf(office.reader, 'workshops'),
    await noticesAt(office.reader, 'workshops'),
    await boardSpanText(office.reader, day),
    await boardSpanText(office.as('ben'), day),
    value(await checkRequest(office.as('ben'), ask())),
  ]);
  expect(everything).toContain('Open bench');
  expect(everything).not.toMatch(/SECRET|Ada Lowe|ada@/);
  expect(await boardSpanText(office.as('ada'), day)).toContain('SECRET-TITLE');
  expect(value(await checkRequest(office.reader, ask())).dates[0]!.findings[0]!.sentence).toContain(
    'Studio is booked from 13:15 to 16:45',
  );
});

test('booking the whole takes its parts, over two levels', async () => {
  const ref = await submit({
    people: 100,
    spaces: [{ spaceId: SPACE.GF, layout: 'standing', setupMin: 0, strikeMin: 0 }],
  });
  value(await decide(ref, 'approve'));
  const { dates } = value(
    await checkRequest(
      office.as('ben'),
      ask({ spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }] }),
    ),
  );
  expect(dates[0]!.verdict).toBe('conflict');
});

test('what needs a reason is approved only with one, and the reason is kept', async () => {
  const ref = await submit({ when: { startsAt: '2027-05-03T10:00', endsAt: '2027-05-03T11:00' } });
  expect((await view(ref)).dates[0]).toMatchObject({
    verdict: 'conflict',
    needsReason: true,
    isUnapprovable: false,
  });
  expect(refusalOf(await decide(ref, 'approve'))).toMatchObject({ code: 'needs-reason' });
  value(await decide(ref, 'approve', undefined, { reason: 'The porter opens up.' }));
  expect(await office.db.rows('SELECT rule, reason, by_id FROM claim_override')).toEqual([
    { rule: 'closed', reason: 'The porter opens up.', by_id: 3 },
  ]);
});

describe('more than one at a time', () => {
  test('two managers decide the same request at once: one wins, the other is told what happened', async () => {
    const ref = await submit();
    const { version } = await view(ref);
    const outcomes = await Promise.all([
      decide(ref, 'approve', undefined, { version }),
      decide(ref, 'decline', undefined, { version, who: 'nils' }),
    ]);
    expect(outcomes.filter((each) => each.ok)).toHaveLength(1);
    const refusal = outcomes.map(refusalOf).find(Boolean)!;
    expect(refusal.code).toBe('stale');
    expect(sayRefusal(refusal)).toMatch(
      /(Mara Venn|Nils Reed), Tue 13 Apr 2027, 08:10: (approved|declined) 1 date/,
    );
  });

  test('the same submission twice is one request; the same key from somebody else is refused', async () => {
    const input = ask();
    const both = await Promise.all([
      submitRequest(office.as('ada'), input),
      submitRequest(office.as('ada'), input),
    ]);
    expect(new Set(both.map((each) => value(each).reference)).size).toBe(1);
    expect(await office.db.rows('SELECT COUNT(*) AS n FROM request')).toEqual([{ n: 1 }]);
    expect(refusalOf(await submitRequest(office.as('ben'), input))).toEqual({ code: 'key-used' });
  });

  test('what became taken between looking and approving is found inside the transaction', async () => {
    const [first, second] = [await submit(), await submit({ title: 'Rival' }, 'ben')];
    expect((await view(second)).dates[0]!.verdict).toBe('clear');
    value(await decide(first, 'approve'));
    expect(refusalOf(await decide(second, 'approve'))).toMatchObject({ code: 'conflict' });
    expect((await view(second)).stateText).toBe('waiting');
  });
});

describe('refusals leave nothing behind', () => {
  test.each([
    [
      'a space that is not there',
      { spaces: [{ spaceId: 99, layout: 'rounds', setupMin: 0, strikeMin: 0 }] },
      'There is no such space',
    ],
    [
      'equipment that is not there',
      { equipment: [{ typeId: 99, quantity: 1 }] },
      'There is no such equipment',
    ],
    ['a category that is not there', { categoryId: 99 }, 'There is no such category'],
    [
      'more than is owned',
      { equipment: [{ typeId: 1, quantity: 81 }] },
      'Folding chair: there are 80 in all; 81 are 1 too many.',
    ],
    [
      'too many people for the layout',
      { people: 65 },
      'Studio with tables in rows seats 24: 65 are 41 too many.',
    ],
    [
      'a layout not offered',
      { spaces: [{ spaceId: SPACE.ST, layout: 'rounds', setupMin: 0, strikeMin: 0 }] },
      'Studio is not set with round tables',
    ],
    [
      'a date that has begun',
      { when: { startsAt: '2027-04-13T08:10', endsAt: '2027-04-13T09:00' } },
      'This time has begun already',
    ],
  ] as const)('%s', async (_, more, sentence) => {
    const refusal = refusalOf(await submitRequest(office.as('ada'), ask(more as never)));
    expect(sayRefusal(refusal!)).toContain(sentence);
    expect(
      await office.db.rows('SELECT (SELECT COUNT(*) FROM request) + (SELECT COUNT(*) FROM change_set) AS n'),
    ).toEqual([{ n: 0 }]);
  });

  test('somebody else may neither read nor give up a request', async () => {
    const ref = await submit();
    expect(refusalOf(await readRequest(office.as('ben'), ref))).toMatchObject({ code: 'not-allowed' });
    expect(refusalOf(await leave(ref, 'ben'))).toMatchObject({ code: 'not-allowed' });
    expect(refusalOf(await leave(ref, 'cato'))).toMatchObject({ code: 'not-allowed' });
    expect((await ownRequests(office.as('ada'))).map(({ reference }) => reference)).toEqual([ref]);
    expect(await ownRequests(office.as('ben'))).toEqual([]);
  });

  test('a date that is over is approved with a reason alone and cannot be cancelled; one that ended stays as it was', async () => {
    const [waits, runs] = [
      await submit({ title: 'Late' }),
      await submit({ title: 'Held', when: { startsAt: '2027-04-20T18:00', endsAt: '2027-04-20T19:00' } }),
    ];
    value(await decide(runs, 'approve'));
    office.clock.set((office.clock.now() + 30 * 1440) as never);
    expect(refusalOf(await decide(waits, 'approve'))).toMatchObject({ code: 'needs-reason' });
    expect(refusalOf(await leave(runs, 'ada'))).toMatchObject({ code: 'past' });
    value(await leave(waits, 'ada'));
    expect(refusalOf(await leave(waits, 'ada'))).toMatchObject({ code: 'no-such-step', state: 'withdrawn' });
  });
});

test('the crew marks work done once, and open again; another team cannot', async () => {
  value(await decide(await submit(), 'approve'));
  const [order] = (await crewDay(office.as('cato'), localDate('2027-04-20'))).orders;
  const mark = (who: string, state: 'done' | 'open', version: number) =>
    markOrder(office.as(who), order!.id, { key: randomUUID(), state, version });
  expect(refusalOf(await mark('gita', 'done', order!.version))).toMatchObject({ code: 'not-allowed' });
  expect((await crewDay(office.as('gita'), localDate('2027-04-20'))).orders).toEqual([]);
  value(await mark('cato', 'done', order!.version));
  expect(refusalOf(await mark('mara', 'done', order!.version))).toEqual({
    code: 'stale',
    since: 'Cato Brook marked it done.',
  });
  expect((await crewDay(office.as('cato'), localDate('2027-04-20'))).orders[0]).toMatchObject({
    state: 'done',
    doneText: '08:10, Tue 13 Apr 2027 by Cato Brook',
  });
  value(await mark('cato', 'open', order!.version + 1));
});

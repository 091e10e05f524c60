import { randomUUID } from 'node:crypto';
import { changeSchema, MOST_IN_STEP, type ChangeReply } from '@/contracts/requests/change';
import { printQuerySchema } from '@/contracts/calendar/print';
import { writtenFor } from '@/server/platform/ambient';
import { USUAL_SETTINGS } from '@/contracts/language/own-settings';
import type { CheckReply } from '@/contracts/requests/ask';
import { keep, type WriteResult } from '@/server/db/connection';
import { violations } from '@/server/effects/invariants';
import { besideProcesses, MOST_OF_ONE, type Processes } from '@/server/long-work/processes';
import { beside } from '@/server/context/long-work';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { deskRequest, linesOf } from '@/server/use-cases/decisions/desk';
import { readRequest } from '@/server/use-cases/requests/own/own-requests';
import { findAlternatives } from '@/server/use-cases/alternatives/find-alternatives';
import { alternativesSchema } from '@/contracts/alternatives/alternatives';
import type { Context } from '@/server/context/context';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';
import { undoChange } from '@/server/use-cases/requests/change/undo-change';
import { loadDates, loadRequest } from '@/server/repositories/requests/request-rows';
import { act, expectDone, refusalOf, submit, times, worldOf, type Step } from '@tests/builders/changes';
import { ask, openOffice, SPACE, type TestOffice } from '@tests/builders/office';
import { asProcess } from '@tests/builders/own-process';
import { seeded } from '@demo/seeded';

let office: TestOffice;
let processes: Processes;
const entry = asProcess('src/app/long-work/process.ts')[1]!;

beforeEach(async () => {
  office = await openOffice();
  processes = besideProcesses(entry);
});
afterEach(async () => {
  processes.stop();
  await office.close();
});

/** As somebody whose long work is done beside. */
const sending = (name: string) => ({ ...office.as(name), sendOut: processes.sendOut });

const daily = (count: number, more: Parameters<typeof ask>[0] = {}) =>
  ask({
    people: 10,
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 10, strikeMin: 10 }],
    when: { ...times('2027-04-20', '14:00', '15:00'), repeat: { rule: `FREQ=DAILY;COUNT=${count}` } },
    ...more,
  });

async function inputFor(references: readonly string[], step: Step, isPicked: (index: number) => boolean) {
  const items = [];
  for (const reference of references) {
    const request = await loadRequest(office.db, reference);
    const dates = (await loadDates(office.db, [request!.id])).filter((_, index) => isPicked(index));
    items.push({ reference, version: request!.version, occurrences: dates.map(({ id }) => Number(id)) });
  }
  return changeSchema.parse({ key: randomUUID(), items, step });
}

/** What of a reply a preview has to foretell. */
const told = ({ changed, summary, numbers, warnings }: ChangeReply) => ({
  changed,
  summary,
  numbers,
  warnings,
});

const STEPS: readonly Step[] = [
  { action: 'approve', reason: 'Agreed.' },
  { action: 'approve', reason: '' },
  { action: 'decline', reason: 'No.' },
  { action: 'skip', reason: 'No.' },
  { action: 'hold', until: '2027-04-15T12:00' },
  { action: 'move', patch: { shiftMin: 30 }, reason: 'Agreed.' },
  { action: 'move', patch: { spaces: [{ from: SPACE.HE, to: SPACE.HW }] }, reason: 'Agreed.' },
  { action: 'propose', patch: { shiftMin: 120 }, until: '2027-04-15T12:00' },
  { action: 'cancel', reason: 'Rain.' },
];

test.each([1, 2])(
  'a preview on a copy comes to what applying comes to, and changes nothing (seed %i)',
  async (seed) => {
    const random = seeded(seed);
    const pick = <T>(values: readonly T[]) => values[Math.floor(random() * values.length)]!;
    const references = [
      await submit(office, 'ada', daily(9)),
      await submit(office, 'ben', daily(9, { when: times('2027-04-23', '14:30', '15:30'), title: 'Beside' })),
      await submit(
        office,
        'ben',
        daily(5, { spaces: daily(1).spaces.map((each) => ({ ...each, spaceId: SPACE.HW as never })) }),
      ),
    ];
    let applied = 0;
    for (let n = 0; n < 16; n += 1) {
      const share = 0.3 + random() * 0.7;
      const chosen = [pick(references)];
      const dice = Array.from({ length: 12 }, () => random());
      const input = await inputFor(chosen, pick(STEPS), (index) => index === 0 || dice[index]! < share);
      const before = await worldOf(office.db);
      const preview = await processes.sendOut<ChangeReply>(office.as('mara'), {
        name: 'change-dates',
        args: [{ ...input, preview: true }],
        kind: 'previews',
      });
      expect(await worldOf(office.db)).toEqual(before);
      const outcome = await changeDates(office.as('mara'), input);
      if (!outcome.ok && preview.ok) {
        // A preview goes on without what cannot be, and says so.
        expect(preview.value.blocked.length + preview.value.reasonFor.length).toBeGreaterThan(0);
        continue;
      }
      if (!outcome.ok) {
        expect(refusalOf(preview)).toEqual(outcome.refusal);
        continue;
      }
      applied += 1;
      expect(told(expectDone(preview))).toEqual(told(outcome.value));
    }
    expect(applied).toBeGreaterThan(3);
    expect(await violations(office.db)).toEqual([]);
  },
);

test('a preview beside goes on while somebody else holds the lock, and is in the language of whoever asks', async () => {
  const reference = await submit(office, 'ada', daily(210));
  const input = {
    ...(await inputFor([reference], { action: 'approve', reason: '' }, () => true)),
    preview: true,
  };
  let letGo = () => undefined as void;
  const held = office.db.write(
    (tx) =>
      new Promise<WriteResult<null>>((resolve) => {
        void tx.run('UPDATE request SET row_version = row_version').then(() => {
          letGo = () => resolve(keep(null));
        });
      }),
  );
  const english = expectDone(await changeDates(sending('mara'), input));
  const german = await writtenFor({ ...USUAL_SETTINGS, language: 'de' }, () =>
    changeDates(sending('mara'), input),
  );
  letGo();
  await held;
  expect(english.changed).toBe(210);
  expect(expectDone(german).summary).not.toBe(english.summary);
});

test('long steps are written beside: asked, approved, taken back, the same key twice once', async () => {
  const ada = sending('ada');
  const asked = daily(260);
  const { reference } = expectDone(await submitRequest(ada, asked));
  expect(expectDone(await submitRequest(ada, asked)).reference).toBe(reference);
  const input = await inputFor([reference], { action: 'approve', reason: 'Agreed.' }, () => true);
  const [one, two] = await Promise.all([
    changeDates(sending('mara'), input),
    changeDates(sending('mara'), input),
  ]);
  expect(expectDone(two)).toEqual(expectDone(one));
  expect(expectDone(one).changed).toBe(260);
  expectDone(await undoChange(sending('mara'), expectDone(one).changeSet!, randomUUID()));
  const request = await loadRequest(office.db, reference);
  const dates = await loadDates(office.db, [request!.id]);
  expect(new Set(dates.map(({ state }) => state))).toEqual(new Set(['waiting']));
  expect(await violations(office.db)).toEqual([]);
});

const yearOfPages = () => ({
  name: 'print-pdf' as const,
  args: [printQuerySchema.parse({ from: '2027-04-13', days: '366', what: 'dates', detail: 'detailed' })],
  kind: 'reads' as const,
});

test('tells how far it is, and is cut off when nobody waits for it any more; the next one is done', async () => {
  await submit(office, 'mara', daily(300));
  const stop = new AbortController();
  const going = processes.sendOut({ ...office.as('mara'), signal: stop.signal }, yearOfPages());
  let far = processes.progressOf(office.as('mara'));
  while (!far[0]?.done) {
    await new Promise((resolve) => setTimeout(resolve, 20));
    far = processes.progressOf(office.as('mara'));
  }
  expect(far).toMatchObject([{ kind: 'reads', isWaiting: false }]);
  expect(far[0]!.of).toBeGreaterThan(far[0]!.done);
  expect(processes.progressOf(office.as('ada'))).toEqual([]);
  stop.abort();
  expect(refusalOf(await going).code).toBe('stopped');
  expect(processes.progressOf(office.as('mara'))).toEqual([]);
  const { key: _, ...check } = daily(3);
  const next = await processes.sendOut<CheckReply>(office.as('mara'), {
    name: 'check-request',
    args: [check],
    kind: 'reads',
  });
  expect(expectDone(next).dates).toHaveLength(3);
});

test('of one person only so much waits; what waits can be stopped; an error is one, with where it came from', async () => {
  const stop = new AbortController();
  const ctx = { ...office.as('mara'), signal: stop.signal };
  const all = Array.from({ length: MOST_OF_ONE }, () => processes.sendOut(ctx, yearOfPages()));
  expect(refusalOf(await processes.sendOut(ctx, yearOfPages())).code).toBe('long-work-busy');
  expect(processes.progressOf(ctx).map(({ isWaiting }) => isWaiting)).toContain(true);
  stop.abort();
  for (const outcome of await Promise.all(all)) expect(refusalOf(outcome).code).toBe('stopped');
  const broken = processes.sendOut(office.as('mara'), { name: 'print-pdf', args: [null], kind: 'reads' });
  await expect(broken).rejects.toMatchObject({ stack: expect.stringContaining('print-sheet') as string });
});

test('alternatives are told line by line from there, and nobody who has gone is told more', async () => {
  const check = { ...daily(14), key: undefined };
  expectDone(await act(office, 'mara', await submit(office, 'ben', daily(14)), STEPS[0]!));
  const body = alternativesSchema.parse({ of: 'form', check });
  const linesFor = async (ctx: Context) => {
    const lines = [];
    for await (const line of expectDone(await findAlternatives(ctx, body))) lines.push(line);
    return lines;
  };
  const beside = { ...office.as('mara'), sendOutLines: processes.sendOutLines };
  expect(await linesFor(beside)).toEqual(await linesFor(office.as('mara')));
  const stop = new AbortController();
  const going = expectDone(await findAlternatives({ ...beside, signal: stop.signal }, body));
  expect((await going.next()).value).toMatchObject({ line: 'progress', done: 0 });
  // They tell of themselves: whoever waits for a step is not told of them.
  expect(processes.progressOf(office.as('mara'))).toEqual([]);
  stop.abort();
  let after = 0;
  for await (const line of going) if (line.line === 'date') after += 1;
  expect(after).toBeLessThan(14);
  expect(
    refusalOf(
      await findAlternatives(beside, alternativesSchema.parse({ of: 'request', reference: 'NO-SUCH' })),
    ).code,
  ).toBe('not-found');
});

test('what a page shows is the same from there, and is made here where no process is free', async () => {
  const reference = await submit(office, 'ada', daily(210));
  const view = await deskRequest(office.as('mara'), reference);
  expect(await deskRequest(sending('mara'), reference)).toEqual(view);
  expect(await linesOf(sending('mara'))).toEqual(await linesOf(office.as('mara')));
  expect(expectDone(await readRequest(sending('ada'), reference)).reference).toBe(reference);
  expect(refusalOf(await readRequest(sending('ben'), reference)).code).toBe('not-allowed');
  const busy = () => Promise.resolve({ ok: false, refusal: { code: 'long-work-busy' } } as const);
  expect(await deskRequest({ ...office.as('mara'), sendOut: busy }, reference)).toEqual(view);
});

test('a step has a bound, times the spaces of its dates, and says what to do', async () => {
  const step = { action: 'approve', reason: '' };
  const occurrences = Array.from({ length: MOST_IN_STEP + 1 }, (_, n) => n + 1);
  const parsed = changeSchema.safeParse({
    key: randomUUID(),
    items: [{ reference: 'X', version: 1, occurrences }],
    step,
  });
  expect(parsed.error?.issues[0]?.message).toMatch(/^At most 500 dates in one step/);
  const reference = await submit(office, 'ada', {
    ...daily(251),
    spaces: [SPACE.HE, SPACE.HW].map((spaceId) => ({ spaceId, layout: 'rounds', setupMin: 0, strikeMin: 0 })),
  });
  expect(
    refusalOf(await act(office, 'mara', reference, { action: 'approve', reason: 'Agreed.' })),
  ).toMatchObject({
    code: 'bad-input',
    fields: [{ path: 'items', message: expect.stringMatching(/^At most 500 dates/) as string }],
  });
  const half = await act(
    office,
    'mara',
    reference,
    { action: 'approve', reason: 'Agreed.' },
    { pick: (_, n) => n < 200 },
  );
  expect(expectDone(half).changed).toBe(200);
});

test('what is short is done here', async () => {
  const sendOut = jest.fn();
  const here = await beside(
    { ...office.as('ada'), sendOut },
    { name: 'check-request', args: [], kind: 'reads', isLong: false },
    () => Promise.resolve({ ok: true, value: 1 }),
  );
  expect(here).toEqual({ ok: true, value: 1 });
  expect(sendOut).not.toHaveBeenCalled();
});

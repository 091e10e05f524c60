import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { bookingsQuerySchema, recategoriseSchema } from '@/contracts/decisions/bookings';
import { changeSchema } from '@/contracts/requests/change';
import { undoChange } from '@/server/use-cases/requests/change/undo-change';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';
import { bookings } from '@/server/use-cases/decisions/bookings';
import { desk } from '@/server/use-cases/decisions/desk';
import { recategorise } from '@/server/use-cases/decisions/recategorise';
import { takeOn } from '@/server/use-cases/decisions/take-on';
import { historyTable } from '@/server/use-cases/requests/own/history-table';
import {
  act,
  approvedIn,
  datesOf,
  expectDone,
  refusalOf,
  statesIn,
  submit,
  times,
} from '@tests/builders/changes';
import { at, openOffice, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const find = async (query: Record<string, string> = {}) =>
  (await bookings(office.as('mara'), bookingsQuerySchema.parse(query))).lines;
const versionOf = async (reference: string) =>
  (
    await office.db.rows<{ v: number }>('SELECT row_version AS v FROM request WHERE ref = $reference', {
      reference,
    })
  )[0]!.v;

describe('bookings are found', () => {
  test('by words, days, space, category, state and how they were asked for; what is over comes last', async () => {
    await approvedIn(office, 'ada', { title: 'Bulb exchange', when: times('2027-05-05', '10:00', '11:00') });
    await approvedIn(office, 'ada', { title: 'Moss walk', when: times('2027-04-14', '10:00', '11:00') });
    await submit(office, 'ben', { title: 'Bulb talk', when: times('2027-05-06', '10:00', '11:00') });
    office.clock.set(at('2027-04-20T12:00'));
    const titles = async (query: Record<string, string>) => (await find(query)).map(({ title }) => title);
    expect(await titles({})).toEqual(['Bulb exchange', 'Moss walk']);
    expect((await find()).map(({ isPast }) => isPast)).toEqual([false, true]);
    expect(await titles({ state: 'both' })).toEqual(['Bulb exchange', 'Bulb talk', 'Moss walk']);
    expect(await titles({ state: 'both', q: 'BULB lowe' })).toEqual(['Bulb exchange']);
    expect(await titles({ from: '2027-05-01' })).toEqual(['Bulb exchange']);
    expect(await titles({ to: '2027-05-05' })).toEqual(['Bulb exchange', 'Moss walk']);
    expect(await titles({ to: '2027-05-04' })).toEqual(['Moss walk']);
    expect(await titles({ made: 'series' })).toEqual([]);
    expect(await titles({ category: '99' })).toEqual([]);
    const declined = await submit(office, 'ben', {
      title: 'Bulb sale',
      when: times('2027-05-07', '10:00', '11:00'),
    });
    expectDone(await act(office, 'mara', declined, { action: 'decline', reason: 'No bulbs.' }));
    const withdrawn = await submit(office, 'ben', {
      title: 'Bulb raid',
      when: times('2027-05-04', '10:00', '11:00'),
    });
    expectDone(await act(office, 'ben', withdrawn, { action: 'withdraw', reason: '' }));
    expect(await titles({ state: 'declined' })).toEqual(['Bulb sale']);
    expect(await titles({ state: 'withdrawn', q: 'bulb' })).toEqual(['Bulb raid']);
    expect(await titles({ state: 'any', q: 'bulb' })).toEqual([
      'Bulb exchange',
      'Bulb talk',
      'Bulb raid',
      'Bulb sale',
    ]);
    expect(bookingsQuerySchema.safeParse({ from: '5 May' }).success).toBe(false);
  });
});

describe('another category', () => {
  const put = async (references: readonly string[], categoryId: number, key: string = randomUUID()) =>
    recategorise(
      office.as('mara'),
      recategoriseSchema.parse({
        key,
        categoryId,
        items: await Promise.all(
          references.map(async (reference) => ({ reference, version: await versionOf(reference) })),
        ),
      }),
    );
  const categories = () =>
    office.db.rows(
      'SELECT request_id, category_id, position FROM request_category ORDER BY request_id, position',
    );

  test('for all or none, once for a key, the calendars follow, and back in one', async () => {
    const references = [
      await approvedIn(office, 'ada'),
      await approvedIn(office, 'ada', { when: times('2027-05-07', '10:00', '11:00') }),
    ];
    const before = await categories();
    const key = randomUUID();
    const done = expectDone(await put(references, 2, key));
    expect(done.summary).toMatch(/^put 2 requests into “/);
    expect(await categories()).toEqual([
      { request_id: 1, category_id: 2, position: 0 },
      { request_id: 2, category_id: 2, position: 0 },
    ]);
    expectDone(await undoChange(office.as('mara'), done.changeSet!, randomUUID()));
    expect(await categories()).toEqual(before);
    expect(refusalOf(await put([...references, 'AAA-AAA'], 2).catch(() => put(references, 999))).code).toBe(
      'bad-input',
    );
    expect(await categories()).toEqual(before);
  });

  test('is refused on an older state', async () => {
    const reference = await approvedIn(office, 'ada');
    const version = await versionOf(reference);
    expectDone(
      await act(office, 'mara', reference, { action: 'move', patch: { shiftMin: 60 }, reason: 'x' }),
    );
    const late = recategoriseSchema.parse({
      key: randomUUID(),
      categoryId: 2,
      items: [{ reference, version }],
    });
    expect(refusalOf(await recategorise(office.as('mara'), late)).code).toBe('stale');
  });
});

test('what is stopped on its way leaves nothing behind', async () => {
  const reference = await submit(office, 'ada');
  const [date] = await datesOf(office, reference);
  const stop = new AbortController();
  stop.abort();
  const input = changeSchema.parse({
    key: randomUUID(),
    items: [{ reference, version: await versionOf(reference), occurrences: [date!.id] }],
    step: { action: 'approve', reason: '' },
  });
  expect(refusalOf(await changeDates({ ...office.as('mara'), signal: stop.signal }, input)).code).toBe(
    'stopped',
  );
  expect(await statesIn(office, reference)).toEqual(['waiting']);
  // The same key is free: it was not carried out.
  expectDone(await changeDates(office.as('mara'), input));
  expect(await statesIn(office, reference)).toEqual(['approved']);
});

describe('the desk', () => {
  const lines = async () => (await desk(office.as('mara'))).lines;

  test('says most urgent first, who else wants the space, and who sees to it', async () => {
    const far = await submit(office, 'ada', { title: 'Far', when: times('2027-06-30', '10:00', '11:00') });
    await submit(office, 'ben', { title: 'Near', when: times('2027-04-16', '10:00', '11:00') });
    await submit(office, 'ada', { title: 'Rival', when: times('2027-04-16', '10:30', '11:30') });
    const [near, rival, last] = await lines();
    expect([near!.title, rival!.title, last!.title]).toEqual(['Near', 'Rival', 'Far']);
    expect([near!.rivals, rival!.rivals, last!.rivals]).toEqual([1, 1, 0]);
    expect(near!.loss).toMatchObject({ kind: 'begins', when: 'in 3 days', isOver: false });
    expect(near!.step).toBe('three-days');
    expectDone(await takeOn(office.as('nils'), far, { key: randomUUID(), handler: 'me' }));
    expect((await lines())[2]).toMatchObject({ handler: { name: 'Nils Reed' }, isMine: false });
    expectDone(await takeOn(office.as('nils'), far, { key: randomUUID(), handler: 'nobody' }));
    expect((await lines())[2]).toMatchObject({ handler: null });
    expect(
      refusalOf(await takeOn(office.as('nils'), 'AAA-AAA', { key: randomUUID(), handler: 'me' })).code,
    ).toBe('not-found');
  });

  test('being taken on does not stand in the way of taking a decision back', async () => {
    const reference = await submit(office, 'ada');
    const { changeSet } = expectDone(await act(office, 'mara', reference, { action: 'approve', reason: '' }));
    expectDone(await takeOn(office.as('nils'), reference, { key: randomUUID(), handler: 'me' }));
    expectDone(await undoChange(office.as('mara'), changeSet!, randomUUID()));
    expect(await statesIn(office, reference)).toEqual(['waiting']);
    expect((await lines())[0]).toMatchObject({ handler: { name: 'Nils Reed' } });
  });

  test('a hold that ends is lost first; an offer waits for its answer; today and its setting-up', async () => {
    const reference = await submit(office, 'ada', { when: times('2027-06-30', '10:00', '11:00') });
    expectDone(await act(office, 'mara', reference, { action: 'hold', until: '2027-04-14T12:00' }));
    expect((await lines())[0]!.loss).toMatchObject({ kind: 'hold', when: 'until Wed 14 Apr 2027, 12:00' });
    expectDone(
      await act(office, 'mara', reference, {
        action: 'propose',
        patch: { shiftMin: 60 },
        until: '2027-04-15T12:00',
      }),
    );
    expect((await lines())[0]!.isAnswerAwaited).toBe(true);
    await approvedIn(office, 'ben', { title: 'Tonight', when: times('2027-04-13', '18:00', '20:00') });
    const { today } = await desk(office.as('mara'));
    expect(today).toMatchObject([
      { title: 'Tonight', times: '18:00–20:00', setups: 1, openSetups: 1, isLate: false, isOn: false },
    ]);
  });
});

describe('the history of a request as a table', () => {
  test('tells every change from what to what, of this request alone, and is read back by Python’s csv', async () => {
    const reference = await submit(office, 'ada', { title: '=HYPERLINK("x")' });
    const other = await submit(office, 'ben', {
      when: times('2027-06-01', '10:00', '11:00'),
      title: 'Other',
    });
    expectDone(
      await act(office, 'mara', [reference, other], { action: 'approve', reason: 'So be it, "all".' }),
    );
    const text = expectDone(await historyTable(office.as('ada'), reference));
    // Outside reference: the csv module of Python's standard library.
    const run = spawnSync(
      'python3',
      [
        '-c',
        'import csv,sys,json,io; print(json.dumps(list(csv.DictReader(io.StringIO(sys.stdin.read(), newline="")))))',
      ],
      { input: text, encoding: 'utf8' },
    );
    const rows = JSON.parse(run.stdout) as Record<string, string>[];
    expect(rows.filter(({ field, after }) => field === 'state' && after === 'approved')).toMatchObject([
      { at: '2027-04-13T08:10', who: 'Mara Venn', why: 'So be it, "all".', before: 'waiting' },
    ]);
    expect(rows.find(({ field }) => field === 'title')?.after).toBe(`'=HYPERLINK("x")`);
    expect(text).not.toContain('Other');
    expect(refusalOf(await historyTable(office.as('ben'), reference)).code).toBe('not-allowed');
  });
});

import { randomUUID } from 'node:crypto';
import { localDate } from '@/core/time/local-time';
import type { OfficeFile } from '@/contracts/administration/office';
import { violations } from '@/server/effects/invariants';
import { runDueJobs } from '@/server/jobs/scheduler';
import { crewDay } from '@/server/use-cases/work-orders/crew-day';
import { assignOrders, issueOrders } from '@/server/use-cases/work-orders/issue-orders';
import { markOrder, readOrder, tickOrder } from '@/server/use-cases/work-orders/mark-order';
import { noteOrder, solveProblem } from '@/server/use-cases/work-orders/note-order';
import { act, approvedIn, expectDone, ordersOutOfLine, times, undo } from '@tests/builders/changes';
import { at, openOffice, SMALL_OFFICE, SPACE, type TestOffice } from '@tests/builders/office';

const DAY = '2027-04-22';
/** The small office with linen for round tables, issued three days ahead, and tea as a service. */
const OFFICE: OfficeFile = {
  ...SMALL_OFFICE,
  teams: SMALL_OFFICE.teams!.map((team) =>
    team.name === 'Gates'
      ? {
          name: 'Gates',
          templates: [
            {
              phase: 'setup' as const,
              title: 'Cloths on',
              due: 'access-start' as const,
              layouts: ['rounds' as const],
              leadDays: 3,
              checklist: ['Ironed', 'Corners tucked'],
              quantities: [{ name: 'Tablecloth', store: 'Loft', formula: 'tables + 1' }],
            },
          ],
        }
      : team,
  ),
};

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice(OFFICE);
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  expect(await ordersOutOfLine(office)).toEqual([]);
  await office.close();
});

const evening = (more: Parameters<typeof approvedIn>[2] = {}) =>
  approvedIn(office, 'ada', {
    people: 24,
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    when: times(DAY, '18:00', '20:00'),
    ...more,
  });
const day = (who: string, date = DAY) => crewDay(office.as(who), localDate(date));
const titles = async (who: string, date = DAY) =>
  (await day(who, date)).orders.map(({ title, place }) => `${title}, ${place}`);
const runJobs = () =>
  runDueJobs(office.reader, 1_800_000_000_000, (job, error) => {
    throw new Error(`${job}: ${String(error)}`);
  });
const mark = async (who: string, id: number, version: number, state: 'done' | 'open' = 'done') =>
  markOrder(office.as(who), id, { key: randomUUID(), version, state });

describe('from approval to the work', () => {
  test('more people is a revision with its differences, until the team has read it', async () => {
    const reference = await evening();
    const [before] = (await day('cato')).orders;
    expect(before).toMatchObject({ people: 24, contentVersion: 1, changes: [] });
    expectDone(
      await act(office, 'mara', reference, { action: 'move', patch: { people: 30 }, reason: 'More came.' }),
    );
    const [after] = (await day('cato')).orders;
    expect(after).toMatchObject({
      id: before!.id,
      people: 30,
      contentVersion: 2,
      changes: ['30 people, not 24'],
    });

    // Read while it changes once more: what was read is not what stands.
    expectDone(
      await act(office, 'mara', reference, { action: 'move', patch: { people: 28 }, reason: 'Two fewer.' }),
    );
    const read = (version: number) => readOrder(office.as('cato'), after!.id, { key: randomUUID(), version });
    expect(await read(2)).toMatchObject({ ok: false, refusal: { code: 'stale' } });
    expect((await day('cato')).orders[0]).toMatchObject({ changes: ['28 people, not 24'] });
    expectDone(await read(3));
    expect((await day('cato')).orders[0]).toMatchObject({ changes: [], contentVersion: 3 });
  });

  test('work that is done when its date is cancelled is taken back, and once; undo takes that back', async () => {
    const reference = await evening();
    const [setup, strike] = (await day('cato')).orders;
    expectDone(await mark('cato', setup!.id, setup!.version));
    const left = expectDone(
      await act(office, 'mara', reference, { action: 'leave', reason: 'They are ill.' }),
    );
    const after = await day('cato', '2027-04-22');
    expect(after.givenUp.map(({ id }) => id)).toEqual([strike!.id]);
    const counters = async () =>
      await office.db.rows<{ state: string; id: number; row_version: number }>(
        `SELECT id, state, row_version FROM work_order WHERE origin = 'counter'`,
      );
    expect(await counters()).toMatchObject([{ state: 'open' }]);
    expectDone(await undo(office, 'mara', left.changeSet!));
    expect(await counters()).toMatchObject([{ state: 'withdrawn' }]);
    // The set-up stands as it was left.
    expect((await day('cato')).orders.map(({ state }) => state)).toEqual(['done', 'open']);

    expectDone(await act(office, 'mara', reference, { action: 'leave', reason: 'Ill after all.' }));
    const [counter] = await counters();
    expect(counter).toMatchObject({ state: 'open' });
    expectDone(await mark('cato', counter!.id, counter!.row_version));
    expect(await counters()).toMatchObject([{ state: 'done' }]);
  });

  test('moved to another place after it was set: the old place is cleared, the new one set', async () => {
    const reference = await evening();
    const [setup] = (await day('cato')).orders;
    expectDone(await mark('cato', setup!.id, setup!.version));
    expectDone(
      await act(office, 'mara', reference, {
        action: 'move',
        patch: { spaces: [{ from: SPACE.HE, to: SPACE.HW }] },
        reason: 'The lamp is broken.',
      }),
    );
    const orders = (await day('cato')).orders;
    expect(orders.map(({ phaseText, place, state }) => `${phaseText} ${place} ${state}`).sort()).toEqual([
      'Setup West Bay open',
      'Strike West Bay open',
      'Take back East Bay open',
    ]);
  });
});

describe('lead days', () => {
  test('issued by the clock, caught up after an outage, once; before that nobody reads them', async () => {
    const reference = await evening();
    expect(await titles('gita')).toEqual([]);
    expect(await titles('mara')).toContain('Cloths on, East Bay');
    expectDone(
      await act(office, 'mara', reference, { action: 'move', patch: { people: 33 }, reason: 'More came.' }),
    );
    // The day it is due to be issued passes while nothing runs.
    office.clock.set(at('2027-04-21T07:00'));
    await runJobs();
    const issued = () =>
      office.db.rows(
        `SELECT c.action FROM history h JOIN change_set c ON c.id = h.change_set_id WHERE h.entity = 'work_order' AND c.actor_id IS NULL`,
      );
    expect(await issued()).toHaveLength(1);
    office.clock.set(at('2027-04-21T07:15'));
    await runJobs();
    expect(await issued()).toHaveLength(1);
    const [cloths] = (await day('gita')).orders;
    expect(cloths).toMatchObject({
      contentVersion: 1,
      changes: [],
      equipment: [{ name: 'Tablecloth', quantity: 6, store: 'Loft' }],
    });
  });

  test('by hand before their day, and at once where the day has passed', async () => {
    await evening();
    const { orders } = await day('mara');
    const cloths = orders.find(({ title }) => title === 'Cloths on')!;
    expect(cloths.issueText).toBe('00:00, Mon 19 Apr 2027');
    expectDone(await issueOrders(office.as('mara'), { key: randomUUID(), orders: [cloths.id] }));
    expect(await titles('gita')).toEqual(['Cloths on, East Bay']);

    await evening({ when: times('2027-04-15', '18:00', '20:00'), key: randomUUID() });
    expect(await titles('gita', '2027-04-15')).toEqual(['Cloths on, East Bay']);
  });
});

describe('on the spot', () => {
  test('lines are ticked by unassigned; a line that is gone is refused', async () => {
    await evening({ when: times('2027-04-15', '18:00', '20:00') });
    const [cloths] = (await day('gita', '2027-04-15')).orders;
    const tick = (line: string, isTicked = true) =>
      tickOrder(office.as('gita'), cloths!.id, { key: randomUUID(), line, isTicked });
    expectDone(await tick('Ironed'));
    expectDone(await tick('Corners tucked'));
    expectDone(await tick('Ironed', false));
    expect(await tick('Candles lit')).toMatchObject({ ok: false, refusal: { code: 'stale' } });
    expect((await day('gita', '2027-04-15')).orders[0]!.checklist).toEqual([
      { line: 'Ironed', isTicked: false },
      { line: 'Corners tucked', isTicked: true },
    ]);
  });

  test('a note and a problem, which is one until somebody solves it', async () => {
    await evening();
    const [setup] = (await day('cato')).orders;
    const key = randomUUID();
    const say = () =>
      noteOrder(office.as('cato'), setup!.id, {
        key,
        kind: 'problem',
        text: 'One table is broken.',
        file: null,
      });
    expectDone(await say());
    // A double press says it once.
    expectDone(await say());
    const [said, ...more] = (await day('cato')).orders[0]!.said;
    expect(more).toEqual([]);
    expect(said).toMatchObject({ kind: 'problem', who: 'Cato Brook', solvedText: null });
    expectDone(await solveProblem(office.as('mara'), said!.id, randomUUID()));
    expect((await day('cato')).orders[0]!.said[0]!.solvedText).toMatch(/by Mara Venn$/);
  });

  test('what is another team’s is refused, and nobody is given work of a team they are not in', async () => {
    await evening();
    const [setup] = (await day('cato')).orders;
    const noted = { key: randomUUID(), kind: 'note' as const, text: 'x', file: null };
    for (const outcome of [
      await mark('gita', setup!.id, setup!.version),
      await noteOrder(office.as('gita'), setup!.id, noted),
      await readOrder(office.as('gita'), setup!.id, { key: randomUUID(), version: 1 }),
    ])
      expect(outcome).toMatchObject({ ok: false, refusal: { code: 'not-allowed' } });
    const give = (personId: number) =>
      assignOrders(office.as('mara'), {
        key: randomUUID(),
        orders: [setup!.id],
        personId: personId as never,
      });
    expect(await give(6)).toMatchObject({ ok: false, refusal: { code: 'bad-input' } });
    expectDone(await give(5));
    expect((await day('cato')).orders[0]).toMatchObject({ isMine: true, person: 'Cato Brook' });
  });
});

describe('turnovers', () => {
  const kept = async () =>
    await office.db.rows<{ state: string; covered: number }>(
      `SELECT t.state, (SELECT COUNT(*) FROM work_order w WHERE w.covered_by = t.order_key) AS covered FROM work_order t WHERE t.origin = 'turnover'`,
    );

  test('two evenings set alike are gone over in between; parted when something comes between them', async () => {
    await evening({ when: times(DAY, '09:00', '11:00') });
    await evening({ when: times(DAY, '17:00', '19:00'), key: randomUUID() });
    expect(await kept()).toEqual([{ state: 'open', covered: 2 }]);
    const turnover = (await day('cato')).orders.find(({ phase }) => phase === 'turnover')!;
    expect(turnover.turnover).toMatchObject({ kindText: 'Keep it as it is' });
    // The whole hall is set otherwise in between.
    const hall = await evening({
      key: randomUUID(),
      when: times(DAY, '13:00', '14:00'),
      spaces: [{ spaceId: SPACE.HL, layout: 'theatre', setupMin: 10, strikeMin: 10 }],
    });
    expect(await kept()).toEqual([{ state: 'withdrawn', covered: 0 }]);
    expectDone(await act(office, 'mara', hall, { action: 'leave', reason: 'Not needed.' }));
    expect(await kept()).toEqual([{ state: 'open', covered: 2 }]);
  });

  test('a date that goes gives its neighbour the clearing back', async () => {
    await evening({ when: times(DAY, '09:00', '11:00') });
    const second = await evening({ when: times(DAY, '17:00', '19:00'), key: randomUUID() });
    expectDone(await act(office, 'mara', second, { action: 'leave', reason: 'Not needed.' }));
    expect(await kept()).toEqual([{ state: 'withdrawn', covered: 0 }]);
    expect((await day('cato')).orders.map(({ phase, state }) => `${phase} ${state}`)).toEqual([
      'setup open',
      'strike open',
    ]);
  });
});

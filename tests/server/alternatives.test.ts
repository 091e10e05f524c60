import { checkSchema } from '@/contracts/requests/ask';
import type { DatePatchBody } from '@/contracts/requests/patch';
import { violations } from '@/server/effects/invariants';
import { addStockLine } from '@/server/use-cases/administration/stock/stock-line';
import { stockLineSchema } from '@/contracts/administration/stock-and-closures';
import { randomUUID } from 'node:crypto';
import {
  act,
  approvedIn,
  datesOf,
  expectDone,
  refusalOf,
  statesIn,
  submit,
  times,
  undo,
} from '@tests/builders/changes';
import { shut } from '@tests/builders/closure';
import { ask, at, openOffice, SPACE, weekly, type TestOffice } from '@tests/builders/office';
import { alternativesFor } from '@tests/builders/alternatives';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import { findAlternatives } from '@/server/use-cases/alternatives/find-alternatives';

const DAY = '2027-04-20';
let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const studio = { spaceId: SPACE.ST, layout: 'classroom' as const, setupMin: 15, strikeMin: 15 };
const bay = (spaceId: number) => ({ spaceId, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 });

/** Carries an alternative out for real, lets the guard see the approval, and takes both back. */
async function guardAgrees(reference: string, occurrence: number, patch: DatePatchBody): Promise<void> {
  const pick = ({ id }: { id: number }) => id === occurrence;
  const moved = expectDone(
    await act(office, 'mara', reference, { action: 'move', patch, reason: 'Tried.' }, { pick }),
  );
  const approved = expectDone(
    await act(office, 'mara', reference, { action: 'approve', reason: 'Tried.' }, { pick, preview: true }),
  );
  expect([patch, approved.numbers.clashing, approved.sentences]).toEqual([patch, 0, []]);
  expectDone(await undo(office, 'mara', moved.changeSet!));
}

describe('alternatives of one date', () => {
  test('are found for the office, each stands before the guard, and none is a clash', async () => {
    await approvedIn(office, 'ben', { title: 'Lichen walk' });
    const reference = await submit(office, 'ada');
    const { dates, end } = await alternativesFor(office.as('mara'), { of: 'request', reference });
    const [date] = dates;
    expect(date!.best[0]).toMatchObject({
      kind: 'other-space',
      sentence: 'East Bay instead of Studio, at the same time.',
      costs: ['the same building', 'set with round tables', '6 more seats empty'],
      verdict: 'clear',
    });
    expect([...date!.best, ...date!.others].map(({ kind }) => kind)).toEqual([
      'other-space',
      'other-space',
      'other-space',
      'other-time',
      'other-time',
      'other-day',
    ]);
    expect(end).toEqual({ line: 'end', notLookedAt: null });
    for (const { patch } of [...date!.best, ...date!.others])
      await guardAgrees(reference, date!.occurrence!, patch);
  });

  test('for a request in its form they become what differs on the date, and the check finds it clear', async () => {
    await approvedIn(office, 'ben', { title: 'Lichen walk' });
    const { key: _, ...body } = ask();
    const check = checkSchema.parse(body);
    const { dates } = await alternativesFor(office.as('ada'), { of: 'form', check });
    const [date] = dates;
    expect(date!.occurrence).toBeNull();
    for (const { patch } of date!.best) {
      const overrides = [{ at: date!.key, patch }];
      const again = await alternativesFor(office.as('ada'), { of: 'form', check: { ...check, overrides } });
      expect(again.dates).toEqual([]);
    }
  });

  test('nobody else’s private title is in any line, for whoever asked', async () => {
    await approvedIn(office, 'ben', { title: 'Secret lichen', hostId: 2, publish: false });
    const reference = await submit(office, 'ada');
    const { lines } = await alternativesFor(office.as('ada'), { of: 'request', reference });
    expect(JSON.stringify(lines)).not.toContain('Secret');
    expect(lines.some(({ line }) => line === 'date')).toBe(true);
  });

  test('are for whoever asked and the office alone', async () => {
    const reference = await submit(office, 'ada');
    const look = (who: string) => findAlternatives(office.as(who), { of: 'request', reference });
    expect(refusalOf(await look('ben')).code).toBe('not-found');
    const anonymous = await findAlternatives(office.reader, { of: 'request', reference });
    expect(refusalOf(anonymous).code).toBe('sign-in-first');
  });

  test('a search nobody listens to any more ends', async () => {
    await approvedIn(office, 'ben', { title: 'Lichen walk' });
    const reference = await submit(office, 'ada');
    const abort = new AbortController();
    const lines = expectDone(
      await findAlternatives({ ...office.as('mara'), signal: abort.signal }, { of: 'request', reference }),
    );
    expect((await lines.next()).value).toMatchObject({ line: 'progress', done: 0 });
    abort.abort();
    expect((await lines.next()).done).toBe(true);
  });
});

test('a booking that a later closure puts at risk has alternatives too; moved, it is no longer at risk', async () => {
  const reference = await approvedIn(office, 'ada');
  const [from, to] = [`${DAY}T13:00`, `${DAY}T15:00`];
  expect(await shut(office.as('mara'), { spaceId: SPACE.ST }, from, to, 'the floor is sealed')).toBe(1);
  const [date] = await datesOf(office, reference);
  const { dates } = await alternativesFor(office.as('mara'), {
    of: 'request',
    reference,
    occurrences: [date!.id],
  });
  const [way] = dates[0]!.best;
  expect(way).toMatchObject({ kind: 'other-space', verdict: 'clear' });
  expectDone(
    await act(office, 'mara', reference, { action: 'move', patch: way!.patch, reason: 'The floor.' }),
  );
  expect(await statesIn(office, reference)).toEqual(['approved']);
  expect(await office.db.rows('SELECT * FROM at_risk')).toEqual([]);
});

test('what differs on a date can only be what there is: refused beside its field, in the form as on the desk', async () => {
  const { key: _, ...body } = ask();
  const at = '2027-04-20T14:00';
  const faultOf = async (patch: DatePatchBody) => {
    const check = checkSchema.parse({ ...body, overrides: [{ at, patch }] });
    const refusals = [
      refusalOf(await checkRequest(office.as('ada'), check)),
      refusalOf(await findAlternatives(office.reader, { of: 'form', check })),
    ];
    expect(refusals[0]).toEqual(refusals[1]);
    return refusals[0];
  };
  const fault = (path: string) => ({ code: 'bad-input', fields: [{ path: `overrides.0.patch.${path}` }] });
  expect(await faultOf({ equipment: [{ typeId: 99, quantity: 1 }] })).toMatchObject(fault('equipment'));
  expect(await faultOf({ units: [{ from: 1, to: 99 }] })).toMatchObject(fault('units'));
  expect(await faultOf({ spaces: [{ from: SPACE.ST, to: 99 }] })).toMatchObject(fault('spaces.0.to'));
});

test('who asked in time is in time: notice is counted from then, for what is offered too', async () => {
  await office.db.write(async (tx) => {
    await tx.run(
      `INSERT INTO space_policy (space_id, valid_from, notice_min, granted, who) VALUES ($space, '2027-01-01', 2880, 'on-request', '{"roles":[],"organisations":[]}')`,
      { space: SPACE.ST },
    );
    return { keep: true, value: null };
  });
  await approvedIn(office, 'ben', { title: 'Lichen walk' });
  const reference = await submit(office, 'ada');
  // The day before: two days ahead are long past.
  office.clock.set(at('2027-04-19T12:00'));
  const { dates } = await alternativesFor(office.as('ada'), { of: 'request', reference });
  expect(dates[0]!.best.map(({ kind }) => kind)).toContain('other-time');
});

describe('equipment that is short', () => {
  const chairs = (quantity: number) => ({ equipment: [{ typeId: 1, quantity }] });
  test('fewer, or hired in; hiring makes the stock line and the date is clear', async () => {
    await approvedIn(office, 'ben', { title: 'Lichen walk', spaces: [bay(SPACE.HE)], ...chairs(60) });
    const reference = await submit(office, 'ada', chairs(35));
    const look = async () => (await alternativesFor(office.as('mara'), { of: 'request', reference })).dates;
    const [date] = await look();
    const ways = [...date!.best, ...date!.others];
    expect(ways.slice(0, 2)).toMatchObject([
      { kind: 'fewer', sentence: '20 × Folding chair instead of 35.' },
      { kind: 'hire-in', sentence: 'Hire in 15 × Folding chair for the day.' },
    ]);
    for (const { hire, patch } of ways) if (!hire) await guardAgrees(reference, date!.occurrence!, patch);
    const hire = ways[1]!.hire!;
    expect(hire).toMatchObject({ quantity: 15, from: '2027-04-20T00:00', to: '2027-04-21T00:00' });
    expectDone(
      await addStockLine(
        office.as('mara'),
        stockLineSchema.parse({
          key: randomUUID(),
          typeId: hire.typeId,
          delta: hire.quantity,
          from: hire.from,
          to: hire.to,
          reason: 'hired in',
        }),
      ),
    );
    expect(await look()).toEqual([]);
    expectDone(await act(office, 'mara', reference, { action: 'approve', reason: '' }));
  });

  test('whoever asked is not told to hire in', async () => {
    await approvedIn(office, 'ben', { title: 'Lichen walk', spaces: [bay(SPACE.HE)], ...chairs(60) });
    const reference = await submit(office, 'ada', chairs(35));
    const { dates } = await alternativesFor(office.as('ada'), { of: 'request', reference });
    const kinds = [...dates[0]!.best, ...dates[0]!.others].map(({ kind }) => kind);
    expect(kinds).toContain('fewer');
    expect(kinds).not.toContain('hire-in');
  });
});

describe('a series', () => {
  const series = (more = {}) => ({
    when: { ...times(DAY, '14:00', '16:00'), repeat: weekly(1, '2027-05-25') },
    ...more,
  });
  const blocked = async (days: readonly string[], spaceId: number = SPACE.ST) => {
    for (const day of days)
      await approvedIn(office, 'ben', {
        title: 'Lichen walk',
        spaces: [spaceId === SPACE.ST ? studio : bay(spaceId)],
        when: times(day, '14:30', '15:30'),
      });
  };

  test('one space for all dates in trouble, one time for all dates, and each the way that suits it', async () => {
    await blocked(['2027-04-27', '2027-05-11']);
    await blocked(['2027-04-27'], SPACE.HE);
    await blocked(['2027-05-11'], SPACE.HW);
    // Nothing but the two bays and the hall is left, and the hall is never free.
    const reference = await submit(office, 'ada', series());
    const { series: ways, dates } = await alternativesFor(office.as('mara'), { of: 'request', reference });
    expect(dates.map(({ when }) => when)).toEqual([
      'Tue 27 Apr 2027, 14:00–16:00',
      'Tue 11 May 2027, 14:00–16:00',
    ]);
    // On the day before, one of them would be a holiday.
    expect(ways.map(({ kind }) => kind)).toEqual(['one-time', 'one-time', 'one-time', 'mixture']);
    expect(ways[0]!.changes).toHaveLength(6);
    expect(ways[0]!.sentence).toMatch(/^All 6 dates 1?[\d h]+.* later: 1\d:\d\d–1\d:\d\d\.$/);
    const mixture = ways[ways.length - 1]!;
    expect(mixture.changes).toHaveLength(2);

    const each = mixture.changes.map(({ occurrence, patch }) => ({ occurrence: occurrence!, patch }));
    const ids = new Set(each.map(({ occurrence }) => occurrence));
    expectDone(
      await act(
        office,
        'mara',
        reference,
        { action: 'move', each, reason: 'Agreed by telephone.' },
        { pick: ({ id }) => ids.has(id) },
      ),
    );
    expect((await alternativesFor(office.as('mara'), { of: 'request', reference })).dates).toEqual([]);
    expectDone(await act(office, 'mara', reference, { action: 'approve', reason: 'Agreed.' }));
    expect(await statesIn(office, reference)).toEqual(Array<string>(6).fill('approved'));
  });

  test('one space is found where one is free on all', async () => {
    await blocked(['2027-04-27', '2027-05-11']);
    await blocked(['2027-04-27'], SPACE.HE);
    const reference = await submit(office, 'ada', series());
    const { series: ways } = await alternativesFor(office.as('mara'), { of: 'request', reference });
    expect(ways[0]).toMatchObject({
      kind: 'one-space',
      sentence: 'West Bay instead of Studio on all 2 dates that are in trouble.',
    });
    for (const way of ways.filter(({ kind }) => kind !== 'mixture'))
      for (const { occurrence, patch } of way.changes) await guardAgrees(reference, occurrence!, patch);
  });

  test('a step that says nothing of a picked date is refused beside the field, and nothing is changed', async () => {
    const reference = await submit(office, 'ada', series());
    const [first] = await datesOf(office, reference);
    const each = [{ occurrence: first!.id as number, patch: { shiftMin: 30 } }];
    const refusal = refusalOf(await act(office, 'mara', reference, { action: 'move', each, reason: '' }));
    expect(refusal).toMatchObject({ code: 'bad-input', fields: [{ path: 'step.each' }] });
    const unknown = [
      { occurrence: first!.id as number, patch: { equipment: [{ typeId: 99, quantity: 1 }] } },
    ];
    const pick = ({ id }: { id: number }) => id === first!.id;
    expect(
      refusalOf(
        await act(office, 'mara', reference, { action: 'move', each: unknown, reason: '' }, { pick }),
      ),
    ).toMatchObject({ code: 'bad-input', fields: [{ path: 'step.patch.equipment' }] });
  });
});

describe('two who want one place', () => {
  test('each is told what the other could have, for the office; taking it serves both', async () => {
    const ours = await submit(office, 'ada');
    const theirs = await submit(office, 'ben', { title: 'Moss count', hostId: 2 });
    const { rivals } = await alternativesFor(office.as('mara'), { of: 'request', reference: ours });
    expect(rivals).toHaveLength(1);
    const [found] = rivals;
    expect(found!.rival).toMatchObject({ reference: theirs, title: 'Moss count' });
    expect(found!.sentence).toBe(
      'Both are possible, if either moves; the smaller change is where “Moss count” moves.',
    );
    const [way] = found!.theirs;
    expectDone(await act(office, 'mara', theirs, { action: 'move', patch: way!.patch, reason: 'Agreed.' }));
    expectDone(await act(office, 'mara', [ours, theirs], { action: 'approve', reason: 'Agreed.' }));
    expect([await statesIn(office, ours), await statesIn(office, theirs)]).toEqual([
      ['approved'],
      ['approved'],
    ]);
  });

  test('of three, all are put where they are served at their time; one step moves them', async () => {
    const references = [
      await submit(office, 'ada'),
      await submit(office, 'ben', { title: 'Moss count', hostId: 2 }),
      await submit(office, 'ben', { title: 'Lichen count', hostId: 2 }),
    ];
    const { shared, rivals } = await alternativesFor(office.as('mara'), {
      of: 'request',
      reference: references[0]!,
    });
    expect(rivals).toHaveLength(2);
    expect(shared).toHaveLength(1);
    const { sentence, placements } = shared[0]!;
    expect(sentence).toBe('All 3 can be served at the time they asked for, 2 of them elsewhere.');
    expect(placements.map((each) => each.sentence)).toEqual([
      '“Spore printing” stays in Studio',
      '“Moss count” in East Bay',
      '“Lichen count” in West Bay',
    ]);
    const moved = placements.filter(({ patch }) => patch !== null);
    const each = moved.map(({ occurrence, patch }) => ({ occurrence, patch: patch! }));
    expectDone(
      await act(
        office,
        'mara',
        moved.map(({ reference }) => reference),
        { action: 'move', each, reason: 'So that all three have a room.' },
      ),
    );
    expectDone(await act(office, 'mara', references, { action: 'approve', reason: 'Agreed.' }));
    for (const reference of references) expect(await statesIn(office, reference)).toEqual(['approved']);
  });

  test('a booking that only wants to be otherwise is no rival to be moved', async () => {
    const booked = await approvedIn(office, 'ben', {
      title: 'Moss count',
      hostId: 2,
      spaces: [bay(SPACE.HE)],
    });
    await approvedIn(office, 'nils', { title: 'Audit', hostId: 2, when: times(DAY, '18:00', '19:00') });
    const patch = { spaces: [{ from: SPACE.HE, to: SPACE.ST }], startsAt: '17:00' };
    expectDone(await act(office, 'ben', booked, { action: 'change', patch, reason: 'Daylight.' }));
    const ours = await submit(office, 'ada', { when: times(DAY, '15:30', '16:30') });
    expect((await alternativesFor(office.as('mara'), { of: 'request', reference: ours })).rivals).toEqual([]);
  });

  test('whoever asked is not told of the others', async () => {
    const ours = await submit(office, 'ada');
    await submit(office, 'ben', { title: 'Moss count', hostId: 2 });
    expect((await alternativesFor(office.as('ada'), { of: 'request', reference: ours })).rivals).toEqual([]);
  });
});

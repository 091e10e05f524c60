import { randomUUID } from 'node:crypto';
import { stockLineSchema } from '@/contracts/administration/stock-and-closures';
import { splitSchema, type SplitBody } from '@/contracts/requests/series';
import type { OfficeFile } from '@/contracts/administration/office';
import { violations } from '@/server/effects/invariants';
import { keep } from '@/server/db/connection';
import { materialiseSeries } from '@/server/jobs/series-goes-on';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { desk } from '@/server/use-cases/decisions/desk';
import { addStockLine } from '@/server/use-cases/administration/stock/stock-line';
import { unitsOf } from '@/server/use-cases/calendar/units';
import { readRequest } from '@/server/use-cases/requests/own/own-requests';
import { loadRequest } from '@/server/repositories/requests/request-rows';
import { splitSeries } from '@/server/use-cases/requests/series/split-series';
import { act, datesOf, expectDone, refusalOf, submit, undo, worldOf } from '@tests/builders/changes';
import { shut } from '@tests/builders/closure';
import { ask, at, openOffice, SMALL_OFFICE, SPACE, weekly, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const split = async (
  who: string,
  reference: string,
  from: number,
  when: SplitBody['when'],
  more: Partial<SplitBody> = {},
) => {
  const request = (await loadRequest(office.db, reference))!;
  const body = splitSchema.parse({
    key: randomUUID(),
    version: request.version,
    from,
    when,
    reason: '',
    ...more,
  });
  return splitSeries(office.as(who), reference, body);
};
const approve = (reference: string) =>
  act(office, 'mara', reference, { action: 'approve', reason: 'Agreed.' });
const days = async (reference: string) =>
  (await datesOf(office, reference)).map(({ startLocal, state }) => `${startLocal.slice(5)} ${state}`);

describe('from this date on', () => {
  beforeEach(async () => {
    office = await openOffice();
  });
  const when = { startsAt: '2027-04-20T14:00', endsAt: '2027-04-20T16:00', repeat: weekly(1, '2027-05-18') };

  test('a rule that is only shifted keeps its dates, their state and their numbers, under a new UID', async () => {
    const reference = await submit(office, 'ada', { when });
    expectDone(await approve(reference));
    const before = await datesOf(office, reference);
    const world = await worldOf(office.db);
    const reply = expectDone(
      await split('mara', reference, before[2]!.id, {
        startsAt: '2027-05-05T10:00',
        endsAt: '2027-05-05T12:30',
        repeat: weekly(1, '2027-05-19'),
      }),
    );
    expect(reply.summary).toContain('3 dates moved');
    expect(await days(reference)).toEqual([
      '04-20T14:00 approved',
      '04-27T14:00 approved',
      '05-05T10:00 approved',
      '05-12T10:00 approved',
      '05-19T10:00 approved',
    ]);
    expect((await datesOf(office, reference)).map(({ id }) => id)).toEqual(before.map(({ id }) => id));
    const segments = await office.db.rows<{ uid: string; related_to: string | null; rrule: string }>(
      'SELECT uid, related_to, rrule FROM segment ORDER BY no',
    );
    expect(segments[1]!.related_to).toBe(segments[0]!.uid);
    expect(segments[0]!.rrule).toBe('FREQ=WEEKLY;UNTIL=20270503T225959Z');
    expectDone(await undo(office, 'mara', reply.changeSet!));
    expect(await worldOf(office.db)).toEqual(world);
  });

  test('another rule: what stays stays, the rest is cancelled, what is new waits', async () => {
    const reference = await submit(office, 'ada', { when });
    expectDone(await approve(reference));
    const dates = await datesOf(office, reference);
    const reply = expectDone(
      await split(
        'mara',
        reference,
        dates[1]!.id,
        {
          ...when,
          startsAt: '2027-04-27T14:00',
          endsAt: '2027-04-27T16:00',
          repeat: weekly(2, '2027-06-08'),
        },
        { reason: 'Every other week is enough.' },
      ),
    );
    expect(reply.summary).toContain('2 cancelled');
    expect(await days(reference)).toEqual([
      '04-20T14:00 approved',
      '04-27T14:00 approved',
      '05-04T14:00 cancelled',
      '05-11T14:00 approved',
      '05-18T14:00 cancelled',
      '05-25T14:00 waiting',
      '06-08T14:00 waiting',
    ]);
  });

  test('a date that was given its own time keeps it; a clash stops all', async () => {
    const reference = await submit(office, 'ada', { when });
    expectDone(await approve(reference));
    const dates = await datesOf(office, reference);
    expectDone(
      await act(
        office,
        'mara',
        reference,
        { action: 'move', patch: { startsAt: '09:30' }, reason: '' },
        { pick: (_, n) => n === 3 },
      ),
    );
    const later = {
      startsAt: '2027-05-04T18:00',
      endsAt: '2027-05-04T19:00',
      repeat: weekly(1, '2027-05-18'),
    };
    expectDone(await split('mara', reference, dates[2]!.id, later));
    expect((await days(reference)).slice(2)).toEqual([
      '05-04T18:00 approved',
      '05-11T09:30 approved',
      '05-18T18:00 approved',
    ]);
    const other = await submit(office, 'ben', {
      title: 'Moss count',
      when: { startsAt: '2027-05-18T10:00', endsAt: '2027-05-18T11:00' },
    });
    expectDone(await approve(other));
    const world = await worldOf(office.db);
    const refusal = refusalOf(
      await split('mara', reference, dates[2]!.id, {
        ...later,
        startsAt: '2027-05-04T10:00',
        endsAt: '2027-05-04T11:00',
      }),
    );
    expect(refusal).toMatchObject({ code: 'conflict', dates: 1 });
    expect(await worldOf(office.db)).toEqual(world);
  });

  test('whoever asked may while nothing is approved; afterwards the office does', async () => {
    const reference = await submit(office, 'ada', { when });
    const dates = await datesOf(office, reference);
    const later = {
      startsAt: '2027-05-04T18:00',
      endsAt: '2027-05-04T19:00',
      repeat: weekly(1, '2027-05-18'),
    };
    expect(refusalOf(await split('ben', reference, dates[2]!.id, later)).code).toBe('not-allowed');
    expectDone(await split('ada', reference, dates[2]!.id, later));
    expectDone(await approve(reference));
    expect(refusalOf(await split('ada', reference, dates[0]!.id, later)).code).toBe('not-allowed');
  });
});

describe('series without end', () => {
  beforeEach(async () => {
    office = await openOffice();
  });
  const endless = {
    startsAt: '2027-04-20T14:00',
    endsAt: '2027-04-20T16:00',
    repeat: { rule: 'FREQ=MONTHLY;BYDAY=3TU' },
  };

  test('have dates up to the horizon; a daily job moves it on, once, after an outage too', async () => {
    const reference = await submit(office, 'ada', { when: endless });
    expect(await datesOf(office, reference)).toHaveLength(24);
    expectDone(await approve(reference));
    const run = (now: string) => office.db.write(async (tx) => keep(await materialiseSeries(tx, at(now))));
    expect(await run('2027-04-14T08:00')).toBe(0);
    expect(await run('2027-09-14T08:00')).toBe(5);
    expect(await run('2027-09-14T09:00')).toBe(0);
    const dates = await datesOf(office, reference);
    expect(dates).toHaveLength(29);
    expect(dates.slice(24).every(({ state }) => state === 'waiting')).toBe(true);
    expect(dates[28]!.startLocal).toBe('2029-08-21T14:00');
    // What came to be later is asked about again six weeks before, not now.
    office.clock.set(at('2029-03-01T08:00'));
    expect((await desk(office.as('mara'))).lines).toEqual([]);
    office.clock.set(at('2029-03-06T08:00'));
    expect((await desk(office.as('mara'))).lines.map(({ nextText }) => nextText)).toEqual([
      expect.stringContaining('17 Apr 2029'),
    ]);
  });

  test('later dates are told to others as expected, and block nobody', async () => {
    expectDone(await approve(await submit(office, 'ada', { when: endless })));
    const far = ask({
      title: 'Moss count',
      when: { startsAt: '2029-05-15T15:00', endsAt: '2029-05-15T16:00' },
    });
    const reply = expectDone(await checkRequest(office.as('mara'), far));
    expect(reply.dates[0]!.findings.map(({ rule, severity }) => [rule, severity])).toEqual([
      ['policy', 'warns'],
      ['expected-later', 'notes'],
    ]);
    const noEnd = expectDone(
      await checkRequest(
        office.as('ada'),
        ask({
          title: 'Again',
          spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 0, strikeMin: 0 }],
          when: endless,
        }),
      ),
    );
    expect(noEnd.inWords).toContain('without end');
    expect(noEnd.dates[0]!.findings.map(({ rule }) => rule)).toContain('no-end');
  });
});

describe('what the house changes later', () => {
  beforeEach(async () => {
    office = await openOffice();
  });
  const line = (more: object) =>
    stockLineSchema.parse({
      key: randomUUID(),
      typeId: 1,
      delta: -70,
      reason: 'Damp in the loft',
      from: '2027-04-19T00:00',
      to: '2027-04-22T00:00',
      ...more,
    });

  test('a stock line that undercuts what was promised is taken, and those dates are at risk until it is made good', async () => {
    const reference = await submit(office, 'ada', { equipment: [{ typeId: 1, quantity: 20 }] });
    expectDone(await approve(reference));
    expect(expectDone(await addStockLine(office.as('mara'), line({}))).atRisk).toBe(1);
    const view = expectDone(await readRequest(office.as('mara'), reference));
    expect(view.dates[0]!.findings[0]!.sentence).toMatch(/^Folding chair: 10 short/);
    // Nobody is promised more of what is not there.
    const other = await submit(office, 'ben', {
      title: 'Moss count',
      equipment: [{ typeId: 1, quantity: 1 }],
      spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 0, strikeMin: 0 }],
    });
    expect(refusalOf(await approve(other)).code).toBe('conflict');
    expect(
      expectDone(await addStockLine(office.as('mara'), line({ delta: 30, reason: 'hired in' }))).atRisk,
    ).toBe(0);
    expect(await office.db.rows('SELECT * FROM at_risk')).toEqual([]);
    expectDone(await approve(other));
  });

  test('more missing than there is, nothing at all, and equipment that is not there are refused', async () => {
    expect(refusalOf(await addStockLine(office.as('mara'), line({ delta: -81 })))).toMatchObject({
      fields: [{ path: 'delta', message: expect.stringContaining('only 80') }],
    });
    expect(refusalOf(await addStockLine(office.as('mara'), line({ typeId: 99 }))).code).toBe('not-found');
    expect(stockLineSchema.safeParse({ ...line({}), delta: 0 }).success).toBe(false);
    expect(stockLineSchema.safeParse({ ...line({}), to: '2027-04-18T00:00' }).success).toBe(false);
  });

  test('a closure puts the dates on it at risk, not those that touch it', async () => {
    const reference = await submit(office, 'ada');
    expectDone(await approve(reference));
    const close = (from: string, to: string) => shut(office.as('mara'), { buildingId: 1 }, from, to);
    // Occupied from 13:15 to 16:45.
    expect(await close('2027-04-20T08:00', '2027-04-20T13:15')).toBe(0);
    expect(await close('2027-04-20T16:44', '2027-04-20T20:00')).toBe(1);
    const view = expectDone(await readRequest(office.as('ada'), reference));
    expect(view.dates[0]!.findings[0]!.sentence).toContain('Studio is closed');
    expect(view.dates[0]!.isAtRisk).toBe(true);
    expect((await desk(office.as('mara'))).lines).toMatchObject([{ reference, atRisk: 1, changesWanted: 0 }]);
    expect(view.dates[0]!.state).toBe('approved');
  });
});

describe('kits, units, pools', () => {
  const stocked: OfficeFile = {
    ...SMALL_OFFICE,
    stores: [
      {
        name: 'Loft',
        equipment: [
          { name: 'Folding chair', quantity: 80, fetchMin: 10, returnMin: 10 },
          { name: 'Microphone', quantity: 3, fetchMin: 5, returnMin: 5 },
          {
            name: 'Lectern kit',
            quantity: 0,
            fetchMin: 5,
            returnMin: 5,
            kit: [
              { name: 'Microphone', quantity: 2 },
              { name: 'Folding chair', quantity: 1 },
            ],
          },
          { name: 'Buggy', quantity: 0, fetchMin: 0, returnMin: 0, units: ['Buggy A', 'Buggy B'] },
          { name: 'Usher', quantity: 0, fetchMin: 0, returnMin: 0, poolOf: 'Gates' },
        ],
      },
    ],
    teams: SMALL_OFFICE.teams!.map((team) =>
      team.name === 'Gates'
        ? { ...team, shifts: [{ from: '2027-04-20T13:00', to: '2027-04-20T17:00', people: 2 }] }
        : team,
    ),
  };
  beforeEach(async () => {
    office = await openOffice(stocked);
  });
  const TYPE = { chair: 1, microphone: 2, kit: 3, buggy: 4, usher: 5 };
  const other = {
    title: 'Moss count',
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds' as const, setupMin: 0, strikeMin: 0 }],
  };

  test('a kit counts as its contents: two kits need four microphones', async () => {
    const reference = await submit(office, 'ada', { equipment: [{ typeId: TYPE.kit, quantity: 1 }] });
    expectDone(await approve(reference));
    const uses = await office.db.rows('SELECT type_id, quantity FROM equipment_use ORDER BY 1');
    expect(uses).toEqual([
      { type_id: TYPE.chair, quantity: 1 },
      { type_id: TYPE.microphone, quantity: 2 },
    ]);
    const second = await submit(office, 'ben', { ...other, equipment: [{ typeId: TYPE.kit, quantity: 1 }] });
    const refusal = refusalOf(await approve(second));
    expect(refusal).toMatchObject({
      code: 'conflict',
      sentences: [expect.stringContaining('Microphone: 1 short')],
    });
  });

  test('a numbered unit goes to one at a time; who has it and had it is known', async () => {
    const [a, b] = (
      await office.db.rows<{ id: number }>(`SELECT id FROM resource WHERE kind = 'unit' ORDER BY name`)
    ).map(({ id }) => id);
    const first = await submit(office, 'ada', {
      equipment: [{ typeId: TYPE.buggy, quantity: 1, unitId: a! }],
    });
    expectDone(await approve(first));
    const same = await submit(office, 'ben', {
      ...other,
      equipment: [{ typeId: TYPE.buggy, quantity: 1, unitId: a! }],
    });
    expect(refusalOf(await approve(same))).toMatchObject({
      sentences: [expect.stringContaining('Buggy A is booked')],
    });
    const different = await submit(office, 'ben', {
      ...other,
      equipment: [{ typeId: TYPE.buggy, quantity: 1, unitId: b! }],
    });
    expectDone(await approve(different));
    office.clock.set(at('2027-04-20T14:30'));
    const [unitA] = expectDone(await unitsOf(office.as('mara'), TYPE.buggy as never));
    expect([unitA!.name, unitA!.now?.with, unitA!.before]).toEqual(['Buggy A', 'Spore printing', null]);
    office.clock.set(at('2027-04-21T10:00'));
    const [after] = expectDone(await unitsOf(office.as('mara'), TYPE.buggy as never));
    expect([after!.now, after!.before?.with]).toEqual([null, 'Spore printing']);
    expect(refusalOf(await unitsOf(office.as('mara'), TYPE.chair as never)).code).toBe('not-found');
  });

  test('a unit of another type, and two of one unit, are refused beside the field', async () => {
    const [a] = await office.db.rows<{ id: number }>(`SELECT id FROM resource WHERE kind = 'unit'`);
    const ofChair = await submitRequest(
      office.as('ada'),
      ask({ equipment: [{ typeId: TYPE.chair, quantity: 1, unitId: a!.id }] }),
    );
    expect(refusalOf(ofChair)).toMatchObject({ fields: [{ path: 'equipment.0.unitId' }] });
    const two = await submitRequest(
      office.as('ada'),
      ask({ equipment: [{ typeId: TYPE.buggy, quantity: 2, unitId: a!.id }] }),
    );
    expect(refusalOf(two)).toMatchObject({ fields: [{ path: 'equipment.0.quantity' }] });
  });

  test('people are a pool by shift: as many as are on, while they are on', async () => {
    // The studio is occupied from 13:15 to 16:45: inside the shift.
    const reference = await submit(office, 'ada', { equipment: [{ typeId: TYPE.usher, quantity: 2 }] });
    expectDone(await approve(reference));
    const more = await submit(office, 'ben', { ...other, equipment: [{ typeId: TYPE.usher, quantity: 1 }] });
    expect(refusalOf(await approve(more))).toMatchObject({
      sentences: [expect.stringContaining('Usher: 1 short')],
    });
    const late = await submitRequest(
      office.as('ben'),
      ask({
        ...other,
        equipment: [{ typeId: TYPE.usher, quantity: 1 }],
        when: { startsAt: '2027-04-20T16:00', endsAt: '2027-04-20T17:01' },
      }),
    );
    expect(refusalOf(late)).toMatchObject({ code: 'put-right' });
  });
});

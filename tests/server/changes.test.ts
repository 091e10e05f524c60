import { violations } from '@/server/effects/invariants';
import { desk, deskRequest } from '@/server/use-cases/decisions/desk';
import { loadRequest } from '@/server/repositories/requests/request-rows';
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
  worldOf,
} from '@tests/builders/changes';
import { ask, at, openOffice, SMALL_OFFICE, SPACE, weekly, type TestOffice } from '@tests/builders/office';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

/** The studio is given by the periods of a school day, and grants itself. */
function timetabled(): typeof SMALL_OFFICE {
  const [barn] = SMALL_OFFICE.buildings;
  const periods = [
    { name: 'First', from: '10:00', to: '11:00' },
    { name: 'Second', from: '11:00', to: '12:00' },
  ];
  const spaces = barn!.spaces.map((space) =>
    space.code === 'ST'
      ? { ...space, timetables: ['School'], policies: [{ granted: 'instantly' as const }] }
      : space,
  );
  return { ...SMALL_OFFICE, timetables: [{ name: 'School', periods }], buildings: [{ ...barn!, spaces }] };
}

const bay = (spaceId: number) => ({ spaceId, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 });
const statesOf = (reference: string) => statesIn(office, reference);
const approved = (who: string, more?: Parameters<typeof ask>[0]) => approvedIn(office, who, more);

describe('holding and proposing', () => {
  test('a hold keeps the space until it lapses; then the date waits again', async () => {
    const held = await submit(office, 'ada');
    expectDone(await act(office, 'mara', held, { action: 'hold', until: '2027-04-14T12:00' }));
    const other = await submit(office, 'ben', { title: 'Moss count' });
    const refusal = refusalOf(await act(office, 'mara', other, { action: 'approve', reason: '' }));
    expect(refusal).toMatchObject({ code: 'conflict', dates: 1 });
    office.clock.set(at('2027-04-14T12:00'));
    expectDone(await act(office, 'mara', other, { action: 'approve', reason: '' }));
    expect((await datesOf(office, held))[0]!.standing.status).toBe('wanted');
    expect(await statesOf(held)).toEqual(['waiting']);
  });

  test('ended by hand it frees the space at once; a hold in the past is refused', async () => {
    const held = await submit(office, 'ada');
    expect(
      refusalOf(await act(office, 'mara', held, { action: 'hold', until: '2027-04-13T08:10' })),
    ).toMatchObject({
      code: 'bad-input',
      fields: [{ path: 'step.until' }],
    });
    expectDone(await act(office, 'mara', held, { action: 'hold', until: '2027-04-14T12:00' }));
    expectDone(await act(office, 'mara', held, { action: 'release-hold' }));
    expect(refusalOf(await act(office, 'mara', held, { action: 'release-hold' })).code).toBe('nothing-there');
    await approved('ben', { title: 'Moss count' });
  });

  test('a proposal holds its place; whoever asked accepts it with one step, and only once', async () => {
    await approved('ben', { title: 'Moss count' });
    const reference = await submit(office, 'ada');
    const patch = { spaces: [{ from: SPACE.ST, to: SPACE.HE }] };
    expectDone(await act(office, 'mara', reference, { action: 'propose', patch, until: '2027-04-16T12:00' }));
    // What it was asked for clashes, and is no longer the question: neither at the date nor on the desk.
    const [offered] = expectDone(await deskRequest(office.as('mara'), reference)).dates;
    expect(offered).toMatchObject({ verdict: null, findings: [] });
    expect((await desk(office.as('mara'))).lines).toMatchObject([
      { verdicts: { clear: 0, warning: 0, conflict: 0 }, offered: 1, clear: [], isAnswerAwaited: true },
    ]);
    const rival = await submit(office, 'ben', { title: 'Lichen walk', spaces: [bay(SPACE.HE)] });
    expect(refusalOf(await act(office, 'mara', rival, { action: 'approve', reason: '' })).code).toBe(
      'conflict',
    );
    expect(refusalOf(await act(office, 'mara', reference, { action: 'accept' })).code).toBe('not-allowed');
    expectDone(await act(office, 'ada', reference, { action: 'accept' }));
    const [date] = await datesOf(office, reference);
    expect([date!.state, date!.claim.spaces[0]!.spaceId, date!.live.length]).toEqual([
      'approved',
      SPACE.HE,
      1,
    ]);
    expect(refusalOf(await act(office, 'ada', reference, { action: 'accept' })).code).toBe('no-such-step');
  });

  test('refused, or lapsed, a proposal is gone and the date waits as it was asked', async () => {
    const reference = await submit(office, 'ada');
    const patch = { shiftMin: 60 };
    expectDone(await act(office, 'mara', reference, { action: 'propose', patch, until: '2027-04-16T12:00' }));
    expectDone(await act(office, 'ada', reference, { action: 'refuse-proposal' }));
    expectDone(await act(office, 'mara', reference, { action: 'propose', patch, until: '2027-04-16T12:00' }));
    office.clock.set(at('2027-04-16T12:00'));
    expect(refusalOf(await act(office, 'ada', reference, { action: 'accept' })).code).toBe('stale');
    expect(refusalOf(await act(office, 'ada', reference, { action: 'accept' })).code).toBe('nothing-there');
    expect((await datesOf(office, reference))[0]!.startLocal).toBe('2027-04-20T14:00');
  });
});

describe('moving', () => {
  test('a daily series is moved by a day under the guard: every date takes the space of the next', async () => {
    const when = { ...times('2027-04-20', '14:00', '16:00'), repeat: { rule: 'FREQ=DAILY;COUNT=5' } };
    const reference = await approved('ada', { when });
    const reply = expectDone(
      await act(office, 'mara', reference, { action: 'move', patch: { shiftMin: 1440 }, reason: '' }),
    );
    expect(reply.numbers).toMatchObject({ dates: 5, moved: 5, ordersRevised: 10 });
    expect(
      (await datesOf(office, reference)).map(({ startLocal, key }) => [
        key.slice(8, 10),
        startLocal.slice(8, 10),
      ]),
    ).toEqual([
      ['20', '21'],
      ['21', '22'],
      ['22', '23'],
      ['23', '24'],
      ['24', '25'],
    ]);
  });

  test('two rooms are swapped in one step of two requests', async () => {
    const a = await approved('ada', { spaces: [bay(SPACE.HE)] });
    const b = await approved('ben', { title: 'Moss count', spaces: [bay(SPACE.HW)] });
    const patch = {
      spaces: [
        { from: SPACE.HE, to: SPACE.HW },
        { from: SPACE.HW, to: SPACE.HE },
      ],
    };
    expect(refusalOf(await act(office, 'mara', a, { action: 'move', patch, reason: '' })).code).toBe(
      'conflict',
    );
    expectDone(
      await act(office, 'mara', [a, b], { action: 'move', patch, reason: 'The projector is in the west.' }),
    );
    const where = async (reference: string) =>
      (await datesOf(office, reference))[0]!.claim.spaces[0]!.spaceId;
    expect([await where(a), await where(b)]).toEqual([SPACE.HW, SPACE.HE]);
  });

  test('a change that overlaps its own old booking takes its place', async () => {
    const reference = await approved('ada');
    expectDone(
      await act(office, 'mara', reference, {
        action: 'move',
        patch: { shiftMin: 30, lengthMin: 90 },
        reason: '',
      }),
    );
    const [date] = await datesOf(office, reference);
    expect([date!.key, date!.startLocal, date!.endLocal]).toEqual([
      '2027-04-20T14:00',
      '2027-04-20T14:30',
      '2027-04-20T16:00',
    ]);
  });

  test('a date that was moved by itself keeps its own time when the series moves, unless told otherwise', async () => {
    const when = { ...times('2027-04-20', '14:00', '16:00'), repeat: weekly(1, '2027-05-11') };
    const reference = await approved('ada', { when });
    const second = { pick: (_: unknown, index: number) => index === 1 };
    expectDone(
      await act(
        office,
        'mara',
        reference,
        { action: 'move', patch: { startsAt: '10:00' }, reason: '' },
        second,
      ),
    );
    const step = { action: 'move' as const, patch: { startsAt: '15:00', people: 12 }, reason: '' };
    const preview = expectDone(await act(office, 'mara', reference, step, { preview: true }));
    expect(preview.numbers).toMatchObject({ dates: 4, keepOwn: 1 });
    expectDone(await act(office, 'mara', reference, step));
    const found = await datesOf(office, reference);
    expect(found.map(({ startLocal }) => startLocal.slice(11))).toEqual(['15:00', '10:00', '15:00', '15:00']);
    expect(found.map(({ claim }) => claim.spaces[0]!.people)).toEqual([12, 12, 12, 12]);
    expectDone(await act(office, 'mara', reference, { ...step, keepOwn: false }));
    expect((await datesOf(office, reference)).map(({ startLocal }) => startLocal.slice(11))).toEqual(
      Array(4).fill('15:00'),
    );
  });

  test('a date that has begun may be made longer, and nothing else', async () => {
    const reference = await approved('ada');
    office.clock.set(at('2027-04-20T14:30'));
    const move = (patch: object) => act(office, 'mara', reference, { action: 'move', patch, reason: '' });
    expect(refusalOf(await move({ shiftMin: 60 })).code).toBe('begun');
    expect(refusalOf(await move({ lengthMin: 150, people: 3 })).code).toBe('begun');
    expectDone(await move({ lengthMin: 150 }));
    office.clock.set(at('2027-04-20T17:15'));
    expect(refusalOf(await move({ lengthMin: 160 })).code).toBe('past');
  });
});

describe('changing one’s own', () => {
  test('what is clear applies at once; what is not waits for the office while the booking stays', async () => {
    const reference = await approved('ada');
    await approved('ben', { title: 'Moss count', when: times('2027-04-20', '19:00', '20:00') });
    const change = (patch: object) =>
      act(office, 'ada', reference, { action: 'change', patch, reason: 'Late train.' });
    expect(expectDone(await change({ shiftMin: -60 })).summary).toBe('changed 1 date');
    expect(expectDone(await change({ shiftMin: 5 * 60 })).summary).toContain(
      'asked the office to change 1 date',
    );
    const [date] = await datesOf(office, reference);
    expect([date!.startLocal, date!.state, date!.live.length]).toEqual(['2027-04-20T13:00', 'approved', 2]);
    expect((await desk(office.as('mara'))).lines).toMatchObject([
      { reference, changesWanted: 1, atRisk: 0, verdicts: { clear: 0, warning: 0, conflict: 0 } },
    ]);
    expect(refusalOf(await act(office, 'mara', reference, { action: 'grant-change', reason: '' })).code).toBe(
      'conflict',
    );
    expectDone(await act(office, 'mara', reference, { action: 'refuse-change', reason: 'Taken.' }));
    expect((await desk(office.as('mara'))).lines).toEqual([]);
    expect((await datesOf(office, reference))[0]!.live).toHaveLength(1);
  });

  test('people over the seats are put right in the form, not decided by the office', async () => {
    const reference = await approved('ada');
    const refusal = refusalOf(
      await act(office, 'ada', reference, { action: 'change', patch: { people: 25 }, reason: '' }),
    );
    expect(refusal).toMatchObject({ code: 'put-right', fields: [{ path: 'step.patch' }] });
  });

  test('somebody else’s dates are nobody’s but the office’s', async () => {
    const reference = await approved('ada');
    for (const step of [
      { action: 'change', patch: { shiftMin: 5 }, reason: '' },
      { action: 'cancel', reason: '' },
    ] as const)
      expect(refusalOf(await act(office, 'ben', reference, step)).code).toBe('not-allowed');
  });
});

describe('deciding in bulk', () => {
  test('the clear ones are approved and the others moved: outright where another space will do, else proposed', async () => {
    await approved('ben', { title: 'Moss count', when: times('2027-04-27', '14:00', '16:00') });
    const when = { ...times('2027-04-20', '14:00', '16:00'), repeat: weekly(1, '2027-05-04') };
    const step = {
      action: 'approve-or-move' as const,
      patch: { spaces: [{ from: SPACE.ST, to: SPACE.HE }] },
      until: '2027-04-16T12:00',
      reason: '',
    };
    const easy = await submit(office, 'ada', { when, otherSpaceOk: true });
    const reply = expectDone(await act(office, 'mara', easy, step));
    expect(reply.summary).toBe('approved 3 dates, 1 of them moved');
    expect((await datesOf(office, easy)).map(({ claim }) => claim.spaces[0]!.spaceId)).toEqual([
      SPACE.ST,
      SPACE.HE,
      SPACE.ST,
    ]);
    expectDone(await undo(office, 'mara', reply.changeSet!));
    expectDone(await act(office, 'ada', easy, { action: 'withdraw', reason: '' }));

    const strict = await submit(office, 'ada', { when });
    expect(expectDone(await act(office, 'mara', strict, step)).summary).toBe(
      'approved 2 dates, offered another space or time for 1 date',
    );
    expect(await statesOf(strict)).toEqual(['approved', 'waiting', 'approved']);
    expectDone(await act(office, 'ada', strict, { action: 'accept' }, { pick: (_, index) => index === 1 }));
    expect(await statesOf(strict)).toEqual(['approved', 'approved', 'approved']);
  });

  test('many single bookings are moved together, all or nothing, and taken back together', async () => {
    const single = (day: string) =>
      submit(office, 'ada', { title: `Fern count ${day}`, when: times(day, '09:00', '10:00') });
    const references = await Promise.all(['2027-04-19', '2027-04-21', '2027-04-22'].map(single));
    expectDone(await act(office, 'mara', references, { action: 'approve', reason: '' }));
    const before = await worldOf(office.db);
    const reply = expectDone(
      await act(office, 'mara', references, { action: 'move', patch: { shiftMin: 120 }, reason: '' }),
    );
    expect(reply.changed).toBe(3);
    expectDone(await undo(office, 'mara', reply.changeSet!));
    expect(await worldOf(office.db)).toEqual(before);
    await approved('ben', { title: 'Blocks the last', when: times('2027-04-22', '12:00', '13:00') });
    const refused = refusalOf(
      await act(office, 'mara', references, { action: 'move', patch: { shiftMin: 180 }, reason: '' }),
    );
    expect(refused).toMatchObject({ code: 'conflict', dates: 1 });
  });

  test('a stale version of one of them stops all, and says what has happened', async () => {
    const a = await submit(office, 'ada');
    const b = await submit(office, 'ben', {
      title: 'Moss count',
      when: times('2027-04-21', '09:00', '10:00'),
    });
    const stale = (await loadRequest(office.db, b))!.version;
    expectDone(await act(office, 'mara', b, { action: 'hold', until: '2027-04-14T12:00' }));
    const items = await Promise.all(
      [a, b].map(async (reference) => ({
        reference,
        version: reference === b ? stale : (await loadRequest(office.db, reference))!.version,
        occurrences: (await datesOf(office, reference)).map(({ id }) => id),
      })),
    );
    const { changeDates } = await import('@/server/use-cases/requests/change/change-dates');
    const key = crypto.randomUUID();
    const refusal = refusalOf(
      await changeDates(office.as('nils'), {
        key,
        preview: false,
        items,
        step: { action: 'approve', reason: '' },
      }),
    );
    expect(refusal).toMatchObject({ code: 'stale', since: expect.stringContaining('Mara Venn') });
    expect(await statesOf(a)).toEqual(['waiting']);
  });

  test('a preview says in numbers what would happen, and nothing has happened', async () => {
    await approved('ben', { title: 'Moss count', when: times('2027-04-27', '14:00', '16:00') });
    const when = { ...times('2027-04-20', '14:00', '16:00'), repeat: weekly(1, '2027-05-04') };
    const reference = await submit(office, 'ada', { when });
    const before = await worldOf(office.db);
    const reply = expectDone(
      await act(office, 'mara', reference, { action: 'approve', reason: '' }, { preview: true }),
    );
    expect(reply.numbers).toEqual({
      dates: 2,
      moved: 0,
      clashing: 1,
      indoorsGivenUp: 0,
      keepOwn: 0,
      ordersAdded: 4,
      ordersRevised: 0,
      ordersWithdrawn: 0,
    });
    expect(reply.sentences).toHaveLength(1);
    expect(reply.changeSet).toBeNull();
    expect(await worldOf(office.db)).toEqual(before);
    const [{ n }] = (await office.db.rows<{ n: number }>(
      `SELECT COUNT(*) AS n FROM change_set WHERE action = 'approved'`,
    )) as [{ n: number }];
    expect(n).toBe(1);
  });

  test('sent twice it is done once', async () => {
    const reference = await submit(office, 'ada');
    const key = crypto.randomUUID();
    const request = (await loadRequest(office.db, reference))!;
    const occurrences = (await datesOf(office, reference)).map(({ id }) => id);
    const { changeDates } = await import('@/server/use-cases/requests/change/change-dates');
    const send = () =>
      changeDates(office.as('mara'), {
        key,
        preview: false,
        items: [{ reference, version: request.version, occurrences }],
        step: { action: 'approve', reason: '' },
      });
    const [first, second] = await Promise.all([send(), send()]);
    expect(expectDone(first)).toEqual(expectDone(second));
  });
});

describe('what the house gives of its own', () => {
  test('a clear request for an instantly granted space approves itself; one that clashes waits', async () => {
    await office.db.write(async (tx) => ({
      keep: true,
      value: await tx.run(
        `INSERT INTO space_policy (space_id, valid_from, granted) VALUES ($id, '2020-01-01', 'instantly')`,
        { id: SPACE.ST },
      ),
    }));
    const first = expectDone(await submitRequest(office.as('ada'), ask()));
    expect(first.isGranted).toBe(true);
    expect(await statesOf(first.reference)).toEqual(['approved']);
    const second = expectDone(await submitRequest(office.as('ben'), ask({ title: 'Moss count' })));
    expect(second.isGranted).toBe(false);
    expect(await statesOf(second.reference)).toEqual(['waiting']);
  });

  test('so does one for a period of a space in a timetable; one for part of a period waits', async () => {
    await office.close();
    office = await openOffice(timetabled());
    const periods = (from: string, to: string) =>
      ask({
        accessMin: 0,
        exitMin: 0,
        spaces: [{ spaceId: SPACE.ST, layout: 'classroom', setupMin: 0, strikeMin: 0 }],
        when: { startsAt: `2027-04-20T${from}`, endsAt: `2027-04-20T${to}` },
      });
    const whole = expectDone(await submitRequest(office.as('ada'), periods('10:00', '11:00')));
    expect([whole.isGranted, await statesOf(whole.reference)]).toEqual([true, ['approved']]);
    expect((await submitRequest(office.as('ben'), periods('11:00', '11:30'))).ok).toBe(false);
    const taken = expectDone(await submitRequest(office.as('ben'), periods('10:00', '11:00')));
    expect([taken.isGranted, await statesOf(taken.reference)]).toEqual([false, ['waiting']]);
  });
});

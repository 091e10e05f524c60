import { violations } from '@/server/effects/invariants';
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
  type Step,
} from '@tests/builders/changes';
import { ask, at, openOffice, SPACE, weekly, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const statesOf = (reference: string) => statesIn(office, reference);
const approved = (who: string, more?: Parameters<typeof ask>[0]) => approvedIn(office, who, more);

describe('turnover links', () => {
  const hall = { spaceId: SPACE.HL, layout: 'theatre' as const, setupMin: 30, strikeMin: 30 };
  const evening = (more = {}) => ({ spaces: [hall], people: 40, accessMin: 10, exitMin: 10, ...more });
  const spans = async (reference: string) => {
    const [date] = await datesOf(office, reference);
    const rows = await office.db.rows<{ s: number; e: number }>(
      'SELECT DISTINCT start_min - $day AS s, end_min - $day AS e FROM occupancy WHERE claim_id = $id',
      { id: date!.claimId, day: at('2027-04-20T00:00') },
    );
    return rows.map(({ s, e }) => [s / 60, e / 60]);
  };
  const both = async () => {
    const first = await approved('ada', evening({ when: times('2027-04-20', '10:00', '12:00') }));
    const second = await submit(
      office,
      'ben',
      evening({ title: 'Choir', when: times('2027-04-20', '13:00', '15:00') }),
    );
    return [first, second] as const;
  };

  test('approving beside an event in the same set-up stores one; rows meet at the boundary', async () => {
    const [first, second] = await both();
    // Hosts leave at 12:10 and come at 12:50; without sharing, strike lasts to 12:40 and setup begins at 12:20.
    expectDone(await act(office, 'mara', second, { action: 'approve', reason: '' }));
    expect([await spans(first), await spans(second)]).toEqual([
      [[9 + 1 / 3, 12 + 2 / 3]],
      [[12 + 2 / 3, 15 + 2 / 3]],
    ]);
    expect(await office.db.rows('SELECT * FROM turnover_link')).toHaveLength(1);
  });

  test('when the neighbour goes, the same change gives the band back', async () => {
    const [first, second] = await both();
    expectDone(await act(office, 'mara', second, { action: 'approve', reason: '' }));
    expectDone(await act(office, 'ada', first, { action: 'cancel', reason: '' }));
    expect(await spans(second)).toEqual([[12 + 1 / 3, 15 + 2 / 3]]);
    expect(await office.db.rows('SELECT * FROM turnover_link')).toEqual([]);
  });

  test('undo brings link and cuts back as they were', async () => {
    const [first, second] = await both();
    expectDone(await act(office, 'mara', second, { action: 'approve', reason: '' }));
    const before = await worldOf(office.db);
    const cancelled = expectDone(await act(office, 'ada', first, { action: 'cancel', reason: '' }));
    expectDone(await undo(office, 'ada', cancelled.changeSet!));
    expect(await worldOf(office.db)).toEqual(before);
  });

  test('an undo lets go of a link that was made since', async () => {
    const first = await submit(office, 'ada', evening({ when: times('2027-04-20', '10:00', '12:00') }));
    const approval = expectDone(await act(office, 'mara', first, { action: 'approve', reason: '' }));
    const second = await submit(
      office,
      'ben',
      evening({ title: 'Choir', when: times('2027-04-20', '13:00', '15:00') }),
    );
    expectDone(await act(office, 'mara', second, { action: 'approve', reason: '' }));
    expect(await office.db.rows('SELECT * FROM turnover_link')).toHaveLength(1);
    expectDone(await undo(office, 'mara', approval.changeSet!));
    expect(await office.db.rows('SELECT * FROM turnover_link')).toEqual([]);
    expect(await spans(second)).toEqual([[12 + 1 / 3, 15 + 2 / 3]]);
  });

  test('where the minutes are taken by then the date is at risk, and the guard still holds', async () => {
    const [first, second] = await both();
    expectDone(await act(office, 'mara', second, { action: 'approve', reason: '' }));
    // In the same minutes the first goes and another one, in another layout, takes the half hour before the boundary.
    const cancelled = await act(office, 'mara', first, {
      action: 'move',
      patch: { shiftMin: 0, lengthMin: 120, spaces: [{ from: SPACE.HL, to: SPACE.HL, layout: 'rounds' }] },
      reason: '',
    });
    expectDone(cancelled);
    const risks = await office.db.rows<{ rule: string }>('SELECT rule FROM at_risk');
    expect(risks).toEqual([{ rule: 'shoulder-lost' }]);
    expect(await spans(second)).toEqual([[12 + 2 / 3, 15 + 2 / 3]]);
  });

  test('another layout, or a minute less than the top-up, clashes as before', async () => {
    await approved('ada', evening({ when: times('2027-04-20', '10:00', '12:00') }));
    const close = await submit(
      office,
      'ben',
      evening({ title: 'Choir', when: times('2027-04-20', '12:29', '15:00') }),
    );
    expect(refusalOf(await act(office, 'mara', close, { action: 'approve', reason: '' })).code).toBe(
      'conflict',
    );
    const other = await submit(office, 'ben', {
      ...evening({ title: 'Supper', when: times('2027-04-20', '13:00', '15:00') }),
      spaces: [{ ...hall, layout: 'rounds' as const }],
    });
    expect(refusalOf(await act(office, 'mara', other, { action: 'approve', reason: '' })).code).toBe(
      'conflict',
    );
  });

  test('a series that follows itself closely shares its own shoulders without asking', async () => {
    const when = {
      ...times('2027-04-20', '10:00', '11:00'),
      repeat: { rule: 'FREQ=DAILY;BYHOUR=10,12;COUNT=4' },
    };
    const reference = await approved('ada', evening({ when }));
    expect(await office.db.rows('SELECT * FROM turnover_link')).toHaveLength(2);
    expect(await statesOf(reference)).toEqual(Array(4).fill('approved'));
  });
});

describe('taking back', () => {
  test('approve, decline, hold, propose, move and cancel each give the exact earlier world back', async () => {
    const when = { ...times('2027-04-20', '14:00', '16:00'), repeat: weekly(1, '2027-05-11') };
    const reference = await submit(office, 'ada', { when, equipment: [{ typeId: 1, quantity: 20 }] });
    const tries: [string, Step][] = [
      ['mara', { action: 'approve', reason: '' }],
      ['mara', { action: 'decline', reason: 'Full.' }],
      ['mara', { action: 'skip', reason: 'Half-term.' }],
      ['mara', { action: 'hold', until: '2027-04-14T12:00' }],
      ['mara', { action: 'propose', patch: { shiftMin: 60 }, until: '2027-04-14T12:00' }],
      ['mara', { action: 'move', patch: { spaces: [{ from: SPACE.ST, to: SPACE.HE }] }, reason: 'Agreed.' }],
      ['ada', { action: 'withdraw', reason: '' }],
    ];
    for (const [who, step] of tries) {
      const before = await worldOf(office.db);
      const reply = expectDone(
        await act(office, who, reference, step, { pick: (_, index) => index % 2 === 0 }),
      );
      expect(await worldOf(office.db)).not.toEqual(before);
      expectDone(await undo(office, who, reply.changeSet!));
      expect(await worldOf(office.db)).toEqual(before);
    }
    expectDone(await act(office, 'mara', reference, { action: 'approve', reason: '' }));
    for (const step of [
      { action: 'cancel', reason: '' },
      { action: 'change', patch: { shiftMin: 15 }, reason: '' },
    ] as const) {
      const before = await worldOf(office.db);
      const reply = expectDone(await act(office, 'ada', reference, step));
      expectDone(await undo(office, 'ada', reply.changeSet!));
      expect(await worldOf(office.db)).toEqual(before);
    }
  });

  test('is refused with its reason: too late, twice, by others, changed since, taken by now', async () => {
    const reference = await approved('ada');
    const cancelled = expectDone(await act(office, 'ada', reference, { action: 'cancel', reason: '' }));
    expect(refusalOf(await undo(office, 'ben', cancelled.changeSet!))).toMatchObject({ why: 'not-yours' });
    const rival = await submit(office, 'ben', { title: 'Moss count' });
    const taken = expectDone(await act(office, 'mara', rival, { action: 'approve', reason: '' }));
    expect(refusalOf(await undo(office, 'ada', cancelled.changeSet!))).toMatchObject({
      code: 'cannot-undo',
      why: 'taken',
      // Alternatives of what it would come back to, each checked: the bays of the barn, or another time.
      sentences: [expect.stringMatching(/^Tue 20 Apr 2027, 14:00–16:00: /), expect.stringContaining('2027')],
    });
    expectDone(await act(office, 'mara', rival, { action: 'cancel', reason: '' }));
    expect(refusalOf(await undo(office, 'mara', taken.changeSet!))).toMatchObject({
      why: 'changed',
      since: expect.stringContaining('Mara Venn'),
    });
    expectDone(await undo(office, 'ada', cancelled.changeSet!));
    expect(refusalOf(await undo(office, 'ada', cancelled.changeSet!))).toMatchObject({ why: 'undone' });
    const late = expectDone(await act(office, 'ada', reference, { action: 'cancel', reason: '' }));
    office.clock.set(at('2027-04-13T08:21'));
    expect(refusalOf(await undo(office, 'ada', late.changeSet!))).toMatchObject({ why: 'too-late' });
    expect(refusalOf(await undo(office, 'ada', 9999))).toMatchObject({ why: 'nothing' });
  });

  test('SEQUENCE never goes back', async () => {
    const reference = await approved('ada');
    const sequence = async () =>
      (await office.db.rows<{ sequence: number }>('SELECT sequence FROM segment'))[0]!.sequence;
    const cancelled = expectDone(await act(office, 'ada', reference, { action: 'cancel', reason: '' }));
    const after = await sequence();
    expectDone(await undo(office, 'ada', cancelled.changeSet!));
    expect(await sequence()).toBeGreaterThan(after);
  });
});

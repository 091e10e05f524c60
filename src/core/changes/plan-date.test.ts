import fc from 'fast-check';
import type { ClaimId, OccurrenceId, SpaceId } from '../ids';
import { localDateTime } from '../time/local-time';
import { toEpochMinute } from '../time/zone';
import { epochMinute } from '../time/epoch-minute';
import { fieldsOf, patchDate, withoutFields } from './patch';
import { planDate, type ClaimDraft, type ClaimStatus, type DateStep, type LiveClaim } from './plan-date';
import { OCCURRENCE_ACTIONS, TRANSITIONS, type OccurrenceState } from './transitions';

const LONDON = 'Europe/London';
const draft = (start = '2027-04-20T10:00', end = '2027-04-20T12:00'): ClaimDraft => ({
  startLocal: localDateTime(start),
  endLocal: localDateTime(end),
  content: {
    event: {
      start: toEpochMinute(localDateTime(start), LONDON, 'offset-before'),
      end: toEpochMinute(localDateTime(end), LONDON, 'offset-before'),
    },
    accessMin: 30,
    exitMin: 30,
    spaces: [
      {
        spaceId: 1 as SpaceId,
        layout: 'rounds',
        people: 20,
        setupMin: 15,
        strikeMin: 15,
        cut: { end: epochMinute(9) },
      },
    ],
    equipment: [],
  },
});
const claim = (id: number, more: Partial<LiveClaim>): LiveClaim => ({
  id: id as ClaimId,
  kind: 'asked',
  status: 'wanted',
  isStanding: false,
  ...draft(),
  ...more,
});
const stepOf = (action: DateStep['action'], isApplied = true): DateStep => {
  switch (action) {
    case 'hold':
      return { action, until: epochMinute(99) };
    case 'propose':
      return { action, draft: draft(), until: epochMinute(99) };
    case 'move':
    case 'set-fallback':
      return { action, draft: draft() };
    case 'change':
      return { action, draft: draft(), isApplied };
    case 'decline':
    case 'skip':
    case 'withdraw':
    case 'cancel':
      return { action, reason: 'rain' };
    default:
      return { action };
  }
};

/** Claims as they are after a plan: the shortest possible store. */
function after(claims: readonly LiveClaim[], step: DateStep, state: OccurrenceState) {
  const planned = planDate({ occurrenceId: 1 as OccurrenceId, state, claims }, step);
  if (planned.kind !== 'planned') return null;
  const { plan } = planned;
  const turns = new Map(plan.turns.map(({ claimId, status }) => [claimId, status]));
  const kept = claims.map((each) => ({ ...each, status: turns.get(each.id) ?? each.status }));
  const made = plan.draft ? [claim(99, { kind: plan.draft.kind, status: plan.draft.status })] : [];
  const standing = plan.standing === 'draft' ? 99 : plan.standing;
  return {
    state: plan.to,
    claims: [...kept, ...made]
      .map((each) => ({ ...each, isStanding: each.id === standing }))
      .filter(({ status, isStanding }) => status !== 'released' || isStanding),
  };
}

const live = (claims: readonly LiveClaim[]) => claims.filter(({ status }) => status !== 'released');
const statuses = (claims: readonly LiveClaim[]): ClaimStatus[] => claims.map(({ status }) => status);

// Reference: invariant 3 of the data model, kept by every sequence of steps the table allows.
test('property: whatever is done to a date, at most one claim is in force, and an ended date has none that is live', () => {
  const action = fc.constantFrom(...OCCURRENCE_ACTIONS);
  fc.assert(
    fc.property(fc.array(fc.tuple(action, fc.boolean()), { maxLength: 14 }), (steps) => {
      let date = {
        state: 'waiting' as OccurrenceState,
        claims: [claim(1, { isStanding: true })] as LiveClaim[],
      };
      let next = 100;
      for (const [each, isApplied] of steps) {
        if (!TRANSITIONS[date.state][each]) continue;
        const result = after(date.claims, stepOf(each, isApplied), date.state);
        if (!result) continue;
        // The draft's number is only for one step: later ones make their own.
        const id = next++ as ClaimId;
        date = { ...result, claims: result.claims.map((c) => (c.id === 99 ? { ...c, id } : c)) };
        const inForce = date.claims.filter(({ status }) => status === 'in-force');
        expect(date.claims.filter(({ kind }) => kind === 'fallback').length).toBeLessThanOrEqual(1);
        expect(inForce).toHaveLength(date.state === 'approved' ? 1 : 0);
        expect(date.claims.filter(({ isStanding }) => isStanding)).toHaveLength(1);
        if (date.state === 'approved') expect(inForce[0]!.isStanding).toBe(true);
        if (date.state !== 'approved' && date.state !== 'waiting') expect(live(date.claims)).toEqual([]);
      }
    }),
    { numRuns: 500 },
  );
});

describe('what a step makes of the claims', () => {
  const asked = claim(1, { isStanding: true });
  test('a proposal is held beside what was asked; accepting it puts it in its place', () => {
    const proposed = after([asked], stepOf('propose'), 'waiting')!;
    expect(proposed.claims.map(({ kind, status, isStanding }) => [kind, status, isStanding])).toEqual([
      ['asked', 'wanted', true],
      ['proposal', 'held', false],
    ]);
    const accepted = after(proposed.claims, stepOf('accept'), 'waiting')!;
    expect(accepted.state).toBe('approved');
    expect(live(accepted.claims).map(({ kind, status }) => [kind, status])).toEqual([
      ['proposal', 'in-force'],
    ]);
  });
  test('what was held is what the proposal replaces', () => {
    const held = after([asked], stepOf('hold'), 'waiting')!;
    expect(statuses(held.claims)).toEqual(['held']);
    expect(statuses(after(held.claims, stepOf('propose'), 'waiting')!.claims)).toEqual(['wanted', 'held']);
  });
  test('a change that is not clear waits while the booking stays; granting puts it in force', () => {
    const booked = claim(1, { status: 'in-force', isStanding: true });
    const waits = after([booked], stepOf('change', false), 'approved')!;
    expect(statuses(waits.claims)).toEqual(['in-force', 'wanted']);
    expect(waits.claims[0]!.isStanding).toBe(true);
    expect(statuses(live(after(waits.claims, stepOf('grant-change'), 'approved')!.claims))).toEqual([
      'in-force',
    ]);
    expect(live(after(waits.claims, stepOf('refuse-change'), 'approved')!.claims)).toHaveLength(1);
  });
  test('a place indoors stays while the date stays where and when it is, and no longer', () => {
    const kept = after([asked], stepOf('set-fallback'), 'waiting')!;
    expect(kept.claims.map(({ kind, status, isStanding }) => [kind, status, isStanding])).toEqual([
      ['asked', 'wanted', true],
      ['fallback', 'held', false],
    ]);
    const approved = after(kept.claims, stepOf('approve'), 'waiting')!;
    expect(statuses(approved.claims)).toEqual(['in-force', 'held']);
    // More people, the same time and space: it stays. Ending a hold does not end it either.
    const changed = after(approved.claims, stepOf('move'), 'approved')!;
    expect(live(changed.claims).map(({ kind }) => kind)).toEqual(['fallback', 'change']);
    expect(after(kept.claims, stepOf('release-hold'), 'waiting')).toBeNull();
    const later: DateStep = { action: 'move', draft: draft('2027-04-20T11:00', '2027-04-20T13:00') };
    expect(live(after(approved.claims, later, 'approved')!.claims).map(({ kind }) => kind)).toEqual([
      'change',
    ]);
    expect(live(after(approved.claims, stepOf('cancel'), 'approved')!.claims)).toEqual([]);
    expect(statuses(live(after(approved.claims, stepOf('drop-fallback'), 'approved')!.claims))).toEqual([
      'in-force',
    ]);
  });
  test('nothing is accepted, granted or ended that is not there', () => {
    const plan = (action: 'accept' | 'refuse-proposal' | 'release-hold') =>
      planDate({ occurrenceId: 1 as OccurrenceId, state: 'waiting', claims: [asked] }, { action });
    expect([plan('accept').kind, plan('refuse-proposal').kind, plan('release-hold').kind]).toEqual(
      Array(3).fill('nothing-there'),
    );
  });
});

describe('a patch', () => {
  const offers = () => [{ layout: 'theatre' as const, seats: 50, setupMin: 40, strikeMin: 20 }];
  const patch = (more: Parameters<typeof patchDate>[1], date = draft()) =>
    patchDate(date, more, LONDON, offers);
  test('moves on the wall: over the spring change nine stays nine', () => {
    const moved = patch({ shiftMin: 7 * 1440 }, draft('2027-03-23T09:00', '2027-03-23T11:00'));
    expect([moved.startLocal, moved.endLocal]).toEqual(['2027-03-30T09:00', '2027-03-30T11:00']);
    expect(moved.content.event.end - moved.content.event.start).toBe(120);
  });
  test('another time of day keeps the length, another length the start', () => {
    expect(patch({ startsAt: '18:15' })).toMatchObject({
      startLocal: '2027-04-20T18:15',
      endLocal: '2027-04-20T20:15',
    });
    expect(patch({ lengthMin: 45 })).toMatchObject({
      startLocal: '2027-04-20T10:00',
      endLocal: '2027-04-20T10:45',
    });
  });
  test('another space is set as it is usually set there, and the cut of the old turnover is gone', () => {
    const [space] = patch({ spaces: [{ from: 1 as SpaceId, to: 2 as SpaceId }] }).content.spaces;
    expect(space).toEqual({ spaceId: 2, layout: 'theatre', people: 20, setupMin: 40, strikeMin: 20 });
  });
  test('says which fields it touches, and leaves out those a date keeps', () => {
    const more = { shiftMin: 15, people: 30 };
    expect(fieldsOf(more)).toEqual(['time', 'people']);
    expect(fieldsOf(withoutFields(more, ['time']))).toEqual(['people']);
  });
});

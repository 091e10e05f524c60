import fc from 'fast-check';
import { makeReference, REFERENCE_PATTERN } from './reference';
import { countStates, statesPresent } from './request-state';
import {
  ACTING_SIDES,
  OCCURRENCE_ACTIONS,
  OCCURRENCE_STATES,
  possibleActions,
  transition,
} from './transitions';

// Reference: domain.md section 3, written out as a list of all that may happen; everything else may not.
const ALLOWED = new Set([
  'waiting approve manager future → approved',
  'waiting decline manager future → declined',
  'waiting decline manager past → declined',
  'waiting skip manager future → skipped',
  'waiting skip manager past → skipped',
  'waiting withdraw own-request future → withdrawn',
  'waiting withdraw own-request past → withdrawn',
  'waiting approve manager past → approved',
  'waiting hold manager future → waiting',
  'waiting release-hold manager future → waiting',
  'waiting release-hold manager past → waiting',
  'waiting propose manager future → waiting',
  'waiting accept own-request future → approved',
  'waiting refuse-proposal own-request future → waiting',
  'waiting refuse-proposal own-request past → waiting',
  'waiting move manager future → waiting',
  'waiting change own-request future → waiting',
  'approved move manager future → approved',
  'approved change own-request future → approved',
  'approved hold manager future → approved',
  'approved release-hold manager future → approved',
  'approved release-hold manager past → approved',
  'approved grant-change manager future → approved',
  'approved refuse-change manager future → approved',
  'approved refuse-change manager past → approved',
  'approved refuse-change own-request future → approved',
  'approved refuse-change own-request past → approved',
  'waiting set-fallback manager future → waiting',
  'waiting drop-fallback manager future → waiting',
  'waiting drop-fallback manager past → waiting',
  'approved set-fallback manager future → approved',
  'approved drop-fallback manager future → approved',
  'approved drop-fallback manager past → approved',
  'approved cancel manager future → cancelled',
  'approved cancel own-request future → cancelled',
]);

describe('the transition table', () => {
  const all = OCCURRENCE_STATES.flatMap((from) =>
    OCCURRENCE_ACTIONS.flatMap((action) =>
      ACTING_SIDES.flatMap((side) => [false, true].map((past) => ({ from, action, side, past }))),
    ),
  );
  test.each(all)('$from · $action · $side · past $past', ({ from, action, side, past }) => {
    const result = transition(from, action, side, past);
    const listed = [...ALLOWED].find((line) =>
      line.startsWith(`${from} ${action} ${side} ${past ? 'past' : 'future'} →`),
    );
    expect(result.kind === 'moves' ? result.to : null).toBe(listed ? listed.split('→ ')[1] : null);
    expect(possibleActions(from, side, past).includes(action)).toBe(listed !== undefined);
  });

  test('says why not', () => {
    expect(transition('cancelled', 'approve', 'manager', false)).toEqual({ kind: 'no-such-step' });
    expect(transition('waiting', 'approve', 'own-request', false)).toEqual({ kind: 'not-allowed' });
    expect(transition('approved', 'cancel', 'own-request', true)).toEqual({ kind: 'past' });
  });
});

test('a request shows the states of its dates, the live ones first', () => {
  const counts = countStates(['waiting', 'declined', 'approved', 'approved']);
  expect(counts.approved).toBe(2);
  expect(statesPresent(counts)).toEqual(['approved', 'waiting', 'declined']);
});

test('a reference has no look-alike letters', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }), { minLength: 6, maxLength: 6 }),
      (draws) => {
        const reference = makeReference(() => draws.shift()!);
        expect(reference).toMatch(REFERENCE_PATTERN);
        expect(reference).not.toMatch(/[01258BILOSUVZ]/);
      },
    ),
  );
});

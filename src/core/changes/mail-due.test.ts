import fc from 'fast-check';
import type { OccurrenceId } from '../ids';
import { groupOf, mailDue, type DateTurn } from './mail-due';
import { OCCURRENCE_STATES } from './transitions';

const turn = (more: Partial<DateTurn>): DateTurn => ({
  occurrence: 1 as OccurrenceId,
  from: 'waiting',
  to: 'waiting',
  isMoved: false,
  isOffered: false,
  isHeld: false,
  ...more,
});

test.each<[string, Partial<DateTurn>[], number, ReturnType<typeof mailDue>]>([
  ['asked for', [{ from: null }], 0, 'received'],
  ['granted at once', [{ from: null, to: 'approved' }], 0, 'approved'],
  ['some granted at once, the rest waits', [{ from: null, to: 'approved' }, { from: null }], 0, 'partly'],
  ['all approved', [{ to: 'approved' }, { to: 'approved' }], 0, 'approved'],
  ['some approved, others wait', [{ to: 'approved' }], 2, 'partly'],
  ['some approved, others left out', [{ to: 'approved' }, { to: 'skipped' }], 0, 'partly'],
  ['approved and offered', [{ to: 'approved' }, { isOffered: true }], 0, 'proposal'],
  ['declined', [{ to: 'declined' }], 3, 'declined'],
  ['cancelled after approval', [{ from: 'approved', to: 'cancelled' }], 0, 'cancelled'],
  ['withdrawn while it waits', [{ to: 'withdrawn' }], 0, 'withdrawn'],
  [
    'one cancelled, one withdrawn',
    [{ from: 'approved', to: 'cancelled' }, { to: 'withdrawn' }],
    0,
    'cancelled',
  ],
  ['a booking moved', [{ from: 'approved', to: 'approved', isMoved: true }], 0, 'changed'],
  ['a waiting date put right', [{ isMoved: true }], 0, 'changed'],
  ['held', [{ isHeld: true }], 0, 'held'],
  ['a hold ended', [{}], 1, null],
  ['nothing', [], 1, null],
])('%s', (_, turns, waiting, kind) => expect(mailDue(turns.map(turn), waiting)).toBe(kind));

test('there is a mail exactly where there is something to say of a date', () => {
  const some = fc.record({
    from: fc.constantFrom(null, ...OCCURRENCE_STATES),
    to: fc.constantFrom(...OCCURRENCE_STATES),
    isMoved: fc.boolean(),
    isOffered: fc.boolean(),
    isHeld: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(some, { maxLength: 5 }), fc.nat(3), (turns, waiting) => {
      const all = turns.map(turn);
      expect(mailDue(all, waiting) === null).toBe(all.every((each) => groupOf(each) === null));
    }),
  );
});

/** What became of one date. *Done* is derived from the clock and never stored. */
export const OCCURRENCE_STATES = [
  'waiting',
  'approved',
  'declined',
  'withdrawn',
  'skipped',
  'cancelled',
] as const;
export type OccurrenceState = (typeof OCCURRENCE_STATES)[number];

/** Everything that can be done to a date; what of it is allowed depends on its state. */
export const OCCURRENCE_ACTIONS = [
  'approve',
  'hold',
  'release-hold',
  'propose',
  'accept',
  'refuse-proposal',
  'decline',
  'skip',
  'withdraw',
  'cancel',
  'move',
  'change',
  'grant-change',
  'refuse-change',
  'set-fallback',
  'drop-fallback',
] as const;
export type OccurrenceAction = (typeof OCCURRENCE_ACTIONS)[number];

/** In whose place somebody acts on a date: the office, or the request's own side (requester, deputy). */
export const ACTING_SIDES = ['manager', 'own-request', 'somebody-else'] as const;
export type ActingSide = (typeof ACTING_SIDES)[number];

interface Transition {
  readonly to: OccurrenceState;
  readonly by: readonly ActingSide[];
  /** A date whose occupied end has passed can no longer be acted on this way. */
  readonly untilPast: boolean;
}

const NONE = {} as const;

/** The one table of what may happen to a date. What is not listed cannot happen. */
export const TRANSITIONS: Readonly<
  Record<OccurrenceState, Readonly<Partial<Record<OccurrenceAction, Transition>>>>
> = {
  waiting: {
    // What was may be recorded: the check asks for a reason.
    approve: { to: 'approved', by: ['manager'], untilPast: false },
    hold: { to: 'waiting', by: ['manager'], untilPast: true },
    'release-hold': { to: 'waiting', by: ['manager'], untilPast: false },
    propose: { to: 'waiting', by: ['manager'], untilPast: true },
    accept: { to: 'approved', by: ['own-request'], untilPast: true },
    'refuse-proposal': { to: 'waiting', by: ['own-request'], untilPast: false },
    decline: { to: 'declined', by: ['manager'], untilPast: false },
    skip: { to: 'skipped', by: ['manager'], untilPast: false },
    withdraw: { to: 'withdrawn', by: ['own-request'], untilPast: false },
    move: { to: 'waiting', by: ['manager'], untilPast: true },
    change: { to: 'waiting', by: ['own-request'], untilPast: true },
    'set-fallback': { to: 'waiting', by: ['manager'], untilPast: true },
    'drop-fallback': { to: 'waiting', by: ['manager'], untilPast: false },
  },
  approved: {
    cancel: { to: 'cancelled', by: ['manager', 'own-request'], untilPast: true },
    move: { to: 'approved', by: ['manager'], untilPast: true },
    change: { to: 'approved', by: ['own-request'], untilPast: true },
    // Of a change that waits beside the booking.
    hold: { to: 'approved', by: ['manager'], untilPast: true },
    'release-hold': { to: 'approved', by: ['manager'], untilPast: false },
    'grant-change': { to: 'approved', by: ['manager'], untilPast: true },
    'refuse-change': { to: 'approved', by: ['manager', 'own-request'], untilPast: false },
    'set-fallback': { to: 'approved', by: ['manager'], untilPast: true },
    'drop-fallback': { to: 'approved', by: ['manager'], untilPast: false },
  },
  declined: NONE,
  withdrawn: NONE,
  skipped: NONE,
  cancelled: NONE,
};

/** The state a date comes into, or the code of what stands in the way. */
export type TransitionResult =
  | { readonly kind: 'moves'; readonly to: OccurrenceState }
  | { readonly kind: 'no-such-step' }
  | { readonly kind: 'not-allowed' }
  | { readonly kind: 'past' };

/** The state a date has after an action. Pure: whether the place is free is asked elsewhere. */
export function transition(
  from: OccurrenceState,
  action: OccurrenceAction,
  side: ActingSide,
  isPast: boolean,
): TransitionResult {
  const step = TRANSITIONS[from][action];
  if (!step) return { kind: 'no-such-step' };
  if (!step.by.includes(side)) return { kind: 'not-allowed' };
  return step.untilPast && isPast ? { kind: 'past' } : { kind: 'moves', to: step.to };
}

/**
 * What a request's own side and the office can do with a date now. Empty where nothing can be done with it any more.
 */
export const possibleActions = (
  from: OccurrenceState,
  side: ActingSide,
  isPast: boolean,
): OccurrenceAction[] =>
  OCCURRENCE_ACTIONS.filter((action) => transition(from, action, side, isPast).kind === 'moves');

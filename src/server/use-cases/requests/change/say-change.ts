import { say, unsaid } from '@/contracts/language/say';
import type { StepAction, StepInput } from '@/contracts/change';
import { countText } from '@/contracts/words/when';
import type { PlannedDate } from './plan-steps';

/** How a change reads in a history before its result says more. */
export const HISTORY_WORDS: Readonly<Record<StepAction, string>> = unsaid({
  approve: 'approved',
  decline: 'declined',
  skip: 'left out',
  withdraw: 'withdrew',
  cancel: 'cancelled',
  leave: 'gave up dates',
  hold: 'held',
  'release-hold': 'ended a hold',
  propose: 'proposed',
  accept: 'accepted a proposal',
  'refuse-proposal': 'refused a proposal',
  move: 'moved',
  change: 'changed',
  'grant-change': 'granted a change',
  'refuse-change': 'refused a change',
  'set-fallback': 'kept a place indoors',
  'drop-fallback': 'gave up a place indoors',
  'approve-or-move': 'approved and moved',
});

const datesText = (count: number): string => countText(count, 'date', 'dates');

function leaveText(plans: readonly PlannedDate[]): string {
  const withdrawn = plans.filter(({ plan }) => plan.to === 'withdrawn').length;
  const cancelled = plans.length - withdrawn;
  const parts = [
    withdrawn > 0 && say`withdrew ${countText(withdrawn, 'waiting date', 'waiting dates')}`,
    cancelled > 0 && say`cancelled ${countText(cancelled, 'approved date', 'approved dates')}`,
  ];
  return parts.filter(Boolean).join(say` and `);
}

function changeText(plans: readonly PlannedDate[]): string {
  const waits = plans.filter(
    ({ plan }) => plan.draft?.status === 'wanted' && plan.standing !== 'draft',
  ).length;
  const parts = [
    plans.length - waits > 0 && say`changed ${datesText(plans.length - waits)}`,
    waits > 0 &&
      say`asked the office to change ${datesText(waits)}; ${waits === 1 ? say`it stays` : say`they stay`} as booked until then`,
  ];
  return parts.filter(Boolean).join(', ');
}

function approveOrMoveText(plans: readonly PlannedDate[]): string {
  const proposed = plans.filter(({ plan }) => plan.to === 'waiting').length;
  const moved = plans.filter(({ isMoved, plan }) => isMoved && plan.to === 'approved').length;
  const parts = [
    say`approved ${datesText(plans.length - proposed)}`,
    moved > 0 && say`${moved} of them moved`,
    proposed > 0 && say`proposed another place or time for ${datesText(proposed)}`,
  ];
  return parts.filter(Boolean).join(', ');
}

const left = (waiting: number): string =>
  waiting > 0 ? say`; ${waiting} still ${waiting === 1 ? say`waits` : say`wait`}` : '';

/** What a step did, in numbers; `waiting` dates of the same requests still wait. */
export function summaryOf(step: StepInput, plans: readonly PlannedDate[], waiting: number): string {
  const dates = datesText(plans.length);
  switch (step.action) {
    case 'approve':
      return say`approved ${dates}${left(waiting)}`;
    case 'decline':
      return say`declined ${dates}${left(waiting)}`;
    case 'skip':
      return say`left out ${dates}`;
    case 'leave':
    case 'withdraw':
    case 'cancel':
      return leaveText(plans);
    case 'hold':
      return say`held ${dates}`;
    case 'release-hold':
      return say`ended the hold of ${dates}`;
    case 'propose':
      return say`proposed another place or time for ${dates}`;
    case 'accept':
      return say`accepted the proposal for ${dates}`;
    case 'refuse-proposal':
      return say`refused the proposal for ${dates}`;
    case 'move':
      return say`moved ${dates}`;
    case 'change':
      return changeText(plans);
    case 'grant-change':
      return say`granted the change of ${dates}`;
    case 'refuse-change':
      return say`refused the change of ${dates}`;
    case 'set-fallback':
      return say`kept a place indoors for ${dates}`;
    case 'drop-fallback':
      return say`gave up the place indoors for ${dates}`;
    case 'approve-or-move':
      return approveOrMoveText(plans);
  }
}

import type { DoneFacts } from '@/contracts/history/done-facts';
import { untranslated } from '@/contracts/language/translate';
import type { StepAction, StepInput } from '@/contracts/requests/change';
import type { PlannedDate } from './plan-steps';

/** How a change reads in a history before its result says more. */
export const HISTORY_WORDS: Readonly<Record<StepAction, string>> = untranslated({
  approve: 'approved',
  decline: 'declined',
  skip: 'left out',
  withdraw: 'withdrew',
  cancel: 'cancelled',
  leave: 'cancelled dates',
  hold: 'held',
  'release-hold': 'ended a hold',
  propose: 'proposed',
  accept: 'accepted a proposal',
  'refuse-proposal': 'refused a proposal',
  move: 'moved',
  change: 'changed',
  'grant-change': 'granted a change',
  'refuse-change': 'refused a change',
  'set-fallback': 'kept an indoor space',
  'drop-fallback': 'released an indoor space',
  'approve-or-move': 'approved and moved',
});

/** What a step did, in numbers; `stillWaiting` dates of the same requests wait yet. */
export const stepFacts = (
  { action }: StepInput,
  plans: readonly PlannedDate[],
  stillWaiting: number,
): DoneFacts => ({
  did: 'step',
  action,
  dates: plans.length,
  stillWaiting,
  withdrawn: plans.filter(({ plan }) => plan.to === 'withdrawn').length,
  asked: plans.filter(({ plan }) => plan.draft?.status === 'wanted' && plan.standing !== 'draft').length,
  moved: plans.filter(({ isMoved, plan }) => isMoved && plan.to === 'approved').length,
  proposed: plans.filter(({ plan }) => plan.to === 'waiting').length,
});

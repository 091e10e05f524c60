import type { ActingSide, OccurrenceAction, OccurrenceState } from '@/core/changes/transitions';
import type { ChangeReply, LeaveInput } from '@/contracts/decide';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { countText } from '@/contracts/words/when';
import { moveDates } from '../../changes/move-dates';
import { runChangeSet } from '../../changes/run-change-set';
import { ONLY_FOR } from '../../auth/policy';
import type { SignedInContext } from '../../context';
import { blockedStep } from '../blocked-step';
import { loadDates, loadRequest, type RequestRow } from '../request-rows';
import { lastChange } from '../since';

function sideOf({ viewer }: SignedInContext, request: RequestRow): ActingSide {
  if (viewer.personId === request.requesterId) return 'own-request';
  return viewer.roles.includes('manager') ? 'manager' : 'somebody-else';
}

/** Giving up a date that waits is withdrawing it, one that is approved cancelling it. */
const stepFor = (state: OccurrenceState): OccurrenceAction => (state === 'waiting' ? 'withdraw' : 'cancel');

function summaryOf(withdrawn: number, cancelled: number): string {
  const parts = [
    withdrawn > 0 && `withdrew ${countText(withdrawn, 'waiting date', 'waiting dates')}`,
    cancelled > 0 && `cancelled ${countText(cancelled, 'approved date', 'approved dates')}`,
  ];
  return parts.filter(Boolean).join(' and ');
}

/**
 * Withdraws waiting and cancels approved dates: place and stock are free at once, open orders withdrawn, readers
 * told. For whoever asked, and for the office where the date is approved.
 */
export async function leaveDates(
  ctx: SignedInContext,
  ref: string,
  input: LeaveInput,
): Promise<Outcome<ChangeReply>> {
  const order = { action: 'gave up dates', reason: input.reason, idempotencyKey: input.key };
  return runChangeSet<ChangeReply>(ctx, order, async (change) => {
    const request = await loadRequest(change.tx, ref);
    if (!request) return refuse({ code: 'not-found', what: 'request with this reference' });
    const side = sideOf(ctx, request);
    if (side === 'somebody-else') return refuse({ code: 'not-allowed', what: ONLY_FOR['request.leave'] });
    if (request.version !== input.version)
      return refuse({ code: 'stale', since: await lastChange(change.tx, request.id, request.tzid) });

    const picked = (await loadDates(change.tx, [request.id])).filter(({ id }) =>
      input.occurrences.includes(id),
    );
    if (picked.length !== input.occurrences.length)
      return refuse({ code: 'not-found', what: 'such date in this request' });
    const blocked = blockedStep(picked, stepFor, side, change.at);
    if (blocked) return refuse(blocked);
    const moved = (state: OccurrenceState) =>
      picked.filter((date) => date.state === state).map(({ id, claimId }) => ({ occurrenceId: id, claimId }));
    const [waiting, approved] = [moved('waiting'), moved('approved')];
    if (waiting.length) await moveDates(change, request.id, waiting, 'withdrawn', input.reason);
    if (approved.length) await moveDates(change, request.id, approved, 'cancelled', input.reason);
    return done({ changed: picked.length, summary: summaryOf(waiting.length, approved.length) });
  });
}

import { t } from '@/contracts/language/translate';
import type { ActingSide, OccurrenceAction, OccurrenceState } from '@/core/changes/transitions';
import type { RequestId } from '@/core/ids';
import {
  MOST_IN_STEP,
  sayTooManyInStep,
  type ChangeInput,
  type StepAction,
} from '@/contracts/requests/change';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { ONLY_FOR } from '../../auth/policy';
import type { ChangeSet } from '../../repositories/changes/change-set';
import type { SignedInContext } from '../../context/context';
import { blockedStep } from '../../repositories/requests/blocked-step';
import {
  loadDates,
  loadRequest,
  type DateRow,
  type RequestRow,
} from '../../repositories/requests/request-rows';
import { lastChange } from '../../repositories/requests/since';
import { loaded } from '@/core/lists';

export interface PickedDates {
  readonly requests: ReadonlyMap<RequestId, RequestRow>;
  /** The request of a picked date. */
  readonly requestOf: (id: RequestId) => RequestRow;
  readonly picked: readonly DateRow[];
  /** All dates of these requests, picked or not. */
  readonly all: readonly DateRow[];
}

/** The requester, and those who may act for them. */
export const actsFor = (
  { personId }: SignedInContext['viewer'],
  { requesterId, deputies }: Pick<RequestRow, 'requesterId' | 'deputies'>,
): boolean => personId === requesterId || deputies.includes(personId);

/** In whose place somebody acts on a request. Managers who asked themselves act as the office where only it may. */
export function sideOf({ viewer }: SignedInContext, request: RequestRow, step: StepAction): ActingSide {
  const isOwn = actsFor(viewer, request);
  const isManager = viewer.roles.includes('manager');
  if (isOwn && (!isManager || OWN_STEPS.includes(step))) return 'own-request';
  return isManager ? 'manager' : 'somebody-else';
}

const OWN_STEPS: readonly StepAction[] = [
  'leave',
  'withdraw',
  'cancel',
  'change',
  'accept',
  'refuse-proposal',
];

/** The step of the transition table a wish comes down to for a date in a state. */
export function actionFor(step: StepAction, state: OccurrenceState): OccurrenceAction {
  if (step === 'leave') return state === 'waiting' ? 'withdraw' : 'cancel';
  return step === 'approve-or-move' ? 'approve' : step;
}

/** What a step on these dates costs to write. */
export const timesSpaces = (dates: readonly DateRow[]): number =>
  dates.reduce((sum, { claim }) => sum + Math.max(1, claim.spaces.length), 0);

/** The picked dates as they stand inside the transaction, or why the step cannot be taken on them. */
export async function pickDates(
  ctx: SignedInContext,
  change: ChangeSet,
  { items, step }: Pick<ChangeInput, 'items' | 'step'>,
): Promise<Outcome<PickedDates>> {
  const requests = new Map<RequestId, RequestRow>();
  const sides = new Map<RequestId, ActingSide>();
  for (const { reference, version } of items) {
    const request = await loadRequest(change.tx, reference);
    if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
    const side = sideOf(ctx, request, step.action);
    if (side === 'somebody-else') return refuse({ code: 'not-allowed', what: ONLY_FOR['request.change'] });
    if (request.version !== version)
      return refuse({ code: 'stale', since: await lastChange(change.tx, request.id, request.tzid) });
    requests.set(request.id, request);
    sides.set(request.id, side);
  }
  const all = await loadDates(change.tx, [...requests.keys()]);
  const wanted = new Set(items.flatMap(({ occurrences }) => occurrences));
  const picked = all.filter(({ id }) => wanted.has(id));
  if (picked.length !== wanted.size) return refuse({ code: 'not-found', what: t`such date in this request` });
  if (timesSpaces(picked) > MOST_IN_STEP)
    return refuse({ code: 'bad-input', fields: [{ path: 'items', message: sayTooManyInStep() }] });
  const actingOf = loaded('the side of request', sides);
  const blocked = blockedStep(
    picked,
    (state) => actionFor(step.action, state),
    ({ requestId }) => actingOf(requestId),
    change.at,
  );
  return blocked ? refuse(blocked) : done({ requests, requestOf: loaded('request', requests), picked, all });
}

import type { ClaimId, OccurrenceId, RequestId } from '@/core/ids';
import type { OccurrenceState } from '@/core/changes/transitions';
import type { ChangeSet } from './change-set';
import type { ClaimStatus } from './claims';
import { rewriteOccupancy } from './occupancy-rows';
import { syncOrders } from './sync-orders';
import { syncPublished } from './sync-published';

/** What becomes of the claim when its date reaches a state. */
const CLAIM_STATUS: Readonly<Record<OccurrenceState, ClaimStatus>> = {
  waiting: 'wanted',
  approved: 'in-force',
  declined: 'released',
  withdrawn: 'released',
  skipped: 'released',
  cancelled: 'released',
};

export interface MovedDate {
  readonly occurrenceId: OccurrenceId;
  readonly claimId: ClaimId;
}

/** Takes dates to a state with all that follows from it: claims, occupancy, orders, what readers see, versions. */
export async function moveDates(
  change: ChangeSet,
  requestId: RequestId,
  dates: readonly MovedDate[],
  to: OccurrenceState,
  reason: string,
): Promise<void> {
  const occurrences = dates.map(({ occurrenceId }) => occurrenceId);
  const claims = dates.map(({ claimId }) => claimId);
  change.requestId = requestId;
  await change.update('claim', claims, () => ({ status: CLAIM_STATUS[to], hold_until_min: null }));
  await rewriteOccupancy(change.tx, claims);
  await change.updateVersioned('occurrence', occurrences, { state: to, reason });
  await syncOrders(change, occurrences);
  await syncPublished(change, requestId);
  await change.updateVersioned('request', [requestId], {});
}

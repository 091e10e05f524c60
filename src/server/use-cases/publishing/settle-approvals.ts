import { t, untranslated } from '@/contracts/language/translate';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { changeByTime } from '../../effects/change-by-time';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import type { Writer } from '../../db/connection';
import { loadRequest } from '../../repositories/requests/request-rows';
import { SETTLED_REQUESTS, UNSETTLED_OF_REQUEST } from './publish.queries';
import { UnsettledApproval } from '../../db/tables/publishing';

/**
 * Shows readers what can no longer be taken back. What an outage left over is caught up on, once.
 * @returns how many requests there were.
 */
export async function settleApprovals(tx: Writer, now: EpochMinute): Promise<number> {
  const due = await tx.value(SETTLED_REQUESTS, { now });
  if (!due.length) return 0;
  // What is due goes with this change, so that none comes twice: its own number is key enough. It is not in the history
  // of the requests: what was done to them is there already.
  const command = { action: 'approval settled', key: (id: number) => `settle:${id}` };
  await changeByTime(tx, now, command, async (change) => change.because({ kind: 'readers', requests: due }));
  return due.length;
}

/** Shows readers at once what was approved a moment ago. Taken back after that, they are told it is cancelled. */
export async function publishNow(
  ctx: SignedInContext,
  reference: string,
  key: string,
): Promise<Outcome<{ readonly summary: string }>> {
  const order = { action: untranslated('published at once'), reason: '', idempotencyKey: key };
  return runChangeSet(ctx, order, async (change) => {
    const request = await loadRequest(change.tx, reference);
    if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
    const waiting = await change.tx.all(UNSETTLED_OF_REQUEST, { request: request.id });
    await change.tx.table(UnsettledApproval).remove({ occurrence_id: waiting.map(({ id }) => id) });
    change.requestIds.add(request.id);
    change.because({ kind: 'readers', requests: [request.id] });
    return done({ summary: change.tell({ did: 'published-at-once', dates: waiting.length }) });
  });
}

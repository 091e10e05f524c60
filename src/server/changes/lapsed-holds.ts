import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Writer } from '../db/connection';
import { queueLapsed } from '../mail/queue-lapsed';
import { ChangeSet } from './change-set';
import { breakLinks, healCuts } from './links';
import { rewriteOccupancy } from './occupancy-rows';
import { Claim } from '../db/tables/claims';
import { Request } from '../db/tables/requests';
import { LAPSED_HOLDS } from './changes.queries';
import { NAME_LAPSED_REQUESTS } from './changes.queries';
import { ChangeSetRow } from '../db/tables/records';

/**
 * Claims held until now or earlier stop occupying: what was asked for waits again, a proposal is gone. Part of every
 * write, before anything is checked, so that a lapsed hold can never refuse anybody; and a job, so that it also happens
 * in a quiet hour.
 */
export async function releaseLapsedHolds(tx: Writer, now: EpochMinute): Promise<number> {
  const lapsed = await tx.all(LAPSED_HOLDS, { now });
  if (!lapsed.length) return 0;
  const ids = lapsed.map(({ id }) => id);
  const key = `hold-lapsed:${now}:${ids.join(',')}`.slice(0, 200);
  const id = await tx
    .table(ChangeSetRow)
    .insert({ actor_id: null, at_min: now, action: 'hold lapsed', idempotency_key: key });
  const change = new ChangeSet(tx, id, null, now);
  const toHeal = await breakLinks(change, ids);
  await change.update(Claim, ids, (row) => ({
    // What stood beside the date is gone; what was asked for waits on.
    status: row.kind === 'proposal' || row.kind === 'fallback' ? 'released' : 'wanted',
    hold_until_min: null,
  }));
  await rewriteOccupancy(tx, ids);
  await rewriteOccupancy(tx, await healCuts(change, toHeal));
  const requests = [...new Set(lapsed.map(({ request }) => request))];
  await change.updateVersioned(Request, requests, {});
  await tx.execute(NAME_LAPSED_REQUESTS, { id, requests });
  await queueLapsed(
    change,
    lapsed.filter(({ kind }) => kind !== 'fallback').map(({ id }) => id),
  );
  await change.writeHistory();
  return ids.length;
}

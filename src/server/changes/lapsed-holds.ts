import type { ClaimId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Writer } from '../db/connection';
import { ChangeSet } from './change-set';
import { rewriteOccupancy } from './occupancy-rows';

/**
 * Claims held until now or earlier go back to waiting and stop occupying. Part of every write, before anything is
 * checked, so that a lapsed hold can never refuse anybody; and a job, so that it also happens in a quiet hour.
 */
export async function releaseLapsedHolds(tx: Writer, now: EpochMinute): Promise<number> {
  const lapsed = await tx.rows<{ id: ClaimId }>(
    `SELECT id FROM claim WHERE status = 'held' AND hold_until_min <= $now`,
    { now },
  );
  if (!lapsed.length) return 0;
  const ids = lapsed.map(({ id }) => id);
  const id = await tx.insertRow(
    `INSERT INTO change_set (actor_id, at_min, action, idempotency_key) VALUES (NULL, $now, 'hold lapsed', $key)`,
    { now, key: `hold-lapsed:${now}:${ids.join(',')}` },
  );
  const change = new ChangeSet(tx, id, null, now);
  await change.update('claim', ids, () => ({ status: 'wanted', hold_until_min: null }));
  await rewriteOccupancy(tx, ids);
  await change.writeHistory();
  return ids.length;
}

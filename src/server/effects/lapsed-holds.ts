import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Writer } from '../db/connection';
import { queueLapsed } from './letters/queue-lapsed';
import { changeByTime } from './change-by-time';
import { Claim } from '../db/tables/claims';
import { LAPSED_HOLDS } from './effects.queries';

/**
 * Claims held until now or earlier stop occupying: what was asked for waits again, a proposal is gone. Part of every
 * write, before anything is checked, so that a lapsed hold can never refuse anybody; and a job, so that it also happens
 * in a quiet hour.
 */
export async function releaseLapsedHolds(tx: Writer, now: EpochMinute): Promise<number> {
  const lapsed = await tx.all(LAPSED_HOLDS, { now });
  if (!lapsed.length) return 0;
  const ids = lapsed.map(({ id }) => id);
  const command = { action: 'hold lapsed', key: () => `hold-lapsed:${now}:${ids.join(',')}` };
  return changeByTime(tx, now, command, async (change) => {
    await change.update(Claim, ids, (row) => ({
      // What stood beside the date is gone; what was asked for waits on.
      status: row.kind === 'proposal' || row.kind === 'fallback' ? 'released' : 'wanted',
      hold_until_min: null,
    }));
    await change.follow();
    await queueLapsed(
      change,
      lapsed.filter(({ kind }) => kind !== 'fallback').map(({ id }) => id),
    );
    return ids.length;
  });
}

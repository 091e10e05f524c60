import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { changeByTime } from '../../effects/change-by-time';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { siteZone } from '../../repositories/world/space-facts';
import type { Writer } from '../../db/connection';
import { DUE_REQUESTS } from './publish.queries';
import { Setting } from '../../db/tables/house';

/** The setting that says up to which day was worked off. */
const UNTIL = 'published_until';

/**
 * Puts on the calendars what is to be published from a day on that has come. The last day that was worked off is kept,
 * so that one run after an outage catches up on all of them, once.
 * @returns how many requests there were.
 */
export async function publishDue(tx: Writer, now: EpochMinute): Promise<number> {
  const today = dateOf(toLocal(now, await siteZone(tx)));
  const settings = tx.table(Setting);
  const kept = await settings.first({ key: UNTIL });
  const due = await tx.value(DUE_REQUESTS, { today, seen: kept?.value ?? '' });
  if (due.length) {
    const command = { action: 'publishing day came', key: () => `publish:${now}:${due.join(',')}` };
    await changeByTime(tx, now, command, async (change) => {
      for (const request of due) change.requestIds.add(request);
      change.because({ kind: 'readers', requests: due });
    });
  }
  // A whole lot may not be all of it: then the same days are looked at again.
  if (due.length < 500) await settings.put({ key: UNTIL, value: today });
  return due.length;
}

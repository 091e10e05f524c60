import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { ChangeSet } from '../../changes/change-set';
import { syncPublished } from '../../changes/publishing/sync-published';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { siteZone } from '../../db/space-facts';
import type { Writer } from '../../db/connection';
import { DUE, DUE_NOTICES_KEPT } from './publish.queries';

/**
 * Puts on the calendars what is to be published from a day on that has come. The last day that was worked off is kept,
 * so that one run after an outage catches up on all of them, once.
 * @returns how many requests there were.
 */
export async function publishDue(tx: Writer, now: EpochMinute): Promise<number> {
  const today = dateOf(toLocal(now, await siteZone(tx)));
  const [kept] = await tx.all(DUE_NOTICES_KEPT);
  const due = await tx.value(DUE, { today, seen: kept?.value ?? '' });
  if (due.length) {
    const id = await tx.insertRow(
      `INSERT INTO change_set (actor_id, at_min, action, idempotency_key) VALUES (NULL, $now, 'publishing day came', $key)`,
      { now, key: `publish:${now}:${due.join(',')}`.slice(0, 200) },
    );
    const change = new ChangeSet(tx, id, null, now);
    await syncPublished(change, due);
    await change.writeHistory();
    await tx.run(
      'INSERT INTO change_set_request (change_set_id, request_id) SELECT $id, value FROM json_each($requests)',
      { id, requests: JSON.stringify(due) },
    );
  }
  // A whole lot may not be all of it: then the same days are looked at again.
  if (due.length < 500)
    await tx.run(
      `INSERT INTO setting (key, value) VALUES ('published_until', $today) ON CONFLICT DO UPDATE SET value = excluded.value`,
      { today },
    );
  return due.length;
}

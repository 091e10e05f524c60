import type { RequestId } from '@/core/ids';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { ChangeSet } from '../../changes/change-set';
import { syncPublished } from '../../changes/publishing/sync-published';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { siteZone } from '../../db/space-facts';
import type { Writer } from '../../db/connection';

// Announced by today and not written down yet; and what a database of an older version holds, which has no texts.
const DUE = `SELECT json_group_array(id) AS json FROM (
  SELECT n.request_id AS id FROM notice n JOIN request r ON r.id = n.request_id AND r.publish = 1 AND n.held_back = 0
    WHERE n.publish_from <= $today AND n.publish_from > $seen
      AND EXISTS (SELECT 1 FROM occurrence o WHERE o.request_id = n.request_id AND o.state = 'approved')
  UNION SELECT s.request_id FROM published p JOIN segment s ON s.id = p.segment_id
    WHERE NOT EXISTS (SELECT 1 FROM feed_part f WHERE f.calendar_id = p.calendar_id AND f.segment_id = p.segment_id) LIMIT 500)`;

/**
 * Puts on the calendars what is to be published from a day on that has come. The last day that was worked off is kept,
 * so that one run after an outage catches up on all of them, once.
 * @returns how many requests there were.
 */
export async function publishDue(tx: Writer, now: EpochMinute): Promise<number> {
  const today = dateOf(toLocal(now, await siteZone(tx)));
  const [kept] = await tx.rows<{ value: string }>(`SELECT value FROM setting WHERE key = 'published_until'`);
  const due = await tx.json<RequestId[]>(DUE, { today, seen: kept?.value ?? '' });
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

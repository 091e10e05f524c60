import type { RequestId } from '@/core/ids';
import type { Viewer } from '@/core/publishing/right-to-know';
import { UNDO_MINUTES } from '@/core/changes/undo-time';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Reader } from '../../db/connection';

/**
 * SQL: a change `c` that somebody made no longer ago than changes are taken back, that nobody has taken back yet, and that
 * altered something of a request which was there before. Whether anything has touched it since is told as it is undone.
 */
export const CAN_BE_UNDONE = `(c.actor_id IS NOT NULL AND c.undoes_id IS NULL AND c.at_min >= $undoFrom
  AND NOT EXISTS (SELECT 1 FROM change_set u WHERE u.undoes_id = c.id)
  AND NOT EXISTS (SELECT 1 FROM history h WHERE h.change_set_id = c.id AND h.entity = 'request' AND h.before IS NULL)
  AND EXISTS (SELECT 1 FROM history h WHERE h.change_set_id = c.id AND h.entity IN ('request', 'occurrence', 'claim', 'notice', 'segment')))`;

export const undoFrom = (now: EpochMinute): number => now - UNDO_MINUTES;

/** Those of a request's changes that this person can still take back: their own, and the office any. */
export async function undoableChanges(
  reader: Reader,
  request: RequestId,
  viewer: Viewer | null,
  now: EpochMinute,
): Promise<ReadonlySet<number>> {
  if (viewer === null) return new Set();
  const rows = await reader.rows<{ id: number }>(
    `SELECT c.id FROM change_set c JOIN change_set_request x ON x.change_set_id = c.id WHERE x.request_id = $request AND (c.actor_id = $me OR $isOffice) AND ${CAN_BE_UNDONE}`,
    {
      request,
      me: viewer.personId,
      isOffice: viewer.roles.includes('manager') ? 1 : 0,
      undoFrom: undoFrom(now),
    },
  );
  return new Set(rows.map(({ id }) => id));
}

import type { RequestId } from '@/core/ids';
import type { Viewer } from '@/core/publishing/right-to-know';
import { UNDO_MINUTES } from '@/core/changes/undo-time';
import { addMinutes, type EpochMinute } from '@/core/time/epoch-minute';
import type { Reader } from '../../../db/connection';
import { UNDOABLE_CHANGES } from './change.queries';

export const undoFrom = (now: EpochMinute): EpochMinute => addMinutes(now, -UNDO_MINUTES);

/** Those of a request's changes that this person can still take back: their own, and the office any. */
export async function undoableChanges(
  reader: Reader,
  request: RequestId,
  viewer: Viewer | null,
  now: EpochMinute,
): Promise<ReadonlySet<number>> {
  if (viewer === null) return new Set();
  const rows = await reader.all(UNDOABLE_CHANGES, {
    request,
    me: viewer.personId,
    isOffice: viewer.roles.includes('manager') ? 1 : 0,
    undoFrom: undoFrom(now),
  });
  return new Set(rows.map(({ id }) => id));
}

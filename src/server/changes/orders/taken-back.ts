import type { OccurrenceId, SpaceId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { WantedOrder } from '@/core/work-orders/orders-for';
import { counterContent, type TakeBack } from '@/core/work-orders/plan-orders';
import type { ChangeSet } from '../change-set';
import type { OrderRow } from './store-orders';

interface DoneRow {
  readonly id: number;
  readonly occurrenceId: OccurrenceId;
  readonly afterOccurrenceId: OccurrenceId | null;
  readonly spaceId: SpaceId | null;
  readonly teamId: number;
  readonly workMin: number;
  /** When the next thing begins in the space on any part of its floor; null where nothing does. */
  readonly next: EpochMinute | null;
  /** When the space would have been given up. */
  readonly end: EpochMinute;
}

// In time for what comes next on any part of the floor, and before it would have been cleared anyway.
const DONE = `SELECT w.id, w.occurrence_id AS occurrenceId, w.after_occurrence_id AS afterOccurrenceId, w.space_id AS spaceId, w.team_id AS teamId, w.work_min AS workMin,
  c.end_min + c.exit_min + COALESCE(s.strike_min, 0) AS end,
  (SELECT MIN(o.start_min) FROM space_part p JOIN occupancy o ON o.resource_id = p.resource_id AND o.occupies = 1 AND o.start_min > $now WHERE p.space_id = w.space_id) AS next
FROM work_order w JOIN claim c ON c.id = w.claim_id LEFT JOIN claim_space s ON s.claim_id = c.id AND s.space_id = w.space_id
WHERE w.id IN (SELECT value FROM json_each($ids))`;

/** The orders that take back what was set for nothing: the same things the other way, at once. */
export async function takenBack(
  change: ChangeSet,
  all: readonly TakeBack<OrderRow>[],
): Promise<WantedOrder[]> {
  if (!all.length) return [];
  const rows = await change.tx.rows<DoneRow>(DONE, {
    now: change.at,
    ids: JSON.stringify(all.map(({ done }) => done.id)),
  });
  const byId = new Map(rows.map((row) => [row.id, row]));
  return all.map(({ done, key }) => {
    const { occurrenceId, afterOccurrenceId, spaceId, teamId, workMin, next, end } = byId.get(done.id)!;
    return {
      key,
      origin: 'counter',
      occurrenceId,
      afterOccurrenceId,
      spaceId,
      teamId,
      personId: null,
      phase: 'strike',
      workMin,
      issueMin: null,
      coveredBy: null,
      isBandWork: false,
      content: counterContent(done, {
        fromMin: change.at,
        dueMin: Math.min(end, next ?? end) as EpochMinute,
      }),
    };
  });
}

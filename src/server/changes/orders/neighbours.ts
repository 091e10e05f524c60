import type { ClaimId, OccurrenceId, SpaceId } from '@/core/ids';
import type { Interval } from '@/core/time/epoch-minute';
import { MOST_STANDING_MIN } from '@/core/work-orders/turnover-orders';
import type { Reader } from '../../db/connection';

/** One space of a date, with what it occupies there or occupied before. */
export interface Spot extends Interval {
  readonly spaceId: SpaceId;
}

/** What comes next to a spot on all parts of its floor: the same claim, in force, of the same space. */
export interface Neighbour extends Spot {
  readonly claimId: ClaimId;
  readonly occurrenceId: OccurrenceId;
}

type NeighbourTuple = [
  spot: number,
  claim: ClaimId | null,
  occurrence: OccurrenceId | null,
  space: SpaceId | null,
  start: Interval['start'] | null,
  end: Interval['end'] | null,
  status: string | null,
];

// Rows of one resource never overlap, so the nearest by start is the nearest by end: one seek a part.
const nearest = (side: 'before' | 'after') => `
SELECT json_group_array(json_array(j.key, o.claim_id, c.occurrence_id, s.space_id, o.start_min, o.end_min, c.status)) AS json
FROM json_each($spots) j JOIN space_part p ON p.space_id = j.value->>0
  LEFT JOIN occupancy o ON o.id = (SELECT n.id FROM occupancy n WHERE n.resource_id = p.resource_id AND n.occupies = 1 AND ${
    side === 'before'
      ? 'n.end_min <= j.value->>1 AND n.end_min > (j.value->>1) - $most ORDER BY n.end_min DESC'
      : 'n.start_min >= j.value->>2 AND n.start_min < (j.value->>2) + $most ORDER BY n.start_min'
  } LIMIT 1)
  LEFT JOIN claim_space s ON s.id = o.claim_space_id LEFT JOIN claim c ON c.id = o.claim_id`;
const NEAREST = { before: nearest('before'), after: nearest('after') };

/** For each spot what is next to it within a night; null where that is nothing, or not the same on all parts of its floor. */
export async function nextTo(
  reader: Reader,
  spots: readonly Spot[],
  side: 'before' | 'after',
): Promise<(Neighbour | null)[]> {
  if (!spots.length) return [];
  const rows = await reader.json<NeighbourTuple[]>(NEAREST[side], {
    spots: JSON.stringify(spots.map(({ spaceId, start, end }) => [spaceId, start, end])),
    most: MOST_STANDING_MIN,
  });
  const bySpot = new Map<number, NeighbourTuple[]>();
  for (const row of rows) bySpot.set(row[0], [...(bySpot.get(row[0]) ?? []), row]);
  return spots.map(({ spaceId }, index) => {
    const [first, ...others] = bySpot.get(index) ?? [];
    const [, claimId, occurrenceId, space, start, end, status] = first ?? [];
    if (!claimId || space !== spaceId || status !== 'in-force') return null;
    if (others.some((row) => row[1] !== claimId || row[3] !== space)) return null;
    return { claimId, occurrenceId: occurrenceId!, spaceId, start: start!, end: end! };
  });
}

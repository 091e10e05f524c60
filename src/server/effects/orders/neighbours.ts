import type { ClaimId, OccurrenceId, ResourceId, SpaceId } from '@/core/ids';
import type { Interval } from '@/core/time/epoch-minute';
import { MOST_STANDING_MIN } from '@/core/work-orders/turnover-orders';
import type { Reader } from '../../db/connection';

/** One space of a date, with what it occupies there or occupied before. */
export interface Spot extends Interval {
  readonly spaceId: SpaceId;
}

/** What is in force next to a spot on one part of its floor, in whatever space that part belongs to there. */
export interface Neighbour extends Spot {
  readonly part: ResourceId;
  readonly claimId: ClaimId;
  readonly occurrenceId: OccurrenceId;
}

type NeighbourTuple = [
  spot: number,
  part: ResourceId,
  claim: ClaimId | null,
  occurrence: OccurrenceId | null,
  space: SpaceId | null,
  start: Interval['start'] | null,
  end: Interval['end'] | null,
];

// Rows of one resource never overlap, so the nearest by start is the nearest by end: one seek a part. What is only held
// may never come to be: orders follow what is in force.
const nearest = (side: 'before' | 'after') => `
SELECT json_group_array(json_array(j.key, p.resource_id, o.claim_id, c.occurrence_id, s.space_id, o.start_min, o.end_min)) AS json
FROM json_each($spots) j JOIN space_part p ON p.space_id = j.value->>0
  LEFT JOIN occupancy o ON o.id = (SELECT n.id FROM occupancy n JOIN claim k ON k.id = n.claim_id AND k.status = 'in-force' WHERE n.resource_id = p.resource_id AND n.occupies = 1 AND ${
    side === 'before'
      ? 'n.end_min <= j.value->>1 AND n.end_min > (j.value->>1) - $most ORDER BY n.end_min DESC'
      : 'n.start_min >= j.value->>2 AND n.start_min < (j.value->>2) + $most ORDER BY n.start_min'
  } LIMIT 1)
  LEFT JOIN claim_space s ON s.id = o.claim_space_id LEFT JOIN claim c ON c.id = o.claim_id`;
const NEAREST = { before: nearest('before'), after: nearest('after') };

export interface Beside {
  /** The same claim of the same space on all parts: only that can take over how the space stands. */
  readonly same: Neighbour | null;
  readonly onParts: readonly Neighbour[];
}

function besideOf({ spaceId }: Spot, rows: readonly NeighbourTuple[]): Beside {
  const onParts = rows.flatMap(([, part, claimId, occurrenceId, space, start, end]): Neighbour[] =>
    claimId && space
      ? [{ part, claimId, occurrenceId: occurrenceId!, spaceId: space, start: start!, end: end! }]
      : [],
  );
  const [first] = onParts;
  const isSame =
    first !== undefined &&
    onParts.length === rows.length &&
    onParts.every((each) => each.claimId === first.claimId && each.spaceId === spaceId);
  return { same: isSame ? first : null, onParts };
}

/** For each spot what is next to it within a night. */
export async function nextTo(
  reader: Reader,
  spots: readonly Spot[],
  side: 'before' | 'after',
): Promise<Beside[]> {
  if (!spots.length) return [];
  const rows = await reader.json<NeighbourTuple[]>(NEAREST[side], {
    spots: JSON.stringify(spots.map(({ spaceId, start, end }) => [spaceId, start, end])),
    most: MOST_STANDING_MIN,
  });
  const bySpot = spots.map((): NeighbourTuple[] => []);
  for (const row of rows) bySpot[row[0]]!.push(row);
  return spots.map((spot, index) => besideOf(spot, bySpot[index]!));
}

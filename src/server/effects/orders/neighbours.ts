import type { ClaimId, OccurrenceId, ResourceId, SpaceId } from '@/core/ids';
import type { Interval } from '@/core/time/epoch-minute';
import { MOST_STANDING_MIN } from '@/core/work-orders/turnover-orders';
import type { Reader } from '../../db/connection';
import { NEAREST } from './orders.queries';
import { groupBy } from '@/core/lists';

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

type NeighbourTuple = Awaited<ReturnType<typeof nearestRows>>[number];

export interface Beside {
  /** The same claim of the same space on all parts: only that can take over how the space stands. */
  readonly same: Neighbour | null;
  readonly onParts: readonly Neighbour[];
}

function besideOf({ spaceId }: Spot, rows: readonly NeighbourTuple[]): Beside {
  const onParts = rows.flatMap(([, part, claimId, occurrenceId, space, start, end]): Neighbour[] =>
    claimId === null || occurrenceId === null || space === null || start === null || end === null
      ? []
      : [{ part, claimId, occurrenceId, spaceId: space, start, end }],
  );
  const [first] = onParts;
  const isSame =
    first !== undefined &&
    onParts.length === rows.length &&
    onParts.every((each) => each.claimId === first.claimId && each.spaceId === spaceId);
  return { same: isSame ? first : null, onParts };
}

const nearestRows = (reader: Reader, spots: readonly Spot[], side: 'before' | 'after') =>
  reader.value(NEAREST(side), {
    spots: spots.map(({ spaceId, start, end }) => [spaceId, start, end]),
    most: MOST_STANDING_MIN,
  });

/** For each spot what is next to it within a night. */
export async function nextTo(
  reader: Reader,
  spots: readonly Spot[],
  side: 'before' | 'after',
): Promise<Beside[]> {
  if (!spots.length) return [];
  const bySpot = groupBy(await nearestRows(reader, spots, side), ([index]) => index);
  return spots.map((spot, index) => besideOf(spot, bySpot.get(index) ?? []));
}

import type { ClaimDraft } from '@/core/changes/plan-date';
import type { SpaceId } from '@/core/ids';
import { bandMinutesOf, bandsOf } from '@/core/occupancy/bands';
import { dateOf } from '@/core/time/local-time';
import type { Drawn } from '@/contracts/requests/drawn';
import { spanText } from '@/contracts/words/when';

/** A date in each of its spaces, for the drawing. */
export function drawnDate(
  { startLocal, endLocal, content }: ClaimDraft,
  nameOf: (space: SpaceId) => string,
): Drawn {
  return {
    day: dateOf(startLocal),
    when: spanText(startLocal, endLocal),
    places: content.spaces.map((space) => ({
      spaceId: space.spaceId,
      name: nameOf(space.spaceId),
      bands: bandsOf(content.event, bandMinutesOf(content, space)),
    })),
  };
}

import { datesIn, type Candidate, type PlaceWanted, type StandingAt } from '@/core/checks/place-search';
import { hostSpan, setupKeyOf } from '@/core/occupancy/bands';
import type { Reader } from '../../db/connection';
import { STANDING } from './calendar.queries';

/** What stands in every candidate in the window of every date, setup to strike, in one statement. */
export async function standingIn(
  reader: Reader,
  candidates: readonly Candidate[],
  wanted: PlaceWanted,
): Promise<StandingAt> {
  const parts = candidates.flatMap(({ space, offer }, index) =>
    space.parts.map((part) => [
      index,
      part,
      offer.setupMin,
      offer.strikeMin,
      setupKeyOf({ spaceId: space.id, layout: offer.layout }),
    ]),
  );
  const [first] = candidates;
  const dates = first
    ? datesIn(first, wanted).map(({ claim }) => {
        const { start, end } = hostSpan(claim.event, claim.accessMin, claim.exitMin);
        return [start, end];
      })
    : [];
  const rows = await reader.value(STANDING, {
    parts: parts,
    dates: dates,
  });
  // Of several parts one that is taken settles it.
  const taken = new Uint8Array(candidates.length * dates.length);
  for (const [candidate, date, isOwnKey] of rows) {
    const at = candidate * dates.length + date;
    taken[at] = Math.max(taken[at] ?? 0, isOwnKey === 1 ? 1 : 2);
  }
  return (candidate, date) => {
    const found = taken[candidate * dates.length + date];
    return found === 2 ? 'taken' : found === 1 ? 'perhaps' : 'free';
  };
}

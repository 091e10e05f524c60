import { datesIn, type Candidate, type PlaceWanted, type StandingAt } from '@/core/checks/place-search';
import { hostSpan, setupKeyOf } from '@/core/occupancy/bands';
import type { Reader } from '../../db/connection';

// One seek for each part on each date: the first row that ends after the window begins is the only one that can tell
// whether something stands in it. Start and number of that row travel in one value, so that it is sought once.
const STANDING = `
WITH part AS MATERIALIZED (SELECT value->>0 AS candidate, value->>1 AS part, value->>2 AS before, value->>3 AS after, value->>4 AS setup_key FROM json_each($parts)),
day AS MATERIALIZED (SELECT key AS date, value->>0 AS host_start, value->>1 AS host_end FROM json_each($dates)),
hit AS MATERIALIZED (SELECT p.candidate, d.date, d.host_end + p.after AS ends, p.setup_key,
  (SELECT (f.start_min << 32) | f.id FROM occupancy f WHERE f.resource_id = p.part AND f.occupies = 1 AND f.end_min > d.host_start - p.before ORDER BY f.end_min LIMIT 1) AS row
  FROM part p CROSS JOIN day d)
SELECT json_group_array(json_array(h.candidate, h.date, (SELECT s.setup_key = h.setup_key FROM occupancy o JOIN claim_space s ON s.id = o.claim_space_id
  WHERE o.id = (h.row & 4294967295)))) AS json FROM hit h WHERE (h.row >> 32) < h.ends`;

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
  const rows = await reader.json<[candidate: number, date: number, isOwnKey: 0 | 1 | null][]>(STANDING, {
    parts: JSON.stringify(parts),
    dates: JSON.stringify(dates),
  });
  // Of several parts one that is taken settles it.
  const taken = new Uint8Array(candidates.length * dates.length);
  for (const [candidate, date, isOwnKey] of rows) {
    const at = candidate * dates.length + date;
    taken[at] = Math.max(taken[at]!, isOwnKey === 1 ? 1 : 2);
  }
  return (candidate, date) => {
    const found = taken[candidate * dates.length + date];
    return found === 2 ? 'taken' : found === 1 ? 'perhaps' : 'free';
  };
}

import type { ClaimId, PersonId, RequestId, ResourceId, SpaceId } from '@/core/ids';
import type { EpochMinute, Interval } from '@/core/time/epoch-minute';
import type { Reader } from '../../db/connection';

export interface BoardSpaceRow {
  readonly id: SpaceId;
  readonly code: string;
  readonly name: string;
  readonly building: string;
  readonly outdoor: 0 | 1;
  readonly stepFree: 0 | 1;
  readonly seats: number;
  readonly parts: ResourceId[];
  readonly madeOf: string[];
}

const SPACES = `
SELECT json_group_array(json_object('id', s.id, 'code', s.code, 'name', s.name, 'building', b.name, 'outdoor', s.outdoor, 'stepFree', s.step_free,
  'seats', COALESCE((SELECT MAX(l.seats) FROM space_layout l WHERE l.space_id = s.id), 0),
  'parts', (SELECT json_group_array(p.resource_id) FROM space_part p WHERE p.space_id = s.id),
  'madeOf', (SELECT json_group_array(k.name) FROM space_child c JOIN space k ON k.id = c.child_id WHERE c.parent_id = s.id)
) ORDER BY b.position, s.position) AS json
FROM space s JOIN building b ON b.id = s.building_id WHERE s.retired_at IS NULL`;

export const loadBoardSpaces = (reader: Reader): Promise<BoardSpaceRow[]> =>
  reader.json<BoardSpaceRow[]>(SPACES);

/** An occupied part: claim space and resource; details are looked up once per claim space. */
export type TakenPart = readonly [
  claimSpace: number,
  resource: ResourceId,
  start: EpochMinute,
  end: EpochMinute,
];

// Occupying rows of a resource never overlap: from the first that ends in the day to the last that starts in it.
const OCCUPIED = `
SELECT json_group_array(json_array(o.claim_space_id, o.resource_id, o.start_min, o.end_min)) AS json FROM resource r
JOIN occupancy o ON o.resource_id = r.id AND o.occupies = 1 AND o.start_min < $end
  AND o.start_min >= COALESCE((SELECT f.start_min FROM occupancy f WHERE f.resource_id = r.id AND f.occupies = 1 AND f.end_min > $start
    ORDER BY f.end_min LIMIT 1), $end)
WHERE r.kind = 'part'`;

// Waiting rows may overlap. None is longer than the longest date with its bands: 31 days and four bands of a day.
const LONGEST_WAITING_MIN = 35 * 1440;
const WAITING = `
SELECT json_group_array(json_array(o.claim_space_id, o.resource_id, o.start_min, o.end_min)) AS json FROM occupancy o
WHERE o.occupies = 0 AND o.start_min > $start - ${LONGEST_WAITING_MIN} AND o.start_min < $end AND o.end_min > $start`;

export const loadOccupied = (reader: Reader, span: Interval): Promise<TakenPart[]> =>
  reader.json<TakenPart[]>(OCCUPIED, { start: span.start, end: span.end });
export const loadWaiting = (reader: Reader, span: Interval): Promise<TakenPart[]> =>
  reader.json<TakenPart[]>(WAITING, { start: span.start, end: span.end });

export interface ClaimSpaceRow {
  readonly id: number;
  readonly claimId: ClaimId;
  readonly spaceId: SpaceId;
  readonly place: string;
  readonly status: 'wanted' | 'held' | 'in-force';
  readonly start: EpochMinute;
  readonly end: EpochMinute;
  readonly accessMin: number;
  readonly exitMin: number;
  readonly setupMin: number;
  readonly strikeMin: number;
  readonly requestId: RequestId;
  readonly requesterId: PersonId;
  readonly reference: string;
  readonly title: string;
  readonly publish: 0 | 1;
  readonly mark: string;
  readonly hue: string;
  readonly category: string;
  readonly host: string;
  /** Position of the date among the dates of its request, and how many come after it. */
  readonly nth: number;
  readonly after: number;
}

const CLAIM_SPACES = `
SELECT json_group_array(json_object('id', cs.id, 'claimId', c.id, 'spaceId', cs.space_id, 'place', s.name, 'status', c.status, 'start', c.start_min,
  'end', c.end_min, 'accessMin', c.access_min, 'exitMin', c.exit_min, 'setupMin', cs.setup_min, 'strikeMin', cs.strike_min, 'requestId', r.id,
  'requesterId', r.requester_id, 'reference', r.ref, 'title', r.title, 'publish', r.publish, 'mark', k.mark, 'hue', k.hue, 'category', k.name, 'host', g.name,
  'nth', (SELECT COUNT(*) FROM occurrence n WHERE n.request_id = r.id AND n.recurrence_local <= o.recurrence_local),
  'after', (SELECT COUNT(*) FROM occurrence n WHERE n.request_id = r.id AND n.recurrence_local > o.recurrence_local))) AS json
FROM claim_space cs JOIN claim c ON c.id = cs.claim_id JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id
  JOIN space s ON s.id = cs.space_id
  JOIN request_category rk ON rk.request_id = r.id AND rk.position = 0 JOIN category k ON k.id = rk.category_id
  JOIN request_host h ON h.request_id = r.id AND h.position = 0 JOIN organisation g ON g.id = h.organisation_id
WHERE cs.id IN (SELECT value FROM json_each($ids))`;

export async function loadClaimSpaces(
  reader: Reader,
  ids: readonly number[],
): Promise<Map<number, ClaimSpaceRow>> {
  if (!ids.length) return new Map();
  const rows = await reader.json<ClaimSpaceRow[]>(CLAIM_SPACES, { ids: JSON.stringify(ids) });
  return new Map(rows.map((row) => [row.id, row]));
}

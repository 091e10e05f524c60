import type { OccurrenceState } from '@/core/changes/transitions';
import type { ClaimId, OccurrenceId, PersonId, RequestId } from '@/core/ids';
import { bandMinutesOf, occupiedSpan, type ClaimContent } from '@/core/occupancy/bands';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import { loadClaimsOf } from '../changes/claims';
import type { Reader } from '../db/connection';

export interface RequestRow {
  readonly id: RequestId;
  readonly ref: string;
  readonly title: string;
  readonly publicText: string;
  readonly notes: string;
  readonly people: number;
  readonly publish: boolean;
  readonly askedMin: EpochMinute;
  readonly version: number;
  readonly requesterId: PersonId;
  readonly requester: string;
  readonly requesterEmail: string;
  readonly host: string;
  readonly category: string;
  readonly mark: string;
  readonly hue: string;
  readonly rrule: string | null;
  readonly tzid: string;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
}

const REQUESTS = `
SELECT json_group_array(json_object('id', r.id, 'ref', r.ref, 'title', r.title, 'publicText', r.public_text, 'notes', r.notes, 'people', r.people,
  'publish', json(iif(r.publish, 'true', 'false')), 'askedMin', r.asked_min, 'version', r.row_version, 'requesterId', r.requester_id,
  'requester', p.name, 'requesterEmail', p.email, 'host', g.name, 'category', c.name, 'mark', c.mark, 'hue', c.hue,
  'rrule', s.rrule, 'tzid', s.tzid, 'startLocal', s.start_local, 'endLocal', s.end_local)) AS json
FROM request r JOIN person p ON p.id = r.requester_id JOIN segment s ON s.request_id = r.id AND s.no = 1
  JOIN request_host h ON h.request_id = r.id AND h.position = 0 JOIN organisation g ON g.id = h.organisation_id
  JOIN request_category k ON k.request_id = r.id AND k.position = 0 JOIN category c ON c.id = k.category_id`;

export async function loadRequest(reader: Reader, ref: string): Promise<RequestRow | null> {
  return (await reader.json<RequestRow[]>(`${REQUESTS} WHERE r.ref = $ref`, { ref }))[0] ?? null;
}

/** All requests with a date that waits. */
export const loadWaitingRequests = (reader: Reader): Promise<RequestRow[]> =>
  reader.json<RequestRow[]>(
    `${REQUESTS} WHERE r.id IN (SELECT request_id FROM occurrence WHERE state = 'waiting')`,
  );

export const loadRequestsOf = (reader: Reader, person: PersonId): Promise<RequestRow[]> =>
  reader.json<RequestRow[]>(`${REQUESTS} WHERE r.requester_id = $person`, { person });

/** One date of a request with the claim that says where it stands. */
export interface DateRow {
  readonly id: OccurrenceId;
  readonly requestId: RequestId;
  readonly key: LocalDateTime;
  readonly state: OccurrenceState;
  readonly reason: string;
  readonly claimId: ClaimId;
  readonly claim: ClaimContent;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
}

type OccurrenceRow = Omit<DateRow, 'claimId' | 'claim'>;

const DATES = `
SELECT json_group_array(json_object('id', o.id, 'requestId', o.request_id, 'key', o.recurrence_local, 'state', o.state, 'reason', o.reason,
  'startLocal', c.start_local, 'endLocal', c.end_local) ORDER BY c.start_min, o.id) AS json
FROM occurrence o JOIN claim c ON c.occurrence_id = o.id AND c.kind = 'asked'
WHERE o.request_id IN (SELECT value FROM json_each($ids))`;

/** All dates of these requests, in order of time. */
export async function loadDates(reader: Reader, requests: readonly RequestId[]): Promise<DateRow[]> {
  const rows = await reader.json<OccurrenceRow[]>(DATES, { ids: JSON.stringify(requests) });
  const claims = await loadClaimsOf(
    reader,
    rows.map(({ id }) => id),
  );
  const claimOf = new Map(claims.map((claim) => [claim.occurrenceId, claim]));
  return rows.map((row) => {
    const claim = claimOf.get(row.id)!;
    return { ...row, claimId: claim.id, claim: claim.content };
  });
}

/** A date is past when its occupied end is not after now. */
export const isPast = (date: Pick<DateRow, 'claim'>, now: EpochMinute): boolean =>
  date.claim.spaces.every(
    (space) => occupiedSpan(date.claim.event, bandMinutesOf(date.claim, space)).end <= now,
  );

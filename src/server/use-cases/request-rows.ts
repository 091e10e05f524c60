import type { OccurrenceState } from '@/core/changes/transitions';
import type { CategoryId, ClaimId, OccurrenceId, PersonId, RequestId, SegmentId } from '@/core/ids';
import type { ClaimDraft } from '@/core/changes/plan-date';
import type { OwnField } from '@/core/changes/patch';
import type { SegmentFacts } from '@/core/changes/request-now';
import type { RequestKind } from '@/contracts/ask-details';
import { hostSpan, occupiedOf, type ClaimContent } from '@/core/occupancy/bands';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import { loadLiveClaims, loadStandingClaims, type StoredClaim } from '../changes/claims';
import type { Reader } from '../db/connection';
import { tieTo } from '../db/names';

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
  /** Those who may act for whoever asked. */
  readonly deputies: PersonId[];
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
  readonly allDay: 0 | 1;
  readonly endless: 0 | 1;
  /** For whom it is published; what the check compares with other public events. */
  readonly audiences: string[];
  readonly categoryIds: CategoryId[];
  readonly otherSpaceOk: 0 | 1;
  readonly kind: RequestKind;
  /** What its dates were made by, in order; the fields above are those of the first. */
  readonly segments: readonly SegmentFacts[];
  /** The last thing written between office and requester is a question of the office. */
  readonly isQuestionOpen: 0 | 1;
}

const REQUESTS = `
SELECT json_group_array(json_object('id', r.id, 'ref', r.ref, 'title', r.title, 'publicText', r.public_text, 'notes', r.notes, 'people', r.people,
  'publish', json(iif(r.publish, 'true', 'false')), 'askedMin', r.asked_min, 'version', r.row_version, 'requesterId', r.requester_id,
  'deputies', (SELECT json_group_array(d.deputy_id) FROM deputy d WHERE d.person_id = r.requester_id),
  'requester', p.name, 'requesterEmail', p.email, 'host', g.name, 'category', c.name, 'mark', c.mark, 'hue', c.hue,
  'rrule', s.rrule, 'tzid', s.tzid, 'startLocal', s.start_local, 'endLocal', s.end_local, 'allDay', s.all_day,
  'endless', EXISTS (SELECT 1 FROM segment e WHERE e.request_id = r.id AND e.endless = 1), 'audiences', json(r.audiences),
  'categoryIds', (SELECT json_group_array(x.category_id) FROM request_category x WHERE x.request_id = r.id), 'otherSpaceOk', r.other_space_ok, 'kind', r.kind,
  'segments', (SELECT json_group_array(json_object('id', e.id, 'rrule', e.rrule, 'tzid', e.tzid, 'startLocal', e.start_local, 'endLocal', e.end_local, 'endless', e.endless) ORDER BY e.no)
    FROM segment e WHERE e.request_id = r.id),
  'isQuestionOpen', COALESCE((SELECT m.is_question FROM thread t JOIN message m ON m.thread_id = t.id
    WHERE t.request_id = r.id AND t.kind = 'with-requester' ORDER BY m.id DESC LIMIT 1), 0))) AS json
FROM request r JOIN person p ON p.id = r.requester_id JOIN segment s ON s.request_id = r.id AND s.no = 1
  JOIN request_host h ON h.request_id = r.id AND h.position = 0 JOIN organisation g ON g.id = h.organisation_id
  JOIN request_category k ON k.request_id = r.id AND k.position = 0 JOIN category c ON c.id = k.category_id`;

export async function loadRequest(reader: Reader, ref: string): Promise<RequestRow | null> {
  return (await reader.json<RequestRow[]>(`${REQUESTS} WHERE r.ref = $ref`, { ref }))[0] ?? null;
}

export const loadRequestsById = (reader: Reader, ids: readonly RequestId[]): Promise<RequestRow[]> =>
  reader.json<RequestRow[]>(`${REQUESTS} WHERE r.id IN (SELECT value FROM json_each($ids))`, {
    ids: JSON.stringify(ids),
  });

/** All requests with something for the office: a date that waits, a booking that is wanted otherwise or is at risk. */
export const loadRequestsForOffice = (reader: Reader): Promise<RequestRow[]> =>
  reader.json<RequestRow[]>(
    `${REQUESTS} WHERE r.id IN (SELECT request_id FROM occurrence WHERE state = 'waiting'
      UNION SELECT o.request_id FROM claim k JOIN occurrence o ON o.id = k.occurrence_id WHERE k.kind = 'change' AND k.status IN ('wanted','held')
      UNION SELECT o.request_id FROM at_risk x JOIN claim k ON k.id = x.claim_id JOIN occurrence o ON o.id = k.occurrence_id WHERE k.status = 'in-force')`,
  );

/** Claims in force that something has befallen since they were approved. */
export async function loadClaimsAtRisk(reader: Reader): Promise<Set<ClaimId>> {
  const rows = await reader.rows<{ id: ClaimId }>('SELECT DISTINCT claim_id AS id FROM at_risk');
  return new Set(rows.map(({ id }) => id));
}

/** Requests of a person, of those whose deputy they are, and of the hosts they belong to. */
export const loadRequestsOf = (reader: Reader, person: PersonId): Promise<RequestRow[]> =>
  reader.json<RequestRow[]>(`${REQUESTS} WHERE r.requester_id = $person OR ${tieTo('$person')} IS NOT NULL`, {
    person,
  });

/** Whether a person belongs to one of the hosts of a request. */
export async function isMemberOfHost(reader: Reader, request: RequestId, person: PersonId): Promise<boolean> {
  const rows = await reader.rows(
    `SELECT 1 AS one FROM request_host x JOIN membership y ON y.organisation_id = x.organisation_id AND y.person_id = $person
     WHERE x.request_id = $request LIMIT 1`,
    { request, person },
  );
  return rows.length > 0;
}

/** One date of a request with the claim that says where it stands. */
export interface DateRow {
  readonly id: OccurrenceId;
  readonly requestId: RequestId;
  readonly segmentId: SegmentId;
  readonly key: LocalDateTime;
  readonly state: OccurrenceState;
  readonly reason: string;
  /** What it keeps of its own when the series changes. */
  readonly own: OwnField[];
  readonly claimId: ClaimId;
  readonly claim: ClaimContent;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  /** Every claim that is not released: the standing one, a proposal, a change that waits. */
  readonly live: readonly StoredClaim[];
  readonly standing: StoredClaim;
}

type OccurrenceRow = Pick<DateRow, 'id' | 'requestId' | 'segmentId' | 'key' | 'state' | 'reason' | 'own'>;

const DATES = `
SELECT json_group_array(json_object('id', o.id, 'requestId', o.request_id, 'segmentId', o.segment_id, 'key', o.recurrence_local, 'state', o.state,
  'reason', o.reason, 'own', json(o.own)) ORDER BY c.start_min, o.id) AS json
FROM occurrence o JOIN claim c ON c.id = o.standing_id
WHERE o.request_id IN (SELECT value FROM json_each($ids))`;

/** All dates of these requests, in order of time. */
export async function loadDates(reader: Reader, requests: readonly RequestId[]): Promise<DateRow[]> {
  const rows = await reader.json<OccurrenceRow[]>(DATES, { ids: JSON.stringify(requests) });
  const ids = rows.map(({ id }) => id);
  const standing = new Map(
    (await loadStandingClaims(reader, ids)).map((claim) => [claim.occurrenceId, claim]),
  );
  const live = new Map<OccurrenceId, StoredClaim[]>();
  for (const claim of await loadLiveClaims(reader, ids))
    live.set(claim.occurrenceId, [...(live.get(claim.occurrenceId) ?? []), claim]);
  return rows.map((row) => {
    const claim = standing.get(row.id)!;
    return {
      ...row,
      claimId: claim.id,
      claim: claim.content,
      startLocal: claim.startLocal,
      endLocal: claim.endLocal,
      live: live.get(row.id) ?? [],
      standing: claim,
    };
  });
}

/** Where and when a date is, as a step plans it. */
export const draftOf = ({ startLocal, endLocal, claim }: DateRow): ClaimDraft => ({
  startLocal,
  endLocal,
  content: claim,
});

/** The office offers another place or time for it. */
export const hasProposal = ({ live }: Pick<DateRow, 'live'>): boolean =>
  live.some(({ kind, isStanding }) => kind === 'proposal' && !isStanding);

/** Whoever asked wants a booked date otherwise than it stands. */
export const hasWantedChange = ({ live }: Pick<DateRow, 'live'>): boolean =>
  live.some(({ kind, isStanding }) => kind === 'change' && !isStanding);

/** What a stored date is called in a check: still read as a local time by its first sixteen characters. */
export const checkKeyOf = ({ key, id }: Pick<DateRow, 'key' | 'id'>): string => `${key}#${id}`;

/** For whom a request is published; nobody where it is not. */
export const audiencesOf = ({ publish, audiences }: Pick<RequestRow, 'publish' | 'audiences'>): string[] =>
  publish ? audiences : [];

/** What of a stored request its dates are judged by. */
export const askedFactsOf = (request: RequestRow) => ({
  requestId: request.id,
  audiences: audiencesOf(request),
  categories: request.categoryIds,
});

/** A date is past when its occupied end is not after now. */
export const isPast = ({ claim }: Pick<DateRow, 'claim'>, now: EpochMinute): boolean =>
  [
    hostSpan(claim.event, claim.accessMin, claim.exitMin),
    ...claim.spaces.map((space) => occupiedOf(claim, space)),
  ].every(({ end }) => end <= now);

/** A date has begun when its occupied start is not after now; then it may only be shortened or lengthened. */
export const hasBegun = ({ claim }: Pick<DateRow, 'claim'>, now: EpochMinute): boolean =>
  [claim.event, ...claim.spaces.map((space) => occupiedOf(claim, space))].some(({ start }) => start <= now);

/** How many dates a request has, whatever became of them; none where there is no such request. */
export async function datesOfRequest(reader: Reader, reference: string): Promise<number> {
  const [row] = await reader.rows<{ dates: number }>(
    'SELECT COUNT(*) AS dates FROM occurrence o JOIN request r ON r.id = o.request_id WHERE r.ref = $reference',
    { reference },
  );
  return row!.dates;
}

import type { RequestFieldName } from '@/contracts/requests/request-fields';
import type { OccurrenceState } from '@/core/changes/transitions';
import type { CategoryId, ClaimId, OccurrenceId, PersonId, RequestId, SegmentId } from '@/core/ids';
import type { ClaimDraft } from '@/core/changes/plan-date';
import type { OwnField } from '@/core/changes/patch';
import type { SegmentFacts } from '@/core/changes/request-now';
import type { RequestKind } from '@/contracts/requests/ask-details';
import { hostSpan, occupiedOf, type ClaimContent } from '@/core/occupancy/bands';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import { loadLiveClaims, loadStandingClaims, type StoredClaim } from '../claims/claims';
import type { Reader } from '../../db/connection';
import {
  CLAIMS_AT_RISK,
  DATES_OF_REQUESTS,
  DATES_OF_REQUEST,
  IS_MEMBER_OF_HOST,
  REQUEST_BY_REF,
  REQUESTS_BY_ID,
  REQUESTS_FOR_OFFICE,
  REQUESTS_OF,
} from './requests.queries';
import { loaded, groupBy } from '@/core/lists';

export interface RequestRow {
  readonly id: RequestId;
  readonly ref: string;
  readonly title: string;
  readonly publicText: string;
  readonly fields: Record<RequestFieldName, string>;
  readonly people: number;
  readonly publish: boolean;
  readonly askedMin: EpochMinute;
  readonly version: number;
  readonly requesterId: PersonId;
  /** Those who may act for the requester. */
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
  /** To questions of its spaces and categories, by the number of the question. */
  readonly answers: Record<string, string>;
  readonly otherSpaceOk: 0 | 1;
  readonly kind: RequestKind;
  /** What its dates were made by, in order; the fields above are those of the first. */
  readonly segments: readonly SegmentFacts[];
  /** The last thing written between office and requester is a question of the office. */
  readonly isQuestionOpen: 0 | 1;
}

export async function loadRequest(reader: Reader, ref: string): Promise<RequestRow | null> {
  return (await reader.value(REQUEST_BY_REF, { ref }))[0] ?? null;
}

export const loadRequestsById = (reader: Reader, ids: readonly RequestId[]): Promise<RequestRow[]> =>
  reader.value(REQUESTS_BY_ID, { ids });

/** All requests with something for the office: a date that waits, a booking that is wanted otherwise or is at risk. */
export const loadRequestsForOffice = (reader: Reader): Promise<RequestRow[]> =>
  reader.value(REQUESTS_FOR_OFFICE);

/** Claims in force that something has befallen since they were approved. */
export async function loadClaimsAtRisk(reader: Reader): Promise<Set<ClaimId>> {
  const rows = await reader.all(CLAIMS_AT_RISK);
  return new Set(rows.map(({ id }) => id));
}

/** Requests of a person, of those whose deputy they are, and of the hosts they belong to. */
export const loadRequestsOf = (reader: Reader, person: PersonId): Promise<RequestRow[]> =>
  reader.value(REQUESTS_OF, { person });

/** Whether a person belongs to one of the hosts of a request. */
export async function isMemberOfHost(reader: Reader, request: RequestId, person: PersonId): Promise<boolean> {
  const rows = await reader.all(IS_MEMBER_OF_HOST, { request, person });
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

/** All dates of these requests, in order of time. */
export async function loadDates(reader: Reader, requests: readonly RequestId[]): Promise<DateRow[]> {
  const rows = await reader.value(DATES_OF_REQUESTS, { ids: requests });
  const ids = rows.map(({ id }) => id);
  const standingOf = loaded(
    'the claim of date',
    (await loadStandingClaims(reader, ids)).map((claim) => [claim.occurrenceId, claim] as const),
  );
  const live = groupBy(await loadLiveClaims(reader, ids), ({ occurrenceId }) => occurrenceId);
  return rows.map((row) => {
    const claim = standingOf(row.id);
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

/** The requester wants a booked date otherwise than it stands. */
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
  answers: request.answers,
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
  const row = await reader.one(DATES_OF_REQUEST, { reference });
  return row.dates;
}

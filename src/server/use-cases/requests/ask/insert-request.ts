import { fieldColumns } from '@/contracts/requests/request-fields';
import type { ClaimId, OccurrenceId, PersonId, RequestId, SegmentId } from '@/core/ids';
import type { DateSet } from '@/core/recurrence/dates';
import { addDays, dateOf } from '@/core/time/local-time';
import type { AskInput } from '@/contracts/requests/ask';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { insertClaims } from '../../../repositories/claims/insert-claims';
import { publicTextOf } from '../../../platform/text/public-html';
import { insertDetails } from './ask-details';
import type { AskedDate, AskedDates } from '@/contracts/requests/asked-dates';
import { Occurrence, Request, Segment, SegmentDate } from '../../../db/tables/requests';
import { Claim } from '../../../db/tables/claims';
import { asFlag, writeJson } from '../../../db/tables/column';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { NewRow } from '../../../db/tables/table';
import { pairs } from '@/core/lists';

export interface NewRequest {
  readonly input: AskInput;
  readonly asked: AskedDates;
  readonly tzid: string;
  readonly ref: string;
  readonly uid: string;
  readonly requesterId: PersonId;
  readonly typedBy: PersonId;
  readonly audiences: readonly string[];
}

/** As it was asked for, but for what could run: others open it to start from it. */
function asAskedOf(input: AskInput, html: string | undefined): unknown {
  const { key: _key, ...asAsked } = { ...input, ...(html !== undefined && { publicHtml: html }) };
  return asAsked;
}

function requestRow(
  { input, ref, requesterId, typedBy, audiences }: NewRequest,
  asked_min: EpochMinute,
): NewRow<typeof Request> {
  const text = input.publicHtml === undefined ? null : publicTextOf(input.publicHtml);
  return {
    ref,
    requester_id: requesterId,
    title: input.title,
    public_text: text?.plain ?? input.publicText,
    public_html: text?.html ?? '',
    kind: input.kind,
    ...fieldColumns(input),
    wants: writeJson<unknown>(input.wants),
    second_choices: writeJson<unknown>(input.secondChoices),
    typed_by_id: typedBy === requesterId ? null : typedBy,
    people: input.people,
    publish: asFlag(input.publish),
    audiences: writeJson(audiences),
    other_space_ok: asFlag(input.otherSpaceOk),
    as_asked: writeJson<unknown>(asAskedOf(input, text?.html)),
    asked_min,
  };
}

const segmentRow = (
  { asked, tzid, uid }: NewRequest,
  request_id: RequestId,
  now: EpochMinute,
): NewRow<typeof Segment> => ({
  request_id,
  no: 1,
  uid,
  tzid,
  start_local: asked.set.start,
  end_local: asked.end,
  all_day: asFlag(asked.set.allDay),
  rrule: asked.set.rrule,
  endless: asFlag(asked.isEndless),
  materialised_until: asked.until,
  // Nothing of a series without end is decided before somebody decides it.
  decided_until: asked.isEndless ? addDays(dateOf(asked.set.start), -1) : asked.until,
  created_min: now,
  changed_min: now,
});

/** The request with who and what, and its one segment. */
export async function insertRequest(change: ChangeSet, made: NewRequest) {
  const requestId = await change.nextId(Request);
  const segmentId = await change.nextId(Segment);
  await change.insert(Request, [{ id: requestId, ...requestRow(made, change.at) }]);
  await insertDetails(change, requestId, made.input);
  await change.insert(Segment, [{ id: segmentId, ...segmentRow(made, requestId, change.at) }]);
  await insertSegmentDates(change, made.asked.set, segmentId);
  return { requestId, segmentId };
}

export interface MadeDate extends AskedDate {
  readonly occurrenceId: OccurrenceId;
  readonly claimId: ClaimId;
}

/** One waiting date for each asked start, with what it wants; returns their claims in order. */
export async function insertDates(
  change: ChangeSet,
  dates: readonly AskedDate[],
  requestId: RequestId,
  segmentId: SegmentId,
): Promise<MadeDate[]> {
  const numbered = pairs(await change.numbered(Occurrence, dates), await change.nextIds(Claim, dates.length));
  const made = numbered.map(([[occurrenceId, date], claimId]) => ({ ...date, occurrenceId, claimId }));
  await change.insert(
    Occurrence,
    made.map(({ key, own, occurrenceId, claimId }) => ({
      id: occurrenceId,
      request_id: requestId,
      segment_id: segmentId,
      recurrence_local: key,
      state: 'waiting' as const,
      own: writeJson(own),
      // The claims follow in this transaction; the reference is checked at its end.
      standing_id: claimId,
    })),
  );
  await insertClaims(
    change,
    made.map(({ start, end, claim, occurrenceId }) => ({
      occurrenceId,
      kind: 'asked',
      status: 'wanted',
      holdUntil: null,
      startLocal: start,
      endLocal: end,
      content: claim,
    })),
  );
  return made;
}

/** Dates besides the rule, and those left out of it. */
export const insertSegmentDates = (change: ChangeSet, set: DateSet, segmentId: SegmentId): Promise<void> =>
  change.insert(SegmentDate, [
    ...[...new Set(set.extra)].map((at) => ({
      segment_id: segmentId,
      recurrence_local: at,
      kind: 'extra' as const,
    })),
    ...[...new Set(set.excluded)]
      .filter((at) => !set.extra.includes(at))
      .map((at) => ({ segment_id: segmentId, recurrence_local: at, kind: 'excluded' as const })),
  ]);

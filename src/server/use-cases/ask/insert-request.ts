import type { ClaimId, OccurrenceId, RequestId, SegmentId } from '@/core/ids';
import type { DateSet } from '@/core/recurrence/dates';
import { addDays, dateOf } from '@/core/time/local-time';
import type { AskInput } from '@/contracts/ask';
import type { ChangeSet } from '../../changes/change-set';
import { insertClaims } from '../../changes/insert-claims';
import { publicTextOf } from '../../text/public-html';
import { insertDetails } from './ask-details';
import type { AskedDate, AskedDates } from '@/contracts/asked-dates';

export interface NewRequest {
  readonly input: AskInput;
  readonly asked: AskedDates;
  readonly tzid: string;
  readonly ref: string;
  readonly uid: string;
  readonly requesterId: number;
  readonly typedBy: number;
  readonly audiences: readonly string[];
}

/** The request with who and what, and its one segment. */
export async function insertRequest(
  change: ChangeSet,
  { input, asked, ref, requesterId, typedBy, tzid, uid, audiences }: NewRequest,
) {
  const [requestId] = await change.nextIds('request', 1);
  const [segmentId] = await change.nextIds('segment', 1);
  const text = input.publicHtml === undefined ? null : publicTextOf(input.publicHtml);
  // As it was asked for, but for what could run: others open it to start from it.
  const { key: _key, ...asAsked } = { ...input, ...(text && { publicHtml: text.html }) };
  await change.insert('request', [
    {
      id: requestId!,
      ref,
      requester_id: requesterId,
      title: input.title,
      public_text: text?.plain ?? input.publicText,
      public_html: text?.html ?? '',
      kind: input.kind,
      second_line: input.secondLine,
      contact: input.contact,
      wants: JSON.stringify(input.wants),
      second_choices: JSON.stringify(input.secondChoices),
      typed_by_id: typedBy === requesterId ? null : typedBy,
      notes: input.notes,
      people: input.people,
      publish: input.publish ? 1 : 0,
      wheelchairs: input.spaces.reduce((sum, { wheelchairs }) => sum + wheelchairs, 0),
      audiences: JSON.stringify(audiences),
      other_space_ok: input.otherSpaceOk ? 1 : 0,
      as_asked: JSON.stringify(asAsked),
      asked_min: change.at,
    },
  ]);
  await insertDetails(change, requestId as RequestId, input);
  await change.insert('segment', [
    {
      id: segmentId!,
      request_id: requestId!,
      no: 1,
      uid,
      tzid,
      start_local: asked.set.start,
      end_local: asked.end,
      all_day: asked.set.allDay ? 1 : 0,
      rrule: asked.set.rrule,
      endless: asked.isEndless ? 1 : 0,
      materialised_until: asked.until,
      // Nothing of a series without end is decided before somebody decides it.
      decided_until: asked.isEndless ? addDays(dateOf(asked.set.start), -1) : asked.until,
      created_min: change.at,
      changed_min: change.at,
    },
  ]);
  await insertSegmentDates(change, asked.set, segmentId!);
  return { requestId: requestId as RequestId, segmentId: segmentId as SegmentId };
}

/** One waiting date for each asked start, with what it wants; returns their claims in order. */
export async function insertDates(
  change: ChangeSet,
  dates: readonly AskedDate[],
  requestId: RequestId,
  segmentId: SegmentId,
): Promise<{ occurrenceIds: OccurrenceId[]; claimIds: ClaimId[] }> {
  const occurrenceIds = (await change.nextIds('occurrence', dates.length)) as OccurrenceId[];
  const claimIds = (await change.nextIds('claim', dates.length)) as ClaimId[];
  await change.insert(
    'occurrence',
    dates.map(({ key, own }, n) => ({
      id: occurrenceIds[n]!,
      request_id: requestId,
      segment_id: segmentId,
      recurrence_local: key,
      state: 'waiting',
      own: JSON.stringify(own),
      // The claims follow in this transaction; the reference is checked at its end.
      standing_id: claimIds[n]!,
    })),
  );
  await insertClaims(
    change,
    dates.map(({ start, end, claim }, n) => ({
      occurrenceId: occurrenceIds[n]!,
      kind: 'asked',
      status: 'wanted',
      holdUntil: null,
      startLocal: start,
      endLocal: end,
      content: claim,
    })),
  );
  return { occurrenceIds, claimIds };
}

/** Dates besides the rule, and those left out of it. */
export const insertSegmentDates = (change: ChangeSet, set: DateSet, segmentId: number): Promise<void> =>
  change.insert('segment_date', [
    ...[...new Set(set.extra)].map((at) => ({ segment_id: segmentId, recurrence_local: at, kind: 'extra' })),
    ...[...new Set(set.excluded)]
      .filter((at) => !set.extra.includes(at))
      .map((at) => ({ segment_id: segmentId, recurrence_local: at, kind: 'excluded' })),
  ]);

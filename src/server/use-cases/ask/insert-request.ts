import type { ClaimId, OccurrenceId, RequestId } from '@/core/ids';
import { dateOf } from '@/core/time/local-time';
import type { AskInput } from '@/contracts/ask';
import type { ChangeSet } from '../../changes/change-set';
import type { AskedDate, AskedDates } from './wanted-dates';

export interface NewRequest {
  readonly input: AskInput;
  readonly asked: AskedDates;
  readonly tzid: string;
  readonly ref: string;
  readonly uid: string;
  readonly requesterId: number;
}

/** The request with who and what, and its one segment. */
export async function insertRequest(
  change: ChangeSet,
  { input, asked, ref, requesterId, tzid, uid }: NewRequest,
) {
  const [requestId] = await change.nextIds('request', 1);
  const [segmentId] = await change.nextIds('segment', 1);
  const { key: _key, ...asAsked } = input;
  await change.insert('request', [
    {
      id: requestId!,
      ref,
      requester_id: requesterId,
      title: input.title,
      public_text: input.publicText,
      notes: input.notes,
      people: input.people,
      publish: input.publish ? 1 : 0,
      as_asked: JSON.stringify(asAsked),
      asked_min: change.at,
    },
  ]);
  await change.insert('request_host', [
    { request_id: requestId!, organisation_id: input.hostId, position: 0 },
  ]);
  await change.insert('request_category', [
    { request_id: requestId!, category_id: input.categoryId, position: 0 },
  ]);
  const last = dateOf(asked.dates[asked.dates.length - 1]!.key);
  await change.insert('segment', [
    {
      id: segmentId!,
      request_id: requestId!,
      no: 1,
      uid,
      tzid,
      start_local: input.when.startsAt,
      end_local: input.when.endsAt,
      rrule: asked.rrule,
      materialised_until: last,
      decided_until: last,
      created_min: change.at,
      changed_min: change.at,
    },
  ]);
  return { requestId: requestId as RequestId, segmentId: segmentId! };
}

/** One waiting date for each asked start, with what it wants; returns the claims in order. */
export async function insertClaims(
  change: ChangeSet,
  { dates }: AskedDates,
  requestId: RequestId,
  segmentId: number,
): Promise<ClaimId[]> {
  const occurrenceIds = (await change.nextIds('occurrence', dates.length)) as OccurrenceId[];
  const claimIds = (await change.nextIds('claim', dates.length)) as ClaimId[];
  await change.insert(
    'occurrence',
    dates.map(({ key }, n) => ({
      id: occurrenceIds[n]!,
      request_id: requestId,
      segment_id: segmentId,
      recurrence_local: key,
      state: 'waiting',
    })),
  );
  await change.insert(
    'claim',
    dates.map(({ key, end, claim }, n) => ({
      id: claimIds[n]!,
      occurrence_id: occurrenceIds[n]!,
      kind: 'asked',
      status: 'wanted',
      start_local: key,
      end_local: end,
      start_min: claim.event.start,
      end_min: claim.event.end,
      access_min: claim.accessMin,
      exit_min: claim.exitMin,
      people: claim.spaces[0]!.people,
    })),
  );
  const claimSpaceIds = await insertClaimSpaces(change, dates, claimIds);
  await insertClaimEquipment(change, dates, claimIds, claimSpaceIds);
  return claimIds;
}

/** Every date of a request wants the same spaces: ids come date by date, space by space. */
async function insertClaimSpaces(
  change: ChangeSet,
  dates: readonly AskedDate[],
  claimIds: readonly ClaimId[],
): Promise<number[]> {
  const each = dates[0]!.claim.spaces.length;
  const ids = await change.nextIds('claim_space', dates.length * each);
  await change.insert(
    'claim_space',
    dates.flatMap(({ claim }, n) =>
      claim.spaces.map((space, slot) => ({
        id: ids[n * each + slot]!,
        claim_id: claimIds[n]!,
        space_id: space.spaceId,
        position: slot,
        layout: space.layout,
        people: space.people,
        setup_min: space.setupMin,
        strike_min: space.strikeMin,
        setup_key: `${space.spaceId}:${space.layout}`,
      })),
    ),
  );
  return ids;
}

async function insertClaimEquipment(
  change: ChangeSet,
  dates: readonly AskedDate[],
  claimIds: readonly ClaimId[],
  claimSpaceIds: readonly number[],
): Promise<void> {
  const { spaces, equipment } = dates[0]!.claim;
  const ids = await change.nextIds('claim_equipment', dates.length * equipment.length);
  await change.insert(
    'claim_equipment',
    dates.flatMap(({ claim }, n) =>
      claim.equipment.map((item, slot) => ({
        id: ids[n * equipment.length + slot]!,
        claim_id: claimIds[n]!,
        claim_space_id: claimSpaceIds[n * spaces.length + item.spaceIndex]!,
        type_id: item.typeId,
        quantity: item.quantity,
        position: slot,
      })),
    ),
  );
}

import type { ClaimDraft, ClaimKind, ClaimStatus } from '@/core/changes/plan-date';
import type { ClaimId, OccurrenceId } from '@/core/ids';
import { setupKeyOf } from '@/core/occupancy/bands';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { ChangeSet } from '../changes/change-set';
import { Claim, ClaimEquipment, ClaimService, ClaimSpace } from '../../db/tables/claims';
import { writeJson } from '../../db/tables/column';

export interface NewClaim extends ClaimDraft {
  readonly occurrenceId: OccurrenceId;
  readonly kind: ClaimKind;
  readonly status: ClaimStatus;
  readonly holdUntil: EpochMinute | null;
}

export interface MadeClaim {
  readonly claimId: ClaimId;
  /** Parallel to the spaces of the content. */
  readonly claimSpaceIds: readonly number[];
}

/** Numbers handed out in order to lists of different lengths. */
function handOut(ids: readonly number[], lengths: readonly number[]): number[][] {
  let next = 0;
  return lengths.map((length) => ids.slice(next, (next += length)));
}

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

async function insertSpaces(change: ChangeSet, claims: readonly NewClaim[], claimIds: readonly ClaimId[]) {
  const lengths = claims.map(({ content }) => content.spaces.length);
  const ids = handOut(await change.nextIds(ClaimSpace, sum(lengths)), lengths);
  await change.insert(
    ClaimSpace,
    claims.flatMap(({ content }, n) =>
      content.spaces.map((space, slot) => ({
        id: ids[n]![slot]!,
        claim_id: claimIds[n]!,
        space_id: space.spaceId,
        position: slot,
        layout: space.layout,
        people: space.people,
        setup_min: space.setupMin,
        strike_min: space.strikeMin,
        setup_key: setupKeyOf(space),
        wheelchairs: space.wheelchairs ?? 0,
        features: writeJson(space.features ?? []),
      })),
    ),
  );
  return ids;
}

async function insertEquipment(
  change: ChangeSet,
  claims: readonly NewClaim[],
  claimIds: readonly ClaimId[],
  claimSpaceIds: readonly (readonly number[])[],
): Promise<void> {
  const lengths = claims.map(({ content }) => content.equipment.length);
  const ids = handOut(await change.nextIds(ClaimEquipment, sum(lengths)), lengths);
  await change.insert(
    ClaimEquipment,
    claims.flatMap(({ content }, n) =>
      content.equipment.map((item, slot) => ({
        id: ids[n]![slot]!,
        claim_id: claimIds[n]!,
        claim_space_id: claimSpaceIds[n]![item.spaceIndex] ?? null,
        type_id: item.typeId,
        quantity: item.quantity,
        kit_id: item.kitId ?? null,
        resource_id: item.unitId ?? null,
        position: slot,
      })),
    ),
  );
}

async function insertServices(
  change: ChangeSet,
  claims: readonly NewClaim[],
  claimIds: readonly ClaimId[],
): Promise<void> {
  const wanted = claims.flatMap(({ content }, n) =>
    (content.services ?? []).map((service, position) => ({ ...service, position, claimId: claimIds[n]! })),
  );
  if (!wanted.length) return;
  const ids = await change.nextIds(ClaimService, wanted.length);
  await change.insert(
    ClaimService,
    wanted.map(({ serviceId, answers, position, claimId }, n) => ({
      id: ids[n]!,
      claim_id: claimId,
      service_id: serviceId,
      answers: writeJson(answers),
      position,
    })),
  );
}

/** Stores claims with their spaces, equipment and services, in a handful of statements whatever their number. */
export async function insertClaims(change: ChangeSet, claims: readonly NewClaim[]): Promise<MadeClaim[]> {
  if (!claims.length) return [];
  const claimIds = await change.nextIds(Claim, claims.length);
  await change.insert(
    Claim,
    claims.map(({ occurrenceId, kind, status, holdUntil, startLocal, endLocal, content }, n) => ({
      id: claimIds[n]!,
      occurrence_id: occurrenceId,
      kind,
      status,
      start_local: startLocal,
      end_local: endLocal,
      start_min: content.event.start,
      end_min: content.event.end,
      access_min: content.accessMin,
      exit_min: content.exitMin,
      people: Math.max(content.people ?? 1, ...content.spaces.map(({ people }) => people)),
      hold_until_min: holdUntil,
    })),
  );
  const claimSpaceIds = await insertSpaces(change, claims, claimIds);
  await insertEquipment(change, claims, claimIds, claimSpaceIds);
  await insertServices(change, claims, claimIds);
  return claimIds.map((claimId, n) => ({ claimId, claimSpaceIds: claimSpaceIds[n]! }));
}

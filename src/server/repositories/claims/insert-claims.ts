import type { ClaimDraft, ClaimKind, ClaimStatus } from '@/core/changes/plan-date';
import type { ClaimId, OccurrenceId } from '@/core/ids';
import { setupKeyOf } from '@/core/occupancy/bands';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { ChangeSet } from '../changes/change-set';
import { Claim, ClaimEquipment, ClaimService, ClaimSpace } from '../../db/tables/claims';
import { writeJson } from '../../db/tables/column';
import { groupBy } from '@/core/lists';

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

/** A claim with the number it is given. */
type NumberedClaim = readonly [id: ClaimId, claim: NewClaim];

/** @returns the numbers of the spaces of each claim, in the order of its content */
async function insertSpaces(
  change: ChangeSet,
  claims: readonly NumberedClaim[],
): Promise<(claim: ClaimId) => readonly number[]> {
  const spaces = await change.numbered(
    ClaimSpace,
    claims.flatMap(([claimId, { content }]) =>
      content.spaces.map((space, position) => ({ claimId, space, position })),
    ),
  );
  await change.insert(
    ClaimSpace,
    spaces.map(([id, { claimId, space, position }]) => ({
      id,
      claim_id: claimId,
      space_id: space.spaceId,
      position,
      layout: space.layout,
      people: space.people,
      setup_min: space.setupMin,
      strike_min: space.strikeMin,
      setup_key: setupKeyOf(space),
      wheelchairs: space.wheelchairs ?? 0,
      features: writeJson(space.features ?? []),
    })),
  );
  const ofClaim = groupBy(spaces, ([, { claimId }]) => claimId);
  return (claim) => (ofClaim.get(claim) ?? []).map(([id]) => id);
}

async function insertEquipment(
  change: ChangeSet,
  claims: readonly NumberedClaim[],
  spacesOf: (claim: ClaimId) => readonly number[],
): Promise<void> {
  const items = await change.numbered(
    ClaimEquipment,
    claims.flatMap(([claimId, { content }]) =>
      content.equipment.map((item, position) => ({ claimId, item, position })),
    ),
  );
  await change.insert(
    ClaimEquipment,
    items.map(([id, { claimId, item, position }]) => ({
      id,
      claim_id: claimId,
      claim_space_id: spacesOf(claimId)[item.spaceIndex] ?? null,
      type_id: item.typeId,
      quantity: item.quantity,
      kit_id: item.kitId ?? null,
      resource_id: item.unitId ?? null,
      position,
    })),
  );
}

async function insertServices(change: ChangeSet, claims: readonly NumberedClaim[]): Promise<void> {
  const wanted = claims.flatMap(([claimId, { content }]) =>
    (content.services ?? []).map((service, position) => ({ ...service, position, claimId })),
  );
  if (!wanted.length) return;
  const services = await change.numbered(ClaimService, wanted);
  await change.insert(
    ClaimService,
    services.map(([id, { serviceId, answers, position, claimId }]) => ({
      id,
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
  const numbered = await change.numbered(Claim, claims);
  await change.insert(
    Claim,
    numbered.map(([id, { occurrenceId, kind, status, holdUntil, startLocal, endLocal, content }]) => ({
      id,
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
  const spacesOf = await insertSpaces(change, numbered);
  await insertEquipment(change, numbered, spacesOf);
  await insertServices(change, numbered);
  return numbered.map(([claimId]) => ({ claimId, claimSpaceIds: spacesOf(claimId) }));
}

import type { ClaimId, OccurrenceId, SpaceId } from '@/core/ids';
import { remaining } from '@/core/equipment/remaining';
import { impliedOccupancy, impliedUses, type Holdings } from '@/core/occupancy/imply';
import { subtract } from '@/core/time/epoch-minute';
import type { Reader, Writer } from '../db/connection';
import { inLists } from '../db/in-lists';
import { EquipmentUse, Occupancy } from '../db/tables/claims';
import type { NewRow } from '../db/tables/table';
import { loadEquipmentFacts, loadSpaceFacts } from '../repositories/world/space-facts';
import type { ClaimStatus } from '@/core/changes/plan-date';
import { loadClaims, loadLiveClaims, type StoredClaim } from '../repositories/claims/claims';
import { WITH_HELD_BESIDE } from './effects.queries';
import { DROP_EQUIPMENT_USE, DROP_OCCUPANCY } from './effects.queries';
import { loaded, at, groupBy } from '@/core/lists';

/** Which claims occupy, which only show what is waited for, and which take nothing at all. */
const OCCUPIES: Readonly<Record<ClaimStatus, 0 | 1 | null>> = {
  'in-force': 1,
  held: 1,
  wanted: 0,
  released: null,
};

export const OCCUPANCY_LISTS = inLists(Occupancy, [
  'claim_id',
  'claim_space_id',
  'claim_equipment_id',
  'resource_id',
  'start_min',
  'end_min',
  'occupies',
]);
export const USE_LISTS = inLists(EquipmentUse, [
  'claim_equipment_id',
  'claim_id',
  'type_id',
  'start_min',
  'end_min',
  'quantity',
  'occupies',
]);

export type OccupancyRow = Omit<NewRow<typeof Occupancy>, 'id'>;
export type UseRow = Omit<NewRow<typeof EquipmentUse>, 'id'>;

export interface ImpliedRows {
  readonly occupancy: readonly OccupancyRow[];
  readonly uses: readonly UseRow[];
}

async function holdingsFor(reader: Reader, claims: readonly StoredClaim[]) {
  const spaceIds = [
    ...new Set(claims.flatMap(({ content }) => content.spaces.map(({ spaceId }) => spaceId))),
  ];
  const typeIds = [
    ...new Set(claims.flatMap(({ content }) => content.equipment.map(({ typeId }) => typeId))),
  ];
  const parts = new Map((await loadSpaceFacts(reader, spaceIds)).map((space) => [space.id, space.parts]));
  const types = (await loadEquipmentFacts(reader, typeIds)).map((type) => [type.id, type] as const);
  return {
    partsOf: (space: SpaceId) => parts.get(space) ?? [],
    movingMinutes: loaded('equipment', types),
  };
}

/**
 * Claims of one date that take place, in the order in which they take: what the date stands on, then what is held
 * beside it. A date needs everything once, so each takes only what those before it do not.
 */
async function takingTogether(
  reader: Reader,
  claims: readonly StoredClaim[],
): Promise<Map<OccurrenceId, StoredClaim[]>> {
  const dates = [
    ...new Set(claims.filter(({ status }) => status === 'held').map(({ occurrenceId }) => occurrenceId)),
  ];
  const taking = (await loadLiveClaims(reader, dates)).filter(({ status }) => OCCUPIES[status] === 1);
  const byDate = groupBy(taking, ({ occurrenceId }) => occurrenceId);
  for (const together of byDate.values())
    together.sort((a, b) => Number(b.isStanding) - Number(a.isStanding) || a.id - b.id);
  return byDate;
}

function occupancyOf(claim: StoredClaim, before: readonly StoredClaim[], holdings: Holdings) {
  const taken = before.flatMap(({ content }) => impliedOccupancy(content, holdings));
  return impliedOccupancy(claim.content, holdings).flatMap((row) =>
    subtract(
      row.span,
      taken.filter(({ resourceId }) => resourceId === row.resourceId).map(({ span }) => span),
    ).map((span) => ({ ...row, span })),
  );
}

function usesOf(claim: StoredClaim, before: readonly StoredClaim[], holdings: Holdings) {
  const taken = before.flatMap(({ content }) => impliedUses(content, holdings));
  return impliedUses(claim.content, holdings).flatMap((use) => {
    const same = taken.filter(({ typeId }) => typeId === use.typeId);
    return remaining(use, same).map((left) => ({ ...use, ...left }));
  });
}

const occupancyRows = (
  claim: StoredClaim,
  before: readonly StoredClaim[],
  holdings: Holdings,
  occupies: 0 | 1,
): OccupancyRow[] =>
  occupancyOf(claim, before, holdings).map(({ spaceIndex, equipmentIndex, resourceId, span }) => ({
    claim_id: claim.id,
    claim_space_id: claim.claimSpaceIds[spaceIndex] ?? null,
    claim_equipment_id: claim.claimEquipmentIds[equipmentIndex] ?? null,
    resource_id: resourceId,
    start_min: span.start,
    end_min: span.end,
    occupies,
  }));

const useRows = (
  claim: StoredClaim,
  before: readonly StoredClaim[],
  holdings: Holdings,
  occupies: 0 | 1,
): UseRow[] =>
  usesOf(claim, before, holdings).map(({ equipmentIndex, typeId, quantity, span }) => ({
    claim_equipment_id: at(claim.claimEquipmentIds, equipmentIndex),
    claim_id: claim.id,
    type_id: typeId,
    start_min: span.start,
    end_min: span.end,
    quantity,
    occupies,
  }));

/** Exactly the rows that claims imply; invariant 4 compares them with what is stored. */
export async function impliedRows(reader: Reader, claims: readonly StoredClaim[]): Promise<ImpliedRows> {
  const live = claims.filter(({ status }) => OCCUPIES[status] !== null);
  const together = await takingTogether(reader, live);
  const before = ({ id, occurrenceId, status }: StoredClaim): readonly StoredClaim[] => {
    const all = status === 'held' ? (together.get(occurrenceId) ?? []) : [];
    return all.slice(
      0,
      all.findIndex((each) => each.id === id),
    );
  };
  const holdings = await holdingsFor(reader, [...live, ...[...together.values()].flat()]);
  return {
    occupancy: live.flatMap((claim) =>
      occupancyRows(claim, before(claim), holdings, OCCUPIES[claim.status] ?? 0),
    ),
    uses: live.flatMap((claim) => useRows(claim, before(claim), holdings, OCCUPIES[claim.status] ?? 0)),
  };
}

/** What these claims take of places and stock is free again. */
export async function dropOccupancy(tx: Writer, ids: readonly ClaimId[]): Promise<void> {
  await tx.execute(DROP_OCCUPANCY, { ids });
  await tx.execute(DROP_EQUIPMENT_USE, { ids });
}

/**
 * Makes the rows of these claims, and of those held beside them, what the claims imply. All old rows go before any new one comes: the guard fires
 * for each row in mid-statement, so moving them in place would refuse end states that are legal.
 */
export async function rewriteOccupancy(tx: Writer, claimIds: readonly ClaimId[]): Promise<void> {
  if (!claimIds.length) return;
  const claims = await tx.all(WITH_HELD_BESIDE, { ids: claimIds });
  const all = claims.map(({ id }) => id);
  await dropOccupancy(tx, all);
  const rows = await impliedRows(tx, await loadClaims(tx, all));
  if (rows.occupancy.length)
    await tx.execute(OCCUPANCY_LISTS.insert, { rows: OCCUPANCY_LISTS.lists(rows.occupancy) });
  if (rows.uses.length) await tx.execute(USE_LISTS.insert, { rows: USE_LISTS.lists(rows.uses) });
}

import type { ClaimId, EquipmentTypeId, OccurrenceId, SpaceId } from '@/core/ids';
import { impliedOccupancy, impliedUses, type Holdings } from '@/core/occupancy/imply';
import { intersection, subtract, type Interval } from '@/core/time/epoch-minute';
import type { Reader, Writer } from '../db/connection';
import { loadEquipmentFacts, loadSpaceFacts } from '../db/space-facts';
import type { ClaimStatus } from '@/core/changes/plan-date';
import { loadClaims, loadLiveClaims, type StoredClaim } from './claims';

/** Which claims occupy, which only show what is waited for, and which take nothing at all. */
const OCCUPIES: Readonly<Record<ClaimStatus, 0 | 1 | null>> = {
  'in-force': 1,
  held: 1,
  wanted: 0,
  released: null,
};

export interface ImpliedRows {
  readonly occupancy: readonly (readonly [
    claim: number,
    claimSpace: number | null,
    claimEquipment: number | null,
    resource: number,
    start: number,
    end: number,
    occupies: number,
  ])[];
  readonly uses: readonly (readonly [
    claimEquipment: number,
    claim: number,
    type: number,
    start: number,
    end: number,
    quantity: number,
    occupies: number,
  ])[];
}

async function holdingsFor(reader: Reader, claims: readonly StoredClaim[]) {
  const spaceIds = [
    ...new Set(claims.flatMap(({ content }) => content.spaces.map(({ spaceId }) => spaceId))),
  ];
  const typeIds = [
    ...new Set(claims.flatMap(({ content }) => content.equipment.map(({ typeId }) => typeId))),
  ];
  const parts = new Map((await loadSpaceFacts(reader, spaceIds)).map((space) => [space.id, space.parts]));
  const types = new Map((await loadEquipmentFacts(reader, typeIds)).map((type) => [type.id, type]));
  return {
    partsOf: (space: SpaceId) => parts.get(space) ?? [],
    movingMinutes: (type: EquipmentTypeId) => types.get(type)!,
  };
}

/** For claims that are held beside the one in force of their date: that one. */
async function bookedBeside(
  reader: Reader,
  claims: readonly StoredClaim[],
): Promise<Map<OccurrenceId, StoredClaim>> {
  const dates = [
    ...new Set(claims.filter(({ status }) => status === 'held').map(({ occurrenceId }) => occurrenceId)),
  ];
  const live = await loadLiveClaims(reader, dates);
  return new Map(
    live.filter(({ status }) => status === 'in-force').map((claim) => [claim.occurrenceId, claim]),
  );
}

/** A held claim takes only what the booking of the same date does not cover already. */
function beside<Row extends { readonly span: Interval }>(
  rows: readonly Row[],
  covered: (row: Row) => readonly Interval[],
): Row[] {
  return rows.flatMap((row) => subtract(row.span, covered(row)).map((span) => ({ ...row, span })));
}

function occupancyOf(claim: StoredClaim, booked: StoredClaim | undefined, holdings: Holdings) {
  const rows = impliedOccupancy(claim.content, holdings);
  if (!booked) return rows;
  const own = impliedOccupancy(booked.content, holdings);
  return beside(rows, ({ resourceId }) =>
    own.filter((row) => row.resourceId === resourceId).map(({ span }) => span),
  );
}

function usesOf(claim: StoredClaim, booked: StoredClaim | undefined, holdings: Holdings) {
  const uses = impliedUses(claim.content, holdings);
  if (!booked) return uses;
  const own = impliedUses(booked.content, holdings);
  return uses.flatMap((use) => {
    const same = own.filter(({ typeId }) => typeId === use.typeId);
    const whole = beside([use], () => same.map(({ span }) => span));
    // Where both want the type, only what goes beyond the booking is taken.
    const more = same.flatMap(({ span, quantity }) => {
      const shared = intersection(span, use.span);
      return shared && use.quantity > quantity
        ? [{ ...use, span: shared, quantity: use.quantity - quantity }]
        : [];
    });
    return [...whole, ...more];
  });
}

/** Exactly the rows that claims imply; invariant 4 compares them with what is stored. */
export async function impliedRows(reader: Reader, claims: readonly StoredClaim[]): Promise<ImpliedRows> {
  const live = claims.filter(({ status }) => OCCUPIES[status] !== null);
  const booked = await bookedBeside(reader, live);
  const bookedFor = (claim: StoredClaim) =>
    claim.status === 'held' ? booked.get(claim.occurrenceId) : undefined;
  const holdings = await holdingsFor(reader, [...live, ...booked.values()]);
  return {
    occupancy: live.flatMap((claim) =>
      occupancyOf(claim, bookedFor(claim), holdings).map(
        ({ spaceIndex, equipmentIndex, resourceId, span }) =>
          [
            claim.id,
            claim.claimSpaceIds[spaceIndex] ?? null,
            claim.claimEquipmentIds[equipmentIndex] ?? null,
            resourceId,
            span.start,
            span.end,
            OCCUPIES[claim.status]!,
          ] as const,
      ),
    ),
    uses: live.flatMap((claim) =>
      usesOf(claim, bookedFor(claim), holdings).map(
        ({ equipmentIndex, typeId, quantity, span }) =>
          [
            claim.claimEquipmentIds[equipmentIndex]!,
            claim.id,
            typeId,
            span.start,
            span.end,
            quantity,
            OCCUPIES[claim.status]!,
          ] as const,
      ),
    ),
  };
}

const INSERT_OCCUPANCY = `INSERT INTO occupancy (claim_id, claim_space_id, claim_equipment_id, resource_id, start_min, end_min, occupies)
  SELECT value->>0, value->>1, value->>2, value->>3, value->>4, value->>5, value->>6 FROM json_each($rows)`;
const INSERT_USES = `INSERT INTO equipment_use (claim_equipment_id, claim_id, type_id, start_min, end_min, quantity, occupies)
  SELECT value->>0, value->>1, value->>2, value->>3, value->>4, value->>5, value->>6 FROM json_each($rows)`;

/**
 * Makes the rows of these claims what the claims imply. All old rows go before any new one comes: the guard fires
 * for each row in mid-statement, so moving them in place would refuse end states that are legal.
 */
export async function rewriteOccupancy(tx: Writer, claimIds: readonly ClaimId[]): Promise<void> {
  if (!claimIds.length) return;
  const ids = JSON.stringify(claimIds);
  await tx.run('DELETE FROM occupancy WHERE claim_id IN (SELECT value FROM json_each($ids))', { ids });
  await tx.run('DELETE FROM equipment_use WHERE claim_id IN (SELECT value FROM json_each($ids))', { ids });
  const rows = await impliedRows(tx, await loadClaims(tx, claimIds));
  if (rows.occupancy.length) await tx.run(INSERT_OCCUPANCY, { rows: JSON.stringify(rows.occupancy) });
  if (rows.uses.length) await tx.run(INSERT_USES, { rows: JSON.stringify(rows.uses) });
}

import type { ClaimId, EquipmentTypeId, OccurrenceId, SpaceId } from '@/core/ids';
import type { ClaimContent } from '@/core/occupancy/bands';
import type { Layout } from '@/core/seating/capacity';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Reader } from '../db/connection';

export type ClaimStatus = 'wanted' | 'held' | 'in-force' | 'released';

export interface StoredClaim {
  readonly id: ClaimId;
  readonly occurrenceId: OccurrenceId;
  readonly status: ClaimStatus;
  readonly people: number;
  readonly content: ClaimContent;
  /** Parallel to `content.spaces` and `content.equipment`. */
  readonly claimSpaceIds: readonly number[];
  readonly claimEquipmentIds: readonly number[];
}

type SpaceTuple = [id: number, space: SpaceId, layout: Layout, people: number, setup: number, strike: number];
type EquipmentTuple = [id: number, type: EquipmentTypeId, quantity: number, claimSpace: number | null];

interface ClaimRow {
  readonly id: ClaimId;
  readonly occurrence: OccurrenceId;
  readonly status: ClaimStatus;
  readonly start: EpochMinute;
  readonly end: EpochMinute;
  readonly access: number;
  readonly exit: number;
  readonly people: number;
  readonly spaces: SpaceTuple[];
  readonly equipment: EquipmentTuple[];
}

const claimsWhere = (condition: string) => `
SELECT json_group_array(json_object('id', c.id, 'occurrence', c.occurrence_id, 'status', c.status, 'start', c.start_min, 'end', c.end_min,
  'access', c.access_min, 'exit', c.exit_min, 'people', c.people,
  'spaces', (SELECT json_group_array(json_array(s.id, s.space_id, s.layout, s.people, s.setup_min, s.strike_min) ORDER BY s.position) FROM claim_space s WHERE s.claim_id = c.id),
  'equipment', (SELECT json_group_array(json_array(e.id, e.type_id, e.quantity, e.claim_space_id) ORDER BY e.position) FROM claim_equipment e WHERE e.claim_id = c.id)
) ORDER BY c.start_min, c.id) AS json FROM claim c WHERE ${condition}`;

function toClaim(row: ClaimRow): StoredClaim {
  const claimSpaceIds = row.spaces.map(([id]) => id);
  return {
    id: row.id,
    occurrenceId: row.occurrence,
    status: row.status,
    people: row.people,
    claimSpaceIds,
    claimEquipmentIds: row.equipment.map(([id]) => id),
    content: {
      event: { start: row.start, end: row.end },
      accessMin: row.access,
      exitMin: row.exit,
      spaces: row.spaces.map(([, spaceId, layout, people, setupMin, strikeMin]) => ({
        spaceId,
        layout,
        people,
        setupMin,
        strikeMin,
      })),
      equipment: row.equipment.map(([, typeId, quantity, claimSpace]) => ({
        typeId,
        quantity,
        spaceIndex: claimSpace === null ? -1 : claimSpaceIds.indexOf(claimSpace),
      })),
    },
  };
}

export async function loadClaims(reader: Reader, ids: readonly ClaimId[]): Promise<StoredClaim[]> {
  const sql = claimsWhere('c.id IN (SELECT value FROM json_each($ids))');
  return (await reader.json<ClaimRow[]>(sql, { ids: JSON.stringify(ids) })).map(toClaim);
}

/** The claims that say where these dates stand: the one in force, held or wanted; for ended dates the last one. */
export async function loadClaimsOf(
  reader: Reader,
  occurrences: readonly OccurrenceId[],
): Promise<StoredClaim[]> {
  const sql = claimsWhere(`c.occurrence_id IN (SELECT value FROM json_each($ids)) AND c.kind = 'asked'`);
  return (await reader.json<ClaimRow[]>(sql, { ids: JSON.stringify(occurrences) })).map(toClaim);
}

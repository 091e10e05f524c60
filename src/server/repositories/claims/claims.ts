import type { ClaimKind, ClaimStatus, LiveClaim } from '@/core/changes/plan-date';
import type { ClaimId, EquipmentTypeId, OccurrenceId, RequestId, ResourceId, SpaceId } from '@/core/ids';
import type { ClaimContent } from '@/core/occupancy/bands';
import type { Layout } from '@/core/seating/layouts';
import type { Feature } from '@/core/spaces/features';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import type { Reader } from '../../db/connection';

export interface StoredClaim extends LiveClaim {
  readonly occurrenceId: OccurrenceId;
  readonly requestId: RequestId;
  readonly holdUntil: EpochMinute | null;
  readonly people: number;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly content: ClaimContent;
  /** Parallel to `content.spaces` and `content.equipment`. */
  readonly claimSpaceIds: readonly number[];
  readonly claimEquipmentIds: readonly number[];
}

type SpaceTuple = [
  id: number,
  space: SpaceId,
  layout: Layout,
  people: number,
  setup: number,
  strike: number,
  wheelchairs: number,
  features: Feature[],
  cutStart: EpochMinute | null,
  cutEnd: EpochMinute | null,
];
type EquipmentTuple = [
  id: number,
  type: EquipmentTypeId,
  quantity: number,
  claimSpace: number | null,
  unit: ResourceId | null,
  kit: EquipmentTypeId | null,
];

interface ClaimRow {
  readonly id: ClaimId;
  readonly occurrence: OccurrenceId;
  readonly request: RequestId;
  readonly kind: ClaimKind;
  readonly status: ClaimStatus;
  readonly hold: EpochMinute | null;
  readonly standing: 0 | 1;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly start: EpochMinute;
  readonly end: EpochMinute;
  readonly access: number;
  readonly exit: number;
  readonly people: number;
  readonly spaces: SpaceTuple[];
  readonly equipment: EquipmentTuple[];
  readonly services: { readonly serviceId: number; readonly answers: Record<string, string> }[];
}

const claimsWhere = (condition: string) => `
SELECT json_group_array(json_object('id', c.id, 'occurrence', c.occurrence_id, 'request', o.request_id, 'kind', c.kind, 'status', c.status, 'hold', c.hold_until_min,
  'standing', o.standing_id = c.id, 'startLocal', c.start_local, 'endLocal', c.end_local, 'start', c.start_min, 'end', c.end_min,
  'access', c.access_min, 'exit', c.exit_min, 'people', c.people,
  'spaces', (SELECT json_group_array(json_array(s.id, s.space_id, s.layout, s.people, s.setup_min, s.strike_min, s.wheelchairs, json(s.features), s.cut_start_min, s.cut_end_min)
    ORDER BY s.position) FROM claim_space s WHERE s.claim_id = c.id),
  'equipment', (SELECT json_group_array(json_array(e.id, e.type_id, e.quantity, e.claim_space_id, e.resource_id, e.kit_id) ORDER BY e.position)
    FROM claim_equipment e WHERE e.claim_id = c.id),
  'services', (SELECT json_group_array(json_object('serviceId', v.service_id, 'answers', json(v.answers)) ORDER BY v.position) FROM claim_service v WHERE v.claim_id = c.id)
) ORDER BY c.start_min, c.id) AS json FROM claim c JOIN occurrence o ON o.id = c.occurrence_id WHERE ${condition}`;

function wantedSpace([
  ,
  spaceId,
  layout,
  people,
  setupMin,
  strikeMin,
  wheelchairs,
  features,
  start,
  end,
]: SpaceTuple) {
  const space = { spaceId, layout, people, setupMin, strikeMin, wheelchairs, features };
  if (start === null && end === null) return space;
  return { ...space, cut: { ...(start !== null && { start }), ...(end !== null && { end }) } };
}

function toClaim(row: ClaimRow): StoredClaim {
  const claimSpaceIds = row.spaces.map(([id]) => id);
  return {
    id: row.id,
    occurrenceId: row.occurrence,
    requestId: row.request,
    kind: row.kind,
    status: row.status,
    holdUntil: row.hold,
    isStanding: row.standing === 1,
    people: row.people,
    startLocal: row.startLocal,
    endLocal: row.endLocal,
    claimSpaceIds,
    claimEquipmentIds: row.equipment.map(([id]) => id),
    content: {
      event: { start: row.start, end: row.end },
      accessMin: row.access,
      exitMin: row.exit,
      spaces: row.spaces.map(wantedSpace),
      equipment: row.equipment.map(([, typeId, quantity, claimSpace, unitId, kitId]) => ({
        typeId,
        quantity,
        spaceIndex: claimSpace === null ? -1 : claimSpaceIds.indexOf(claimSpace),
        unitId,
        kitId,
      })),
      ...(row.spaces.length === 0 && { people: row.people }),
      ...(row.services.length > 0 && { services: row.services }),
    },
  };
}

const claims = async (reader: Reader, condition: string, ids: readonly number[]): Promise<StoredClaim[]> =>
  ids.length
    ? (await reader.json<ClaimRow[]>(claimsWhere(condition), { ids: JSON.stringify(ids) })).map(toClaim)
    : [];

const IN_IDS = 'IN (SELECT value FROM json_each($ids))';

export const loadClaims = (reader: Reader, ids: readonly ClaimId[]): Promise<StoredClaim[]> =>
  claims(reader, `c.id ${IN_IDS}`, ids);

/** The claims that say where these dates stand: in force, held or wanted; for ended dates the last one. */
export const loadStandingClaims = (
  reader: Reader,
  occurrences: readonly OccurrenceId[],
): Promise<StoredClaim[]> => claims(reader, `o.id ${IN_IDS} AND c.id = o.standing_id`, occurrences);

/** Every claim of these dates that is not released: where they stand, and what is proposed or asked beside that. */
export const loadLiveClaims = (
  reader: Reader,
  occurrences: readonly OccurrenceId[],
): Promise<StoredClaim[]> =>
  claims(reader, `c.occurrence_id ${IN_IDS} AND c.status <> 'released'`, occurrences);

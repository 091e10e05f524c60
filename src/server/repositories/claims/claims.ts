import { z } from 'zod';
import type { LiveClaim } from '@/core/changes/plan-date';
import type { ClaimId, OccurrenceId, RequestId } from '@/core/ids';
import type { ClaimContent } from '@/core/occupancy/bands';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import type { Reader } from '../../db/connection';
import { zeroOrOne } from '../../db/shapes';
import { jsonQuery } from '../../db/statement';
import { Claim, ClaimEquipment, ClaimSpace } from '../../db/tables/claims';
import { listOf, type Column } from '../../db/tables/column';
import { answers, features } from '../../db/tables/contents';
import { Occurrence } from '../../db/tables/requests';

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

const spaceTuple = z.tuple([
  ClaimSpace.id.schema,
  ClaimSpace.space_id.schema,
  ClaimSpace.layout.schema,
  z.int(),
  ClaimSpace.setup_min.schema,
  ClaimSpace.strike_min.schema,
  z.int(),
  features,
  ClaimSpace.cut_start_min.schema,
  ClaimSpace.cut_end_min.schema,
]);
/** Number of the line, type, how many, line of the space it is for, unit, kit it is part of. */
const equipmentTuple = z.tuple([
  ClaimEquipment.id.schema,
  ClaimEquipment.type_id.schema,
  z.int(),
  ClaimEquipment.claim_space_id.schema,
  ClaimEquipment.resource_id.schema,
  ClaimEquipment.kit_id.schema,
]);

const claimRow = z.strictObject({
  id: Claim.id.schema,
  occurrence: Claim.occurrence_id.schema,
  request: Occurrence.request_id.schema,
  kind: Claim.kind.schema,
  status: Claim.status.schema,
  hold: Claim.hold_until_min.schema,
  standing: zeroOrOne,
  startLocal: Claim.start_local.schema,
  endLocal: Claim.end_local.schema,
  start: Claim.start_min.schema,
  end: Claim.end_min.schema,
  access: z.int(),
  exit: z.int(),
  people: z.int(),
  spaces: z.array(spaceTuple),
  equipment: z.array(equipmentTuple),
  services: z.array(z.strictObject({ serviceId: z.int(), answers })),
});
type SpaceTuple = z.infer<typeof spaceTuple>;
type ClaimRow = z.infer<typeof claimRow>;

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

const IN_IDS = 'IN (SELECT value FROM json_each($ids))';
const ofIds = <Id extends number>(ids: Column<Id>, condition: string) =>
  jsonQuery({ sql: claimsWhere(condition), bind: { ids: listOf<Id>(ids) }, value: z.array(claimRow) });

const BY_ID = ofIds(Claim.id, `c.id ${IN_IDS}`);
const STANDING = ofIds(Occurrence.id, `o.id ${IN_IDS} AND c.id = o.standing_id`);
const LIVE = ofIds(Occurrence.id, `c.occurrence_id ${IN_IDS} AND c.status <> 'released'`);

const claims = async <Id extends number>(
  reader: Reader,
  statement: ReturnType<typeof ofIds<Id>>,
  ids: readonly Id[],
): Promise<StoredClaim[]> => (ids.length ? (await reader.value(statement, { ids })).map(toClaim) : []);

export const loadClaims = (reader: Reader, ids: readonly ClaimId[]): Promise<StoredClaim[]> =>
  claims(reader, BY_ID, ids);

/** The claims that say where these dates stand: in force, held or wanted; for ended dates the last one. */
export const loadStandingClaims = (
  reader: Reader,
  occurrences: readonly OccurrenceId[],
): Promise<StoredClaim[]> => claims(reader, STANDING, occurrences);

/** Every claim of these dates that is not released: where they stand, and what is proposed or asked beside that. */
export const loadLiveClaims = (
  reader: Reader,
  occurrences: readonly OccurrenceId[],
): Promise<StoredClaim[]> => claims(reader, LIVE, occurrences);

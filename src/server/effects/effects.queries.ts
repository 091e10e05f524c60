import type { ClaimId, RequestId, CategoryId } from '@/core/ids';
import { command, query, jsonQuery } from '../db/statement';
import { integer, json, listOf, oneOf, rowNumber, text } from '../db/tables/column';
import {
  Claim,
  ClaimOverride,
  ClaimSpace,
  ClaimEquipment,
  ClaimService,
  EquipmentUse,
  Occupancy,
  TurnoverLink,
} from '../db/tables/claims';
import { Occurrence, Request, RequestCategory } from '../db/tables/requests';
import { ChangeSetRow } from '../db/tables/records';
import { z } from 'zod';
import { numberOf } from '../db/shapes';

// The whole band of the space against everything that occupies its parts now, its own claim left out.
export const MINUTES_TAKEN = query({
  sql: `SELECT 1 FROM claim_space s JOIN claim c ON c.id = s.claim_id JOIN space_part p ON p.space_id = s.space_id
  JOIN occupancy o ON o.resource_id = p.resource_id AND o.occupies = 1 AND o.claim_id <> c.id
  AND o.end_min > CASE WHEN $side = 'cut_start_min' THEN c.start_min - c.access_min - s.setup_min ELSE c.end_min + c.exit_min END
  AND o.start_min < CASE WHEN $side = 'cut_start_min' THEN c.start_min - c.access_min ELSE c.end_min + c.exit_min + s.strike_min END
  WHERE s.id = $id LIMIT 1`,
  bind: { id: ClaimSpace.id, side: oneOf(['cut_start_min', 'cut_end_min']) },
  row: { 1: integer() },
});

// What is held beside takes what is left: it follows when what the date stands on comes, goes or changes.
export const WITH_HELD_BESIDE = query({
  sql: `SELECT value AS id FROM json_each($ids)
  UNION SELECT h.id FROM claim c JOIN claim h ON h.occurrence_id = c.occurrence_id AND h.status = 'held'
  WHERE c.id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Claim.id) },
  row: { id: rowNumber<ClaimId>() },
});

export const LAPSED_HOLDS = query({
  sql: `SELECT c.id, c.kind, o.request_id AS request FROM claim c JOIN occurrence o ON o.id = c.occurrence_id
     WHERE c.status = 'held' AND c.hold_until_min <= $now`,
  bind: { now: Claim.hold_until_min },
  row: { id: Claim.id, kind: Claim.kind, request: Occurrence.request_id },
});

export const CHANGE_BY_KEY = query({
  sql: 'SELECT actor_id, action, result FROM change_set WHERE idempotency_key = $key',
  bind: { key: ChangeSetRow.idempotency_key },
  row: { actor_id: ChangeSetRow.actor_id, action: ChangeSetRow.action, result: ChangeSetRow.result },
});

export const ANY_LAPSED = query({
  sql: `SELECT 1 FROM claim WHERE status = 'held' AND hold_until_min <= $now LIMIT 1`,
  bind: { now: Claim.hold_until_min },
  row: { 1: integer() },
});

export const OVERRIDDEN_RULES = query({
  sql: `SELECT claim_id || ' ' || rule AS key FROM claim_override WHERE claim_id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(ClaimOverride.claim_id) },
  row: { key: text() },
});

export const FACTS_OF_REQUESTS = query({
  sql: `SELECT r.id AS request, (SELECT json_group_array(x.category_id) FROM request_category x WHERE x.request_id = r.id) AS categories,
    (SELECT json_group_object(a.question_id, a.answer) FROM request_answer a WHERE a.request_id = r.id) AS answers
    FROM request r WHERE r.id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Request.id) },
  row: {
    request: Request.id,
    categories: json(z.array(numberOf<CategoryId>())),
    answers: json(z.record(z.string(), z.string())),
  },
});

export const DROP_OCCUPANCY = command({
  sql: 'DELETE FROM occupancy WHERE claim_id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(Claim.id) },
});

export const DROP_EQUIPMENT_USE = command({
  sql: 'DELETE FROM equipment_use WHERE claim_id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(Claim.id) },
});

export const CUT_SPACES = query({
  sql: `SELECT id FROM claim_space WHERE claim_id IN (SELECT value FROM json_each($ids)) AND (cut_start_min IS NOT NULL OR cut_end_min IS NOT NULL)`,
  bind: { ids: listOf(ClaimSpace.claim_id) },
  row: { id: ClaimSpace.id },
});

const TOUCHING = 'IN (SELECT id FROM claim_space WHERE claim_id IN (SELECT value FROM json_each($ids)))';

export const LINKS_OF_CLAIMS = query({
  sql: `SELECT * FROM turnover_link WHERE before_claim_space_id ${TOUCHING} OR after_claim_space_id ${TOUCHING}`,
  bind: { ids: listOf(Claim.id) },
  row: TurnoverLink,
});

/** Sides of links that are gone whose cut is still there, of claims that still take their place and hand over to nobody there. */
export const CUTS_TO_HEAL = query({
  sql: `SELECT s.id, s.claim_id, 'cut_end_min' AS side FROM claim_space s JOIN claim c ON c.id = s.claim_id AND c.status IN ('in-force','held')
  WHERE s.id IN (SELECT value FROM json_each($before)) AND s.cut_end_min IS NOT NULL
  AND NOT EXISTS (SELECT 1 FROM turnover_link l WHERE l.before_claim_space_id = s.id)
UNION ALL SELECT s.id, s.claim_id, 'cut_start_min' FROM claim_space s JOIN claim c ON c.id = s.claim_id AND c.status IN ('in-force','held')
  WHERE s.id IN (SELECT value FROM json_each($after)) AND s.cut_start_min IS NOT NULL
  AND NOT EXISTS (SELECT 1 FROM turnover_link l WHERE l.after_claim_space_id = s.id)`,
  bind: { before: listOf(ClaimSpace.id), after: listOf(ClaimSpace.id) },
  row: { id: ClaimSpace.id, claim_id: ClaimSpace.claim_id, side: oneOf(['cut_end_min', 'cut_start_min']) },
});

export const CLAIMS_OF_SPACES = query({
  sql: `SELECT DISTINCT c.id FROM claim c JOIN claim_space s ON s.claim_id = c.id WHERE c.status <> 'released' AND s.space_id IN (SELECT value FROM json_each($spaces))`,
  bind: { spaces: listOf(ClaimSpace.space_id) },
  row: { id: Claim.id },
});

export const CLAIMS_OF_EQUIPMENT = query({
  sql: `SELECT DISTINCT c.id FROM claim_equipment e JOIN claim c ON c.id = e.claim_id WHERE e.type_id IN (SELECT value FROM json_each($types)) AND c.status <> 'released'`,
  bind: { types: listOf(ClaimEquipment.type_id.plain()) },
  row: { id: Claim.id },
});

export const DATES_IN_FORCE = query({
  sql: `SELECT DISTINCT occurrence_id FROM claim WHERE id IN (SELECT value FROM json_each($ids)) AND status = 'in-force'`,
  bind: { ids: listOf(Claim.id) },
  row: { occurrence_id: Claim.occurrence_id },
});

export const REQUESTS_OF_DATES = query({
  sql: 'SELECT DISTINCT request_id FROM occurrence WHERE id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(Occurrence.id) },
  row: { request_id: Occurrence.request_id },
});

export const PUBLIC_REQUESTS = jsonQuery({
  sql: `SELECT json_group_array(id) AS json FROM (SELECT id FROM request WHERE publish = 1
     UNION SELECT s.request_id FROM published p JOIN segment s ON s.id = p.segment_id)`,
  value: z.array(numberOf<RequestId>()),
});

// A template that names something is about dates that have it; one that names nothing is about all.
export const COMING_DATES_OF_TEMPLATE = query({
  sql: `SELECT o.id FROM claim c JOIN occurrence o ON o.standing_id = c.id AND o.state = 'approved'
  WHERE c.status = 'in-force' AND c.end_min > $now
  AND (json_array_length($services) = 0 OR EXISTS (SELECT 1 FROM claim_service v WHERE v.claim_id = c.id AND v.service_id IN (SELECT value FROM json_each($services))))
  AND (json_array_length($equipment) = 0 OR EXISTS (SELECT 1 FROM claim_equipment e WHERE e.claim_id = c.id AND e.type_id IN (SELECT value FROM json_each($equipment))))
  AND (json_array_length($spaces) = 0 OR EXISTS (SELECT 1 FROM claim_space s WHERE s.claim_id = c.id AND s.space_id IN (SELECT value FROM json_each($spaces))))
  AND (json_array_length($categories) = 0 OR EXISTS (SELECT 1 FROM request_category g WHERE g.request_id = o.request_id AND g.category_id IN (SELECT value FROM json_each($categories))))
  ORDER BY c.start_min`,
  bind: {
    now: Claim.end_min,
    services: listOf(ClaimService.service_id),
    equipment: listOf(ClaimEquipment.type_id.plain()),
    spaces: listOf(ClaimSpace.space_id.plain()),
    categories: listOf(RequestCategory.category_id.plain()),
  },
  row: { id: Occurrence.id },
});

export const IN_FORCE_IN_SPACES = query({
  sql: `SELECT DISTINCT o.claim_id AS id FROM occupancy o JOIN claim_space s ON s.id = o.claim_space_id JOIN claim c ON c.id = o.claim_id AND c.status = 'in-force'
  WHERE o.occupies = 1 AND o.end_min > $start AND o.start_min < $end AND s.space_id IN (SELECT value FROM json_each($spaces))`,
  bind: { start: Occupancy.end_min, end: Occupancy.start_min, spaces: listOf(ClaimSpace.space_id) },
  row: { id: Claim.id },
});

export const IN_FORCE_WITH_TYPE = query({
  sql: `SELECT DISTINCT u.claim_id AS id FROM equipment_use u JOIN claim c ON c.id = u.claim_id AND c.status = 'in-force'
  WHERE u.type_id = $type AND u.occupies = 1 AND u.end_min > $start AND u.start_min < $end`,
  bind: { start: EquipmentUse.end_min, end: EquipmentUse.start_min, type: EquipmentUse.type_id },
  row: { id: Claim.id },
});

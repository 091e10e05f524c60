import type { ClaimId } from '@/core/ids';
import { command, query } from '../db/statement';
import { integer, listOf, oneOf, rowNumber, text } from '../db/tables/column';
import { Claim, ClaimOverride, ClaimSpace, TurnoverLink } from '../db/tables/claims';
import { Occurrence, RequestCategory } from '../db/tables/requests';
import { ChangeSetRow } from '../db/tables/records';

export const CLAIMS_OF_SPACES = query({
  sql: 'SELECT id, claim_id FROM claim_space WHERE id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(ClaimSpace.id.plain()) },
  row: { id: ClaimSpace.id, claim_id: ClaimSpace.claim_id },
});

export const CUT_SPACES = query({
  sql: `SELECT id FROM claim_space WHERE claim_id IN (SELECT value FROM json_each($ids)) AND (cut_start_min IS NOT NULL OR cut_end_min IS NOT NULL)`,
  bind: { ids: listOf(ClaimSpace.claim_id) },
  row: { id: ClaimSpace.id },
});

export const CLAIMS_OF_LINKED = query({
  sql: 'SELECT DISTINCT claim_id FROM claim_space WHERE id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(ClaimSpace.id) },
  row: { claim_id: ClaimSpace.claim_id },
});

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

export const STANDING_SLOTS = query({
  sql: `SELECT o.id AS occurrence, s.position AS slot, s.id FROM occurrence o JOIN claim_space s ON s.claim_id = o.standing_id
     WHERE o.id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Occurrence.id) },
  row: { occurrence: Occurrence.id, slot: ClaimSpace.position, id: ClaimSpace.id },
});

export const DATES_OF_CLAIMS = query({
  sql: 'SELECT DISTINCT occurrence_id FROM claim WHERE id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(Claim.id) },
  row: { occurrence_id: Claim.occurrence_id },
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

export const CATEGORIES_OF_REQUESTS = query({
  sql: 'SELECT request_id AS request, category_id AS category FROM request_category WHERE request_id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(RequestCategory.request_id) },
  row: { request: RequestCategory.request_id, category: RequestCategory.category_id },
});

export const DROP_OCCUPANCY = command({
  sql: 'DELETE FROM occupancy WHERE claim_id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(Claim.id) },
});

export const DROP_EQUIPMENT_USE = command({
  sql: 'DELETE FROM equipment_use WHERE claim_id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(Claim.id) },
});

const TOUCHING = 'IN (SELECT id FROM claim_space WHERE claim_id IN (SELECT value FROM json_each($ids)))';

export const LINKS_OF_CLAIMS = query({
  sql: `SELECT * FROM turnover_link WHERE before_claim_space_id ${TOUCHING} OR after_claim_space_id ${TOUCHING}`,
  bind: { ids: listOf(Claim.id) },
  row: TurnoverLink,
});

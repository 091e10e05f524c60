import { query } from '../../../db/statement';
import { flag, integer, listOf } from '../../../db/tables/column';
import { Space } from '../../../db/tables/spaces';
import { Occurrence } from '../../../db/tables/requests';
import { ChangeSetRequest, ChangeSetRow, History } from '../../../db/tables/records';
import { WorkOrder } from '../../../db/tables/work-orders';
import { Claim, ClaimOverride } from '../../../db/tables/claims';
import { Published } from '../../../db/tables/publishing';

export const OUTDOOR_SPACES = query({ sql: 'SELECT id FROM space WHERE outdoor = 1', row: { id: Space.id } });

export const STANDING_CLAIMS = query({
  sql: 'SELECT id AS date, standing_id AS claim FROM occurrence WHERE id IN (SELECT value FROM json_each($ids)) AND standing_id IS NOT NULL',
  bind: { ids: listOf(Occurrence.id) },
  row: { date: Occurrence.id, claim: Claim.id },
});

export const OVERRIDES_OF_CLAIMS = query({
  sql: 'SELECT claim_id, rule, subject FROM claim_override WHERE claim_id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(ClaimOverride.claim_id) },
  row: { claim_id: ClaimOverride.claim_id, rule: ClaimOverride.rule, subject: ClaimOverride.subject },
});

/**
 * SQL: a change `c` that somebody made no longer ago than changes are taken back, that nobody has taken back yet, and that
 * altered something of a request which was there before. Whether anything has touched it since is told as it is undone.
 */
export const CAN_BE_UNDONE = `(c.actor_id IS NOT NULL AND c.undoes_id IS NULL AND c.at_min >= $undoFrom
  AND NOT EXISTS (SELECT 1 FROM change_set u WHERE u.undoes_id = c.id)
  AND NOT EXISTS (SELECT 1 FROM history h WHERE h.change_set_id = c.id AND h.entity = 'request' AND h.before IS NULL)
  AND EXISTS (SELECT 1 FROM history h WHERE h.change_set_id = c.id AND h.entity IN ('request', 'occurrence', 'claim', 'notice', 'segment')))`;

export const UNDOABLE_CHANGES = query({
  sql: `SELECT c.id FROM change_set c JOIN change_set_request x ON x.change_set_id = c.id WHERE x.request_id = $request AND (c.actor_id = $me OR $isOffice) AND ${CAN_BE_UNDONE}`,
  bind: {
    request: ChangeSetRequest.request_id,
    me: ChangeSetRow.actor_id,
    isOffice: integer(),
    undoFrom: ChangeSetRow.at_min,
  },
  row: { id: ChangeSetRow.id },
});

export const LINES_OF_CHANGE = query({
  sql: 'SELECT entity, entity_id, before, after FROM history WHERE change_set_id = $id ORDER BY id',
  bind: { id: History.change_set_id.plain() },
  row: { entity: History.entity, entity_id: History.entity_id, before: History.before, after: History.after },
});

export const ORDERS_OF_CLAIMS = query({
  sql: `SELECT w.id, o.standing_id AS standing FROM work_order w JOIN occurrence o ON o.id = w.occurrence_id
     WHERE w.claim_id IN (SELECT value FROM json_each($claims)) AND o.standing_id IS NOT NULL`,
  bind: { claims: listOf(WorkOrder.claim_id) },
  row: { id: WorkOrder.id, standing: Claim.id },
});

export const DATES_OF_CLAIMS = query({
  sql: `SELECT DISTINCT o.id, o.request_id FROM occurrence o LEFT JOIN claim c ON c.occurrence_id = o.id
     WHERE c.id IN (SELECT value FROM json_each($claims)) OR o.id IN (SELECT value FROM json_each($ids))`,
  bind: { claims: listOf(Claim.id), ids: listOf(Occurrence.id) },
  row: { id: Occurrence.id, request_id: Occurrence.request_id },
});

export const COUNT_DATES_TOUCHED = query({
  sql: `SELECT COUNT(*) AS dates FROM history WHERE change_set_id = $changeSet AND entity = 'occurrence'`,
  bind: { changeSet: History.change_set_id },
  row: { dates: integer() },
});

export const UNDONE_UNDER_KEY = query({
  sql: 'SELECT id FROM change_set WHERE undoes_id = $id AND idempotency_key = $key',
  bind: { id: ChangeSetRow.undoes_id, key: ChangeSetRow.idempotency_key },
  row: { id: ChangeSetRow.id },
});

export const CHANGE_KNOWN = query({
  sql: 'SELECT id FROM change_set WHERE id = $id',
  bind: { id: ChangeSetRow.id },
  row: { id: ChangeSetRow.id },
});

export const UNDONE = query({
  sql: 'SELECT 1 FROM change_set WHERE undoes_id = $id',
  bind: { id: ChangeSetRow.undoes_id },
  row: { 1: integer() },
});

export const CHANGE_TO_UNDO = query({
  sql: `SELECT id, actor_id, at_min, undoes_id, EXISTS (SELECT 1 FROM change_set u WHERE u.undoes_id = c.id AND u.id <> $own) AS undone
       FROM change_set c WHERE id = $id`,
  bind: { id: integer(), own: ChangeSetRow.id },
  row: {
    id: integer(),
    actor_id: integer().orNull(),
    at_min: integer(),
    undoes_id: integer().orNull(),
    undone: flag(),
  },
});

/** Of dates, and of those that turn over to them. */
export const ORDERS_OF_DATES = query({
  sql: `SELECT * FROM work_order WHERE occurrence_id IN (SELECT value FROM json_each($ids))
     UNION SELECT * FROM work_order WHERE after_occurrence_id IS NOT NULL AND after_occurrence_id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Occurrence.id.plain()) },
  row: WorkOrder,
});

export const PUBLISHED_SEGMENTS_OF = query({
  sql: 'SELECT DISTINCT segment_id AS id FROM published WHERE segment_id IN (SELECT value FROM json_each($segments))',
  bind: { segments: listOf(Published.segment_id.plain()) },
  row: { id: Published.segment_id },
});

import { z } from 'zod';
import type { CategoryId, ClaimId, OccurrenceId, ResourceId, SpaceId } from '@/core/ids';
import {
  HAND_MADE_TEMPLATES,
  OFFICE_TEMPLATES,
  officeTemplateRows,
  NUMBER_QUESTIONS,
  numberQuestionRow,
  templateRow,
} from '../../repositories/world/templates';
import { asJsonObject } from '../../db/connection';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { BUILDING } from '../../repositories/names';
import { jsonFamily, jsonQuery, query } from '../../db/statement';
import { numberOf } from '../../db/shapes';
import { integer, listOf, lists, minute, rowNumber } from '../../db/tables/column';
import { Occurrence, Request } from '../../db/tables/requests';
import { Space } from '../../db/tables/spaces';
import { WorkOrder, WorkOrderVersion } from '../../db/tables/work-orders';
import { Claim, ClaimSpace, Occupancy } from '../../db/tables/claims';
import { orderContent } from '../../db/tables/contents';

export const NAMES_IN_ORDERS = jsonQuery({
  sql: `SELECT json_object(
  'requests', (SELECT json_group_object(r.id, json_object('reference', r.ref, 'eventTitle', r.title, 'notes', r.notes,
    'categories', (SELECT json_group_array(x.category_id ORDER BY x.position) FROM request_category x WHERE x.request_id = r.id),
    'answers', (SELECT json_group_object(a.question_id, a.answer) FROM request_answer a WHERE a.request_id = r.id)))
    FROM request r WHERE r.id IN (SELECT value FROM json_each($requests))),
  'spaces', (SELECT json_group_object(s.id, json_object('place', s.name, 'building', ${BUILDING}, 'area', COALESCE(s.area_m2, s.length_m * s.width_m, 0),
    'seats', (SELECT json_group_object(l.layout, l.seats) FROM space_layout l WHERE l.space_id = s.id)))
    FROM space s JOIN building b ON b.id = s.building_id WHERE s.id IN (SELECT value FROM json_each($spaces))),
  'equipment', (SELECT json_group_object(t.id, json_object('name', t.name, 'store', st.name)) FROM equipment_type t JOIN store st ON st.id = t.store_id),
  'questions', (SELECT json_group_object(q.id, q.text) FROM question q WHERE q.owner_kind = 'service'),
  'numbers', (${NUMBER_QUESTIONS})) AS json`,
  bind: { requests: listOf(Request.id), spaces: listOf(Space.id) },
  value: z.object({
    requests: z.record(
      z.string(),
      z.object({
        reference: z.string(),
        eventTitle: z.string(),
        notes: z.string(),
        categories: z.array(numberOf<CategoryId>()).readonly(),
        answers: z.record(z.string(), z.string()),
      }),
    ),
    spaces: z.record(
      z.string(),
      z.object({
        place: z.string(),
        building: z.string(),
        area: z.number(),
        seats: z.record(z.string(), z.number()),
      }),
    ),
    equipment: z.record(z.string(), z.object({ name: z.string(), store: z.string() })),
    questions: z.record(z.string(), z.string()),
    numbers: z.array(numberQuestionRow),
  }),
});

// In time for what comes next on any part of the floor, and before it would have been cleared anyway.
export const DONE_ORDERS = query({
  sql: `SELECT w.id, w.occurrence_id AS occurrenceId, w.after_occurrence_id AS afterOccurrenceId, w.space_id AS spaceId, w.team_id AS teamId, w.work_min AS workMin,
  c.end_min + c.exit_min + COALESCE(s.strike_min, 0) AS end,
  (SELECT MIN(o.start_min) FROM space_part p JOIN occupancy o ON o.resource_id = p.resource_id AND o.occupies = 1 AND o.start_min > $now WHERE p.space_id = w.space_id) AS next
FROM work_order w JOIN claim c ON c.id = w.claim_id LEFT JOIN claim_space s ON s.claim_id = c.id AND s.space_id = w.space_id
WHERE w.id IN (SELECT value FROM json_each($ids))`,
  bind: { now: Occupancy.start_min, ids: listOf(WorkOrder.id) },
  row: {
    id: WorkOrder.id,
    occurrenceId: WorkOrder.occurrence_id,
    afterOccurrenceId: WorkOrder.after_occurrence_id,
    spaceId: WorkOrder.space_id,
    teamId: WorkOrder.team_id,
    workMin: WorkOrder.work_min,
    next: minute().orNull(),
    end: minute(),
  },
});

export const TURNOVER_FACTS = jsonQuery({
  sql: `SELECT json_object('topUp', (SELECT json_group_object(id, top_up_min) FROM space),
  'carry', (SELECT json_group_object(id, json_array(fetch_min, return_min)) FROM equipment_type),
  'done', (SELECT json_group_array(order_key) FROM work_order WHERE state = 'done' AND occurrence_id IN (SELECT value FROM json_each($ids)))) AS json`,
  bind: { ids: listOf(rowNumber<OccurrenceId>()) },
  value: z.object({
    done: z.array(z.string()).readonly(),
    topUp: z.record(z.string(), z.number()),
    carry: z.record(z.string(), z.tuple([z.number(), z.number()]).readonly()),
  }),
});

export const STANDING_APPROVED = query({
  sql: `SELECT standing_id AS id FROM occurrence WHERE id IN (SELECT value FROM json_each($ids)) AND state = 'approved'`,
  bind: { ids: listOf(Occurrence.id) },
  row: { id: rowNumber<ClaimId>() },
});

export const SPOTS_LEFT = query({
  sql: `SELECT s.space_id AS space, c.start_min - c.access_min - s.setup_min AS start, c.end_min + c.exit_min + s.strike_min AS end
     FROM claim c JOIN claim_space s ON s.claim_id = c.id WHERE c.id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Claim.id) },
  row: { space: ClaimSpace.space_id, start: minute(), end: minute() },
});

export const ORDERS_COVERED_BY = query({
  sql: `SELECT id, order_key AS key FROM work_order WHERE order_key IN (SELECT value FROM json_each($keys))
     UNION SELECT id, order_key FROM work_order WHERE covered_by IS NOT NULL AND covered_by IN (SELECT value FROM json_each($over))`,
  bind: { keys: listOf(WorkOrder.order_key), over: listOf(WorkOrder.covered_by) },
  row: { id: WorkOrder.id, key: WorkOrder.order_key },
});

const orderColumns = `json_object('id', w.id, 'key', w.order_key, 'state', w.state, 'origin', w.origin, 'phase', w.phase, 'version', w.version,
  'occurrenceId', w.occurrence_id, 'doneMin', w.done_at_min, 'isIssued', json(iif(w.issued_min IS NULL, 'false', 'true')), 'claimId', w.claim_id, 'coveredBy', w.covered_by, 'content', json(v.content))`;

/** An order with its version in force. */
const orderShape = z.object({
  id: z.number(),
  version: z.number(),
  claimId: numberOf<ClaimId>(),
  occurrenceId: numberOf<OccurrenceId>(),
  coveredBy: z.string().nullable(),
  key: z.string(),
  state: WorkOrder.state.schema,
  origin: WorkOrder.origin.schema,
  phase: WorkOrder.phase.schema,
  isIssued: z.boolean(),
  doneMin: numberOf<EpochMinute>().nullable(),
  content: orderContent,
});

export const ORDERS_OF_DATES = jsonQuery({
  sql: `SELECT json_group_array(${orderColumns}) AS json
FROM work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
WHERE w.id IN (SELECT id FROM work_order WHERE occurrence_id IN (SELECT value FROM json_each($ids))
  UNION SELECT id FROM work_order WHERE after_occurrence_id IS NOT NULL AND after_occurrence_id IN (SELECT value FROM json_each($ids)))`,
  bind: { ids: listOf(Occurrence.id) },
  value: z.array(orderShape),
});

export const ORDERS_BY_KEY = jsonQuery({
  sql: `SELECT json_group_array(${orderColumns}) AS json FROM work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
     WHERE w.order_key IN (SELECT value FROM json_each($keys))`,
  bind: { keys: listOf(WorkOrder.order_key) },
  value: z.array(orderShape),
});

/** `$pairs`: [space, the date before, the date after], a list of lists. */
export const TURNOVERS_BETWEEN = jsonQuery({
  sql: `SELECT json_group_array(${orderColumns}) AS json FROM json_each($pairs) j
  CROSS JOIN work_order w ON w.after_occurrence_id IS NOT NULL AND w.after_occurrence_id = j.value->>2 AND w.occurrence_id = j.value->>1 AND w.space_id = j.value->>0 AND w.origin = 'turnover'
  JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version`,
  bind: { pairs: lists() },
  value: z.array(orderShape),
});

// Rows of one resource never overlap, so the nearest by start is the nearest by end: one seek a part. What is only held
// may never come to be: orders follow what is in force. `$spots`: [space, start, end], a list of lists.
export const NEAREST = jsonFamily({
  samples: ['before', 'after'],
  sql: (side: 'before' | 'after') => `
SELECT json_group_array(json_array(j.key, p.resource_id, o.claim_id, c.occurrence_id, s.space_id, o.start_min, o.end_min)) AS json
FROM json_each($spots) j JOIN space_part p ON p.space_id = j.value->>0
  LEFT JOIN occupancy o ON o.id = (SELECT n.id FROM occupancy n JOIN claim k ON k.id = n.claim_id AND k.status = 'in-force' WHERE n.resource_id = p.resource_id AND n.occupies = 1 AND ${
    side === 'before'
      ? 'n.end_min <= j.value->>1 AND n.end_min > (j.value->>1) - $most ORDER BY n.end_min DESC'
      : 'n.start_min >= j.value->>2 AND n.start_min < (j.value->>2) + $most ORDER BY n.start_min'
  } LIMIT 1)
  LEFT JOIN claim_space s ON s.id = o.claim_space_id LEFT JOIN claim c ON c.id = o.claim_id`,
  bind: { spots: lists(), most: integer() },
  value: z.array(
    z.tuple([
      z.int(),
      numberOf<ResourceId>(),
      numberOf<ClaimId>().nullable(),
      numberOf<OccurrenceId>().nullable(),
      numberOf<SpaceId>().nullable(),
      numberOf<EpochMinute>().nullable(),
      numberOf<EpochMinute>().nullable(),
    ]),
  ),
});

export const TEMPLATES = jsonQuery({
  sql: asJsonObject({ house: OFFICE_TEMPLATES, byHand: HAND_MADE_TEMPLATES }),
  bind: { requests: listOf(Request.id) },
  value: z.strictObject({ house: officeTemplateRows, byHand: z.array(templateRow) }),
});

export const STANDING_CLAIMS = query({
  sql: 'SELECT id, standing_id AS claim FROM occurrence WHERE id IN (SELECT value FROM json_each($ids)) AND standing_id IS NOT NULL',
  bind: { ids: listOf(Occurrence.id) },
  row: { id: Occurrence.id, claim: rowNumber<ClaimId>() },
});

export const VERSIONS_IN_FORCE = query({
  sql: `SELECT v.* FROM work_order_version v JOIN work_order w ON w.id = v.order_id AND w.version = v.version WHERE v.order_id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(WorkOrder.id) },
  row: WorkOrderVersion,
});

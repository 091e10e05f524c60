import { z } from 'zod';
import type { ClaimId, RequestId } from '@/core/ids';
import type { LocalDateTime } from '@/core/time/local-time';
import { jsonQuery, query } from '../../db/statement';
import { numberOf, textOf, zeroOrOne } from '../../db/shapes';
import { day, integer, listOf, text } from '../../db/tables/column';
import { Occurrence, Request, Segment, RequestCategory } from '../../db/tables/requests';
import { Claim } from '../../db/tables/claims';
import { Category } from '../../db/tables/house';

export const SLEEPING_DATES = query({
  sql: `SELECT o.id FROM segment g JOIN occurrence o ON o.segment_id = g.id AND o.state = 'waiting'
     WHERE g.endless = 1 AND g.decided_until >= substr(g.start_local, 1, 10) AND o.recurrence_local > $limit AND o.recurrence_local > g.decided_until`,
  bind: { limit: Occurrence.recurrence_local },
  row: { id: Occurrence.id },
});

export const SEEN_OF_REQUESTS = jsonQuery({
  sql: `SELECT json_object('recipeDays', (SELECT COALESCE(MAX(lead_days), 0) FROM recipe r WHERE r.retired_at IS NULL AND r.request_id IS NULL
    AND NOT EXISTS (SELECT 1 FROM json_each(r.scope) kind WHERE json_array_length(kind.value) > 0)),
  'requests', (SELECT json_group_object(r.id, json_object(
    'handler', (SELECT json_object('id', p.id, 'name', p.name) FROM person p WHERE p.id = r.handler_id),
    'serviceDays', COALESCE((SELECT MAX(s.lead_days) FROM occurrence o JOIN claim_service v ON v.claim_id = o.standing_id JOIN service s ON s.id = v.service_id
      WHERE o.request_id = r.id AND o.state = 'waiting'), 0)))
  FROM request r WHERE r.id IN (SELECT value FROM json_each($ids)))) AS json`,
  bind: { ids: listOf(Request.id) },
  value: z.object({
    requests: z.record(
      z.string(),
      z.object({
        handler: z.object({ id: z.number(), name: z.string() }).nullable(),
        serviceDays: z.number(),
      }),
    ),
    recipeDays: z.number(),
  }),
});

export const DATES_AT_RISK = jsonQuery({
  sql: `
SELECT json_group_array(json_object('reference', r.ref, 'title', r.title, 'startLocal', c.start_local, 'endLocal', c.end_local,
  'places', (SELECT group_concat(s.name, ' + ') FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = c.id),
  'claim', c.id) ORDER BY c.start_min) AS json
FROM claim c JOIN occurrence o ON o.standing_id = c.id JOIN request r ON r.id = o.request_id
WHERE c.status = 'in-force' AND c.id IN (SELECT value FROM json_each($claims))`,
  bind: { claims: listOf(Claim.id) },
  value: z.array(
    z.object({
      claim: numberOf<ClaimId>(),
      reference: z.string(),
      title: z.string(),
      startLocal: textOf<LocalDateTime>(),
      endLocal: textOf<LocalDateTime>(),
      places: z.string().nullable(),
    }),
  ),
});

// The last approved date of the latest segment; a series of which dates wait is on the desk already.
export const SERIES_TO_RENEW = jsonQuery({
  sql: `
WITH series AS (SELECT g.*, (SELECT MAX(c.start_local) FROM occurrence o JOIN claim c ON c.id = o.standing_id WHERE o.segment_id = g.id AND o.state = 'approved') AS last,
  (SELECT COUNT(*) FROM occurrence o WHERE o.segment_id = g.id) AS dates
  FROM segment g WHERE g.rrule IS NOT NULL AND NOT EXISTS (SELECT 1 FROM segment h WHERE h.request_id = g.request_id AND h.no > g.no))
SELECT json_group_array(json_object('id', s.request_id, 'endless', s.endless, 'last', s.last) ORDER BY s.last) AS json
FROM series s WHERE s.last >= $from AND s.last <= $to AND s.dates > 2
  AND (s.endless = 1 OR NOT EXISTS (SELECT 1 FROM occurrence o WHERE o.segment_id = s.id AND o.state = 'waiting'))`,
  bind: { from: day(), to: text() },
  value: z.array(
    z.object({
      id: numberOf<RequestId>(),
      endless: zeroOrOne,
      last: textOf<LocalDateTime>(),
    }),
  ),
});

export const COUNT_WAITING = query({
  sql: `SELECT COUNT(*) AS dates FROM (SELECT 1 FROM occurrence WHERE state = 'waiting' LIMIT $most)`,
  bind: { most: integer() },
  row: { dates: integer() },
});

export const CATEGORY_IN_USE = query({
  sql: 'SELECT name FROM category WHERE id = $id AND retired_at IS NULL',
  bind: { id: Category.id },
  row: { name: Category.name },
});

export const REQUESTS_BY_REF = query({
  sql: `SELECT r.id, r.ref, r.row_version AS version, g.tzid FROM request r JOIN segment g ON g.request_id = r.id AND g.no = 1
       WHERE r.ref IN (SELECT value FROM json_each($refs))`,
  bind: { refs: listOf(Request.ref) },
  row: { id: Request.id, ref: Request.ref, version: Request.row_version, tzid: Segment.tzid },
});

export const IS_WAITING = query({
  sql: `SELECT 1 AS one FROM occurrence WHERE request_id = $id AND state = 'waiting' LIMIT 1`,
  bind: { id: Occurrence.request_id },
  row: { one: integer() },
});

export const CATEGORIES_IN_USE = query({
  sql: 'SELECT id, name FROM category WHERE retired_at IS NULL ORDER BY position, name',
  row: { id: Category.id, name: Category.name },
});

/** The leading category, and the new one where it stood further down. */
export const CATEGORIES_TO_REPLACE = query({
  sql: `SELECT * FROM request_category WHERE request_id IN (SELECT value FROM json_each($ids)) AND (position = 0 OR category_id = $category)`,
  bind: { ids: listOf(Request.id), category: RequestCategory.category_id },
  row: RequestCategory,
});

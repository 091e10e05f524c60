import { z } from 'zod';
import type { ClaimId, RequestId } from '@/core/ids';
import type { LocalDateTime } from '@/core/time/local-time';
import { jsonQuery, query } from '../../db/statement';
import { numberOf, textOf, zeroOrOne } from '../../db/shapes';
import { day, integer, listOf, oneOf, minute, text } from '../../db/tables/column';
import { Occurrence, Request, Segment, RequestCategory } from '../../db/tables/requests';
import { Claim } from '../../db/tables/claims';
import { Category } from '../../db/tables/house';
import { MOST_BOOKINGS } from '@/contracts/decisions/bookings';
import { Space } from '../../db/tables/spaces';

export const SLEEPING_DATES = query({
  sql: `SELECT o.id FROM segment g JOIN occurrence o ON o.segment_id = g.id AND o.state = 'waiting'
     WHERE g.endless = 1 AND g.decided_until >= substr(g.start_local, 1, 10) AND o.recurrence_local > $limit AND o.recurrence_local > g.decided_until`,
  bind: { limit: Occurrence.recurrence_local },
  row: { id: Occurrence.id },
});

export const SEEN_OF_REQUESTS = jsonQuery({
  sql: `SELECT json_object('templateDays', (SELECT COALESCE(MAX(lead_days), 0) FROM recipe r WHERE r.retired_at IS NULL AND r.request_id IS NULL
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
    templateDays: z.number(),
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

// Past is told by the end of the event here; what may be done with a running date is told by the step itself.
export const BOOKINGS = jsonQuery({
  sql: `
WITH found AS (SELECT o.id, o.state, c.id AS claim, c.start_local, c.end_local, c.start_min, c.end_min, r.id AS request, r.ref, r.row_version, r.title,
    h.organisation_id AS host, k.category_id AS category, g.rrule IS NOT NULL OR (SELECT COUNT(*) FROM occurrence n WHERE n.segment_id = o.segment_id) > 1 AS series
  FROM claim c JOIN occurrence o ON o.standing_id = c.id JOIN request r ON r.id = o.request_id JOIN segment g ON g.id = o.segment_id
    JOIN request_host h ON h.request_id = r.id AND h.position = 0 JOIN request_category k ON k.request_id = r.id AND k.position = 0
    JOIN organisation a ON a.id = h.organisation_id JOIN person p ON p.id = r.requester_id
  WHERE o.state IN (SELECT value FROM json_each($states))
    AND ($from IS NULL OR c.end_local > $from) AND ($to IS NULL OR c.start_local < $to)
    AND ($category IS NULL OR k.category_id = $category)
    AND ($space IS NULL OR EXISTS (SELECT 1 FROM claim_space s WHERE s.claim_id = c.id AND s.space_id = $space))
    AND NOT EXISTS (SELECT 1 FROM json_each($words) w WHERE instr(lower(r.ref || ' ' || r.title || ' ' || a.name || ' ' || p.name), w.value) = 0)
    AND ($made = 'any' OR ($made = 'series') = series)
  ORDER BY o.state NOT IN (SELECT value FROM json_each($open)), c.end_min <= $now, c.start_min, o.id LIMIT ${MOST_BOOKINGS + 1})
SELECT json_group_array(json_object('occurrence', f.id, 'reference', f.ref, 'version', f.row_version, 'title', f.title, 'mark', y.mark, 'hue', y.hue, 'host', a.name,
  'startLocal', f.start_local, 'endLocal', f.end_local, 'state', f.state, 'isPast', f.end_min <= $now, 'isSeries', f.series,
  'places', (SELECT group_concat(s.name, ' + ') FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = f.claim),
  'spaceIds', (SELECT json_group_array(x.space_id) FROM claim_space x WHERE x.claim_id = f.claim))) AS json
FROM found f JOIN organisation a ON a.id = f.host JOIN category y ON y.id = f.category`,
  bind: {
    states: listOf(Occurrence.state),
    open: listOf(Occurrence.state),
    from: Claim.end_local.orNull(),
    to: Claim.start_local.orNull(),
    category: Category.id.plain().orNull(),
    space: Space.id.plain().orNull(),
    words: listOf(text()),
    made: oneOf(['any', 'series', 'single']),
    now: minute(),
  },
  value: z.array(
    z.strictObject({
      occurrence: Occurrence.id.schema,
      reference: z.string(),
      version: z.int(),
      title: z.string(),
      mark: z.string(),
      hue: z.string(),
      host: z.string(),
      startLocal: Claim.start_local.schema,
      endLocal: Claim.end_local.schema,
      state: Occurrence.state.schema,
      isPast: zeroOrOne,
      isSeries: zeroOrOne,
      places: z.string().nullable(),
      spaceIds: z.array(Space.id.schema),
    }),
  ),
});

// What sets a room for a date: its own orders, and the turnover from the event before it.
const countSetups = (
  condition: string,
): string => `(SELECT COUNT(*) FROM work_order w WHERE w.covered_by IS NULL AND ${condition}
    AND ((w.occurrence_id = o.id AND w.phase = 'setup') OR (w.after_occurrence_id = o.id AND w.phase = 'turnover')))`;
export const TODAY = jsonQuery({
  sql: `
SELECT json_group_array(json_object('reference', r.ref, 'title', r.title, 'startMin', c.start_min, 'endMin', c.end_min, 'startLocal', c.start_local, 'endLocal', c.end_local,
  'places', (SELECT group_concat(s.name, ' + ') FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = c.id),
  'setups', ${countSetups(`w.state <> 'withdrawn'`)}, 'open', ${countSetups(`w.state = 'open'`)}, 'late', ${countSetups(`w.state = 'open' AND w.due_min < $now`)})
  ORDER BY c.start_min, o.id) AS json
FROM claim c JOIN occurrence o ON o.standing_id = c.id AND o.state = 'approved' JOIN request r ON r.id = o.request_id
WHERE c.status = 'in-force' AND c.start_min < $end AND c.end_min > $start AND r.kind <> 'notice'`,
  bind: { now: minute(), start: minute(), end: minute() },
  value: z.array(
    z.strictObject({
      reference: z.string(),
      title: z.string(),
      startMin: Claim.start_min.schema,
      endMin: Claim.end_min.schema,
      startLocal: Claim.start_local.schema,
      endLocal: Claim.end_local.schema,
      places: z.string().nullable(),
      setups: z.int(),
      open: z.int(),
      late: z.int(),
    }),
  ),
});

import { z } from 'zod';
import type { RequestId, SegmentId } from '@/core/ids';
import { jsonQuery, query } from '../../db/statement';
import { numberOf } from '../../db/shapes';
import { integer, listOf, text } from '../../db/tables/column';
import { FeedLink } from '../../db/tables/people';
import { Notice, Occurrence, Request, Segment } from '../../db/tables/requests';
import { Claim } from '../../db/tables/claims';

export const UNSETTLED_OF_REQUEST = query({
  sql: 'SELECT o.id FROM unsettled_approval u JOIN occurrence o ON o.id = u.occurrence_id WHERE o.request_id = $request',
  bind: { request: Occurrence.request_id },
  row: { id: Occurrence.id },
});

export const COMING_BY_CALENDAR = jsonQuery({
  sql: `SELECT json_group_object(p.calendar_id, p.coming) AS json FROM (
  SELECT p.calendar_id, COUNT(*) AS coming FROM json_each($calendars) j CROSS JOIN published p ON p.calendar_id = j.value AND p.gone_at_min IS NULL
    JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local JOIN claim c ON c.id = o.standing_id AND c.end_min > $now GROUP BY p.calendar_id) p`,
  bind: { calendars: listOf(integer()), now: Claim.end_min },
  value: z.record(z.string(), z.number()),
});

// Announced by today and not written down yet; and what a database of an older version holds, which has no texts.
export const DUE_REQUESTS = jsonQuery({
  sql: `SELECT json_group_array(id) AS json FROM (
  SELECT n.request_id AS id FROM notice n JOIN request r ON r.id = n.request_id AND r.publish = 1 AND n.held_back = 0
    WHERE n.publish_from <= $today AND n.publish_from > $seen
      AND EXISTS (SELECT 1 FROM occurrence o WHERE o.request_id = n.request_id AND o.state = 'approved')
  UNION SELECT s.request_id FROM published p JOIN segment s ON s.id = p.segment_id
    WHERE NOT EXISTS (SELECT 1 FROM feed_part f WHERE f.calendar_id = p.calendar_id AND f.segment_id = p.segment_id) LIMIT 500)`,
  bind: { today: Notice.publish_from, seen: text() },
  value: z.array(numberOf<RequestId>()),
});

export const SEGMENTS_BY_UID = jsonQuery({
  sql: 'SELECT json_group_array(id) AS json FROM segment WHERE uid IN (SELECT value FROM json_each($uids))',
  bind: { uids: listOf(Segment.uid) },
  value: z.array(numberOf<SegmentId>()),
});

export const OWN_LINK_NO = query({
  sql: 'SELECT link_no FROM feed_link WHERE person_id = $id',
  bind: { id: FeedLink.person_id },
  row: { link_no: FeedLink.link_no },
});

export const REQUESTS_OF_PERSON = jsonQuery({
  sql: 'SELECT json_group_array(id) AS json FROM request WHERE requester_id = $id',
  bind: { id: Request.requester_id },
  value: z.array(numberOf<RequestId>()),
});

export const CHOICES = jsonQuery({
  sql: `SELECT json_object('categories', (SELECT json_group_array(json_object('id', id, 'name', name) ORDER BY position) FROM category),
  'buildings', (SELECT json_group_array(json_object('id', id, 'name', name) ORDER BY position) FROM building),
  'weekStart', (SELECT week_start FROM site ORDER BY id LIMIT 1)) AS json`,
  value: z.object({
    weekStart: z.number(),
    buildings: z.array(z.object({ id: z.number(), name: z.string() })).readonly(),
    categories: z.array(z.object({ id: z.number(), name: z.string() })).readonly(),
  }),
});

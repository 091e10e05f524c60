import { z } from 'zod';
import type { RequestId, SegmentId } from '@/core/ids';
import { jsonQuery, query } from '../../db/statement';
import { numberOf, zeroOrOne } from '../../db/shapes';
import { integer, listOf, minute, text } from '../../db/tables/column';
import { FeedLink } from '../../db/tables/people';
import { Notice, Occurrence, Request, Segment } from '../../db/tables/requests';
import { Claim } from '../../db/tables/claims';
import { Calendar, UnsettledApproval } from '../../db/tables/publishing';
import { Space } from '../../db/tables/spaces';
import { BUILDING } from '../../repositories/names';
import { occupiedIn } from '../../repositories/world/occupied-in';
import { NOTICE_WORDS, noticeWords } from '../../effects/publishing/render.queries';
import { CLAIMS_IN_SPAN } from '../calendar/claims-in-span.queries';
import type { EpochMinute } from '@/core/time/epoch-minute';

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

// Of the parts it is made of: whoever has one of them has it.
export const BUSY_IN_SPACE = jsonQuery({
  sql: `SELECT json_group_array(json_object('start', o.start_min, 'end', o.end_min)) AS json
  FROM space_part p ${occupiedIn('p.resource_id')} WHERE p.space_id = $space`,
  bind: { start: minute(), end: minute(), space: Space.id.plain() },
  value: z.array(z.strictObject({ start: numberOf<EpochMinute>(), end: numberOf<EpochMinute>() })),
});

const MOST_AT_ONCE = 500;

/** Requests with approvals that can no longer be taken back and readers do not know of. */
export const SETTLED_REQUESTS = jsonQuery({
  sql: `SELECT json_group_array(request_id) AS json FROM (SELECT DISTINCT o.request_id FROM unsettled_approval u
  JOIN occurrence o ON o.id = u.occurrence_id WHERE u.settles_min <= $now LIMIT ${MOST_AT_ONCE})`,
  bind: { now: UnsettledApproval.settles_min },
  value: z.array(numberOf<RequestId>()),
});

const inSpaces = (what: string, from = '') =>
  `json((SELECT json_group_array(${what}) FROM (SELECT ${from || 'p.code, p.name'} FROM claim_space cs JOIN space p ON p.id = cs.space_id JOIN building b ON b.id = p.building_id
    WHERE cs.claim_id = c.id ORDER BY cs.position)))`;

const ROW = `json_object('uid', s.uid, 'eventUid', f.uid, 'recurrence', o.recurrence_local, 'start', k.start_local, 'end', k.end_local,
  'startMin', c.start_min, 'endMin', c.end_min, 'allDay', s.all_day, 'isCancelled', o.state = 'cancelled',
  'calendars', json(x.calendars), ${NOTICE_WORDS},
  'categories', json((SELECT json_group_array(json_object('id', g.id, 'name', g.name) ORDER BY q.position) FROM request_category q JOIN category g ON g.id = q.category_id WHERE q.request_id = r.id)),
  'hostIds', json((SELECT json_group_array(h.organisation_id) FROM request_host h WHERE h.request_id = r.id)),
  'spaces', ${inSpaces(`json_object('code', code, 'name', name)`)},
  'buildings', ${inSpaces(`json_object('id', id, 'name', name)`, `DISTINCT b.id, ${BUILDING} AS name`)})`;

// What is withheld is no more for readers to know; what is cancelled stays and says so.
const SHOWN = `(SELECT json_group_array(p.calendar_id) FROM published p WHERE p.segment_id = o.segment_id AND p.recurrence_local = o.recurrence_local
  AND p.calendar_id IN (SELECT value FROM json_each($calendars)) AND (p.gone_at_min IS NULL OR p.gone_as = 'cancelled'))`;

const JOINS = `JOIN segment s ON s.id = x.segment_id JOIN request r ON r.id = s.request_id JOIN segment f ON f.request_id = r.id AND f.no = 1
  JOIN occurrence o ON o.id = x.occurrence JOIN claim c ON c.id = o.standing_id JOIN claim k ON k.id = c.id`;
const noticeRows = z.array(
  z.strictObject({
    uid: z.string(),
    eventUid: z.string(),
    recurrence: Occurrence.recurrence_local.schema,
    start: Claim.start_local.schema,
    end: Claim.end_local.schema,
    startMin: Claim.start_min.schema,
    endMin: Claim.end_min.schema,
    allDay: zeroOrOne,
    isCancelled: zeroOrOne,
    calendars: z.array(z.int()),
    ...noticeWords,
    categories: z.array(z.strictObject({ id: z.int(), name: z.string() })),
    hostIds: z.array(z.int()),
    spaces: z.array(z.strictObject({ code: z.string(), name: z.string() })),
    buildings: z.array(z.strictObject({ id: z.int(), name: z.string() })),
  }),
);

export const NOTICES_IN_SPAN = jsonQuery({
  sql: `
SELECT json_group_array(${ROW} ORDER BY c.start_min, r.title, o.id) AS json
FROM (SELECT * FROM (SELECT o.id AS occurrence, o.segment_id, t.start_min, ${SHOWN} AS calendars FROM (${CLAIMS_IN_SPAN}) t
  CROSS JOIN occurrence o ON o.id = t.occurrence_id AND o.standing_id = t.id AND o.state IN ('approved','cancelled')) WHERE calendars <> '[]' ORDER BY start_min LIMIT $most) x
${JOINS}`,
  bind: { start: minute(), end: minute(), calendars: listOf(Calendar.id), most: integer() },
  value: noticeRows,
});

export const NOTICES_OF_EVENT = jsonQuery({
  sql: `
SELECT json_group_array(${ROW} ORDER BY c.start_min, o.id) AS json
FROM (SELECT o.id AS occurrence, o.segment_id, ${SHOWN} AS calendars FROM segment e JOIN occurrence o ON o.request_id = e.request_id AND o.state IN ('approved','cancelled')
  WHERE e.no = 1 AND e.uid >= $uid AND e.uid < $uid || '~') x
${JOINS} WHERE x.calendars <> '[]'`,
  bind: { calendars: listOf(Calendar.id), uid: Segment.uid },
  value: noticeRows,
});

import { z } from 'zod';
import { Request } from '../../../db/tables/requests';
import type { PersonId, RequestId } from '@/core/ids';
import { REQUESTS_OF_CHANGE } from '../../../repositories/requests/requests.queries';
import { jsonQuery, query } from '../../../db/statement';
import { integer, minute, oneOf, rowNumber, text } from '../../../db/tables/column';
import { Deputy, NewsRead, Person, SavedView } from '../../../db/tables/people';
import { ChangeSetRequest, ChangeSetRow, History } from '../../../db/tables/records';
import { zeroOrOne } from '../../../db/shapes';
import { MINE } from '../../calendar/known-bookings.queries';
import { CAN_BE_UNDONE } from '../change/change.queries';

export const DEPUTIES_OF = query({
  sql: 'SELECT p.name, p.email FROM deputy d JOIN person p ON p.id = d.deputy_id WHERE d.person_id = $me ORDER BY p.name',
  bind: { me: Deputy.person_id },
  row: { name: Person.name, email: Person.email },
});

export const PERSON_AT_ADDRESS = query({
  sql: 'SELECT id FROM person WHERE email = $email AND retired_at IS NULL',
  bind: { email: Person.email },
  row: { id: Person.id },
});

export const NEWS_READ_TO = query({
  sql: 'SELECT change_set_id AS changeSet, message_id AS message FROM news_read WHERE person_id = $me',
  bind: { me: NewsRead.person_id },
  row: { changeSet: NewsRead.change_set_id, message: NewsRead.message_id },
});

export const NEWS_VERSION = query({
  sql: `SELECT (SELECT MAX(id) FROM change_set) || ' ' || COALESCE((SELECT MAX(id) FROM message), 0) || ' ' ||
      COALESCE((SELECT change_set_id || ' ' || message_id FROM news_read WHERE person_id = $me), '') AS version`,
  bind: { me: rowNumber<PersonId>() },
  row: { version: text() },
});

export const SAVED_VIEWS = query({
  sql: 'SELECT id, name, address FROM saved_view WHERE person_id = $person AND screen = $screen ORDER BY name',
  bind: { person: SavedView.person_id, screen: oneOf(['dates', 'board', 'desk']) },
  row: { id: SavedView.id, name: SavedView.name, address: SavedView.address },
});

// A change of many requests tells of this one alone: rows that lead to another are left out.
export const HISTORY_OF_REQUEST = query({
  sql: `
SELECT c.id AS changeSet, x.request_id AS request, ${REQUESTS_OF_CHANGE}, c.at_min AS at, p.name AS who, c.action, c.result, c.facts, c.reason, h.entity, h.entity_id AS entityId, h.before, h.after
FROM change_set_request x JOIN change_set c ON c.id = x.change_set_id LEFT JOIN person p ON p.id = c.actor_id
  LEFT JOIN history h ON h.change_set_id = c.id AND (
    (h.entity = 'request' AND h.entity_id = CAST($request AS TEXT))
    OR (h.entity IN ('request_host','request_category','request_line','request_answer') AND json_extract(COALESCE(h.after, h.before), '$.request_id') = $request)
    OR (h.entity IN ('segment','occurrence') AND json_extract(COALESCE(h.after, h.before), '$.request_id') = $request)
    OR (h.entity = 'claim' AND json_extract(COALESCE(h.after, h.before), '$.occurrence_id') IN (SELECT id FROM occurrence WHERE request_id = $request))
    OR (h.entity IN ('claim_space','claim_equipment','claim_service','claim_override') AND json_extract(COALESCE(h.after, h.before), '$.claim_id')
      IN (SELECT k.id FROM claim k JOIN occurrence o ON o.id = k.occurrence_id WHERE o.request_id = $request)))
WHERE x.request_id = $request ORDER BY c.id, h.id`,
  bind: { request: rowNumber<RequestId>() },
  row: {
    at: ChangeSetRow.at_min,
    who: Person.name.orNull(),
    reason: ChangeSetRow.reason,
    entity: History.entity.orNull(),
    entityId: History.entity_id.orNull(),
    before: History.before.orNull(),
    after: History.after.orNull(),
    changeSet: ChangeSetRow.id,
    request: ChangeSetRequest.request_id,
    action: ChangeSetRow.action,
    facts: ChangeSetRow.facts,
    result: ChangeSetRow.result,
    requests: integer(),
  },
});

const MOST_NEWS = 30;

// Requests of one's own and of those whose deputy one is. What one did oneself is no news.
const BY_OTHERS = `c.actor_id IS NOT $me AND c.action <> 'asked' AND c.action NOT LIKE 'marked setup work%' AND c.action <> 'opened setup work again'`;
const CHANGES = `SELECT 'change' AS kind, c.id AS id, r.id AS request, ${REQUESTS_OF_CHANGE}, r.ref AS ref, r.title AS title, p.name AS who, c.action AS action, c.result AS result, c.facts AS facts, c.at_min AS at
  FROM request r JOIN change_set_request x ON x.request_id = r.id JOIN change_set c ON c.id = x.change_set_id LEFT JOIN person p ON p.id = c.actor_id
  WHERE (${MINE}) AND ${BY_OTHERS}`;
const MESSAGES = `SELECT 'message' AS kind, m.id AS id, r.id AS request, 1 AS requests, r.ref AS ref, r.title AS title, p.name AS who, 'wrote' AS action, 'null' AS result, NULL AS facts, m.at_min AS at
  FROM request r JOIN thread t ON t.request_id = r.id AND t.kind = 'with-requester' JOIN message m ON m.thread_id = t.id JOIN person p ON p.id = m.author_id
  WHERE (${MINE}) AND m.author_id <> $me`;

/** What others did to one's requests or wrote about them, newest first. */
export const NEWS = query({
  sql: `SELECT * FROM (${CHANGES} UNION ALL ${MESSAGES}) ORDER BY at DESC, kind DESC, id DESC LIMIT ${MOST_NEWS}`,
  bind: { me: Person.id },
  row: {
    kind: oneOf(['change', 'message']),
    id: integer(),
    request: Request.id,
    requests: integer(),
    ref: Request.ref,
    title: Request.title,
    who: Person.name.orNull(),
    action: text(),
    result: ChangeSetRow.result,
    facts: ChangeSetRow.facts,
    at: ChangeSetRow.at_min,
  },
});

// The mark stands on every page: it looks at the latest changes alone, whatever an office has behind it.
const LATEST = 500;
export const UNREAD_NEWS = query({
  sql: `SELECT (SELECT COUNT(*) FROM change_set c JOIN change_set_request x ON x.change_set_id = c.id JOIN request r ON r.id = x.request_id
    WHERE c.id > MAX($changeSet, (SELECT MAX(id) FROM change_set) - ${LATEST}) AND (${MINE}) AND ${BY_OTHERS})
  + (SELECT COUNT(*) FROM message m JOIN thread t ON t.id = m.thread_id AND t.kind = 'with-requester' JOIN request r ON r.id = t.request_id
    WHERE m.id > MAX($message, (SELECT MAX(id) FROM message) - ${LATEST}) AND (${MINE}) AND m.author_id <> $me) AS count`,
  bind: { me: Person.id, changeSet: integer(), message: integer() },
  row: { count: integer() },
});

const MOST_ACTIONS = 50;

export const RECENT_ACTIONS = jsonQuery({
  sql: `
SELECT json_group_array(json_object('changeSet', c.id, 'at', c.at_min, 'action', c.action, 'result', c.result, 'facts', c.facts, 'canBeUndone', ${CAN_BE_UNDONE},
  'requests', (SELECT json_group_array(json_object('reference', r.ref, 'title', r.title)) FROM change_set_request x JOIN request r ON r.id = x.request_id WHERE x.change_set_id = c.id))
  ORDER BY c.id DESC) AS json
FROM (SELECT * FROM change_set WHERE actor_id = $me ORDER BY id DESC LIMIT ${MOST_ACTIONS}) c`,
  bind: { me: Person.id, undoFrom: minute() },
  value: z.array(
    z.strictObject({
      changeSet: z.int(),
      at: ChangeSetRow.at_min.schema,
      action: z.string(),
      result: ChangeSetRow.result.schema,
      facts: ChangeSetRow.facts.schema,
      canBeUndone: zeroOrOne,
      requests: z.array(z.strictObject({ reference: z.string(), title: z.string() })),
    }),
  ),
});

import type { PersonId, RequestId } from '@/core/ids';
import { REQUESTS_OF_CHANGE } from '../../../repositories/requests/requests.queries';
import { query } from '../../../db/statement';
import { integer, oneOf, rowNumber, text } from '../../../db/tables/column';
import { Deputy, NewsRead, Person, SavedView } from '../../../db/tables/people';
import { ChangeSetRequest, ChangeSetRow, History } from '../../../db/tables/records';

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

export const KEPT_VIEWS = query({
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

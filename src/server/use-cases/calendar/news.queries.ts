import { Person } from '../../db/tables/people';
import { ChangeSetRow } from '../../db/tables/records';
import { Request } from '../../db/tables/requests';
import { query } from '../../db/statement';
import { integer, text } from '../../db/tables/column';

export const NEWS_VERSION = query({
  sql: `SELECT COALESCE((SELECT value FROM setting WHERE key = 'house_version'), '0') AS office, COALESCE((SELECT MAX(id) FROM change_set), 0) AS last`,
  row: { office: text(), last: integer() },
});

// The last one alone: whoever has been away for longer reads the histories.
export const DONE_BY_OTHERS = query({
  sql: `SELECT p.name AS who, c.action, c.result, c.facts,
  (SELECT iif(COUNT(*) = 1, MAX(r.ref), NULL) FROM change_set_request x JOIN request r ON r.id = x.request_id WHERE x.change_set_id = c.id) AS reference
  FROM change_set c JOIN person p ON p.id = c.actor_id WHERE c.id > $since AND c.actor_id <> $me ORDER BY c.id DESC LIMIT 1`,
  bind: { since: ChangeSetRow.id.plain(), me: Person.id },
  row: {
    who: Person.name,
    action: ChangeSetRow.action,
    result: ChangeSetRow.result,
    facts: ChangeSetRow.facts,
    reference: Request.ref.orNull(),
  },
});

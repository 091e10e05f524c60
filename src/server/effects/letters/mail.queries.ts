import { command, query } from '../../db/statement';
import { integer, listOf, text } from '../../db/tables/column';
import { LetterWording } from '../../db/tables/house';
import { Claim } from '../../db/tables/claims';
import { Request } from '../../db/tables/requests';
import { Outbox } from '../../db/tables/records';
import { AccountLink } from '../../db/tables/people';

export const LETTER_WORDING = query({
  sql: 'SELECT doc FROM letter_wording LIMIT 1',
  row: { doc: LetterWording.doc },
});

export const COUNT_LETTERS = query({
  sql: 'SELECT COUNT(*) AS count FROM outbox',
  row: { count: integer() },
});

export const LAPSED_CLAIMS = query({
  sql: `
SELECT r.id AS request, r.ref AS reference, r.title, r.requester_id AS "to", c.start_local AS startLocal, c.end_local AS endLocal,
  COALESCE((SELECT group_concat(s.name, ' + ') FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = c.id), '') AS places
FROM claim c JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id
WHERE c.id IN (SELECT value FROM json_each($claims)) ORDER BY c.start_min, c.id`,
  bind: { claims: listOf(Claim.id) },
  row: {
    request: Request.id,
    reference: Request.ref,
    title: Request.title,
    to: Request.requester_id,
    places: text(),
    startLocal: Claim.start_local,
    endLocal: Claim.end_local,
  },
});

export const DUE_LETTERS = query({
  sql: `
SELECT x.id, x.kind, x.payload, x.created_min AS createdMin, x.request_id AS requestId, x.to_person_id AS personId, COALESCE(p.name, x.to_name) AS name, COALESCE(p.email, x.to_email) AS email
FROM outbox x LEFT JOIN person p ON p.id = x.to_person_id
WHERE x.sent_at_min IS NULL AND x.withdrawn_at_min IS NULL AND (x.send_after_min <= $now OR x.id = $id) ORDER BY x.id LIMIT 500`,
  bind: { now: Outbox.send_after_min, id: Outbox.id.orNull() },
  row: {
    id: Outbox.id,
    kind: Outbox.kind,
    payload: Outbox.payload,
    createdMin: Outbox.created_min,
    requestId: Outbox.request_id,
    personId: Outbox.to_person_id,
    name: text(),
    email: text(),
  },
});

export const LETTER_BY_KEY = query({
  sql: 'SELECT id FROM outbox WHERE dedupe_key = $dedupeKey',
  bind: { dedupeKey: Outbox.dedupe_key },
  row: { id: Outbox.id },
});

export const DROP_OLDER_LINKS = command({
  sql: 'DELETE FROM account_link WHERE (email = $email OR person_id = $person) AND used_ms IS NULL',
  bind: { email: AccountLink.email, person: AccountLink.person_id.orNull() },
});

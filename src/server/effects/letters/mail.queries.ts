import { command, query, queryFamily } from '../../db/statement';
import { integer, listOf, text } from '../../db/tables/column';
import { LetterWording } from '../../db/tables/house';
import { Claim } from '../../db/tables/claims';
import { Request } from '../../db/tables/requests';
import { Outbox } from '../../db/tables/records';
import { AccountLink, Person } from '../../db/tables/people';
import { ofAllLookedAfter } from '../../repositories/consent/consent-book';

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

export const CONSENT_ROW = {
  request: Request.id,
  reference: Request.ref,
  title: Request.title,
  steward: Person.id,
  place: text(),
  startLocal: Claim.start_local,
  endLocal: Claim.end_local,
  startMin: Claim.start_min,
  claim: Claim.id,
};

/** Claims to come with those who look after what they want, but not whoever does it (`$actor`, null where it is the clock). */
const consentsWhere = (where: string): string =>
  `SELECT * FROM (${ofAllLookedAfter(
    ({ join, place }) => `
SELECT r.id AS request, r.ref AS reference, r.title, q.id AS steward, ${place} AS place, c.start_local AS startLocal, c.end_local AS endLocal,
  c.start_min AS startMin, c.id AS claim
FROM claim c ${join} JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id
WHERE q.id IS NOT $actor AND c.end_min > $now ${where}`,
  )}) ORDER BY startMin, claim`;
const UNANSWERED = `AND c.status IN ('wanted','held') AND o.state IN ('waiting','approved')
  AND NOT EXISTS (SELECT 1 FROM consent k WHERE k.claim_id = c.id AND k.steward_id = q.id AND k.answer IS NOT NULL)`;
const AT_MOMENT = { actor: Person.id.orNull(), now: Claim.end_min };

export const CONSENTS_OF_CLAIMS = queryFamily({
  samples: ['unanswered', 'all'],
  sql: (which: 'unanswered' | 'all') =>
    consentsWhere(
      `AND c.id IN (SELECT value FROM json_each($claims)) ${which === 'unanswered' ? UNANSWERED : ''}`,
    ),
  bind: { ...AT_MOMENT, claims: listOf(Claim.id) },
  row: CONSENT_ROW,
});

export const CONSENTS_UNANSWERED_OF = query({
  sql: consentsWhere(`${UNANSWERED} AND r.id = $request`),
  bind: { ...AT_MOMENT, request: Request.id },
  row: CONSENT_ROW,
});

/** Those whose last letter about it was written at `$before` or earlier. */
export const CONSENTS_LONG_UNANSWERED = query({
  sql: consentsWhere(`${UNANSWERED} AND EXISTS (SELECT 1 FROM outbox b WHERE b.request_id = r.id
    AND b.to_person_id = q.id AND b.kind = 'consent-wanted' GROUP BY b.request_id HAVING MAX(b.created_min) <= $before)`),
  bind: { ...AT_MOMENT, before: Outbox.created_min },
  row: CONSENT_ROW,
});

/** Dates of people who want a letter before them; `before` is the shortest time that was chosen and is reached: one letter. */
export const REMINDERS_DUE = query({
  sql: `
SELECT d.*, r.ref AS reference, r.title, c.start_local AS startLocal, c.end_local AS endLocal,
  COALESCE((SELECT group_concat(s.name, ' + ') FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = c.id), '') AS places
FROM (SELECT r.id AS request, r.requester_id AS "to", c.id AS claim, MIN(b.value) AS before
  FROM person_settings q JOIN json_each(q.reminders) b JOIN person p ON p.id = q.person_id AND p.retired_at IS NULL
    JOIN request r ON r.requester_id = q.person_id JOIN occurrence o ON o.request_id = r.id AND o.state = 'approved'
    JOIN claim c ON c.id = o.standing_id AND c.start_min > $now AND c.start_min <= $now + b.value
  GROUP BY c.id) d
  JOIN claim c ON c.id = d.claim JOIN request r ON r.id = d.request
WHERE NOT EXISTS (SELECT 1 FROM outbox x WHERE x.dedupe_key = 'reminder of ' || d.claim || ' before ' || d.before)
ORDER BY c.start_min, c.id LIMIT 1000`,
  bind: { now: Claim.start_min },
  row: {
    request: Request.id,
    to: Request.requester_id,
    claim: Claim.id,
    before: integer(),
    reference: Request.ref,
    title: Request.title,
    startLocal: Claim.start_local,
    endLocal: Claim.end_local,
    places: text(),
  },
});

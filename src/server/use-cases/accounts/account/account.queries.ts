import { query } from '../../../db/statement';
import { flag, integer, text } from '../../../db/tables/column';
import { AccountLink, Person, Session } from '../../../db/tables/people';

export const OPEN_LINK = query({
  sql: `SELECT l.purpose, l.person_id AS person, COALESCE(p.name, l.name) AS name, COALESCE(p.email, l.email) AS email
  FROM account_link l LEFT JOIN person p ON p.id = l.person_id
  WHERE l.hash = $hash AND l.used_ms IS NULL AND l.expires_ms > $now AND p.retired_at IS NULL`,
  bind: { hash: AccountLink.hash, now: AccountLink.expires_ms },
  row: { purpose: AccountLink.purpose, person: AccountLink.person_id, name: text(), email: text() },
});

export const OWN_ROW = query({
  sql: 'SELECT name, email, password_hash AS hash FROM person WHERE id = $id',
  bind: { id: Person.id },
  row: { name: Person.name, email: Person.email, hash: Person.password_hash },
});

export const SESSIONS = query({
  sql: 'SELECT id, created_ms AS created FROM session WHERE person_id = $id AND expires_ms > $now ORDER BY created_ms DESC',
  bind: { id: Session.person_id, now: Session.expires_ms },
  row: { id: Session.id, created: Session.created_ms },
});

export const COUNT_OTHER_SESSIONS = query({
  sql: 'SELECT COUNT(*) AS n FROM session WHERE person_id = $id AND id IS NOT $but',
  bind: { id: Session.person_id, but: Session.id.orNull() },
  row: { n: integer() },
});

export const ACCOUNT = query({
  sql: `SELECT p.id, p.name, p.password_hash IS NOT NULL AS hasPassword, p.retired_at IS NOT NULL AS retired, p.signed_in_ms AS signedInMs,
  (SELECT COUNT(*) FROM session s WHERE s.person_id = p.id AND s.expires_ms > $now) AS sessions,
  EXISTS (SELECT 1 FROM account_link l WHERE l.person_id = p.id AND l.used_ms IS NULL AND l.expires_ms > $now)
    OR EXISTS (SELECT 1 FROM outbox x WHERE x.to_person_id = p.id AND x.kind = 'invitation' AND x.sent_at_min IS NULL) AS isInvited,
  EXISTS (SELECT 1 FROM outbox x WHERE x.to_person_id = p.id AND x.kind = 'invitation') AS wasInvited
  FROM person p WHERE p.id = $id`,
  bind: { id: Person.id.plain(), now: Session.expires_ms },
  row: {
    id: Person.id,
    name: Person.name,
    hasPassword: flag(),
    retired: flag(),
    signedInMs: Person.signed_in_ms,
    sessions: integer(),
    isInvited: flag(),
    wasInvited: flag(),
  },
});

/** Who has neither a password nor an invitation that still holds. */
export const UNINVITED = `SELECT p.id FROM person p WHERE p.password_hash IS NULL AND p.retired_at IS NULL
  AND NOT EXISTS (SELECT 1 FROM account_link l WHERE l.person_id = p.id AND l.used_ms IS NULL AND l.expires_ms > $now)
  AND NOT EXISTS (SELECT 1 FROM outbox x WHERE x.to_person_id = p.id AND x.kind = 'invitation' AND x.sent_at_min IS NULL)`;

export const COUNT_UNINVITED = query({
  sql: `SELECT COUNT(*) AS n FROM (${UNINVITED})`,
  bind: { now: AccountLink.expires_ms },
  row: { n: integer() },
});

export const UNINVITED_PEOPLE = query({
  sql: `SELECT id, name FROM person WHERE id IN (${UNINVITED})`,
  bind: { now: AccountLink.expires_ms },
  row: { id: Person.id, name: Person.name },
});

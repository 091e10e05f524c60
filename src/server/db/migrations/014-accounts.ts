/** Letters about accounts, which belong to no request and may go to an address nobody has yet; links that set a password. */
export const accounts: readonly string[] = [
  `CREATE TABLE outbox_any (id INTEGER PRIMARY KEY, change_set_id INTEGER REFERENCES change_set, message_id INTEGER REFERENCES message,
    request_id INTEGER REFERENCES request, dedupe_key TEXT NOT NULL UNIQUE, to_person_id INTEGER REFERENCES person, to_name TEXT, to_email TEXT, kind TEXT NOT NULL,
    payload TEXT NOT NULL, created_min INTEGER NOT NULL, send_after_min INTEGER NOT NULL, sent_at_min INTEGER, withdrawn_at_min INTEGER,
    CHECK (to_person_id IS NOT NULL OR (to_name IS NOT NULL AND to_email IS NOT NULL))) STRICT`,
  `INSERT INTO outbox_any (id, change_set_id, message_id, request_id, dedupe_key, to_person_id, kind, payload, created_min, send_after_min, sent_at_min, withdrawn_at_min)
    SELECT id, change_set_id, message_id, request_id, dedupe_key, to_person_id, kind, payload, created_min, send_after_min, sent_at_min, withdrawn_at_min FROM outbox`,
  // A table that is named by another cannot be dropped: both are made anew and take the old names together.
  `CREATE TABLE offer_link_any (hash TEXT PRIMARY KEY, outbox_id INTEGER NOT NULL REFERENCES outbox_any, request_id INTEGER NOT NULL REFERENCES request,
    person_id INTEGER NOT NULL REFERENCES person, occurrences TEXT NOT NULL, expires_min INTEGER NOT NULL) STRICT, WITHOUT ROWID`,
  `INSERT INTO offer_link_any (hash, outbox_id, request_id, person_id, occurrences, expires_min)
    SELECT hash, outbox_id, request_id, person_id, occurrences, expires_min FROM offer_link`,
  `DROP TABLE offer_link`,
  `DROP TABLE outbox`,
  `ALTER TABLE outbox_any RENAME TO outbox`,
  `ALTER TABLE offer_link_any RENAME TO offer_link`,
  `CREATE INDEX outbox_unsent ON outbox (send_after_min) WHERE sent_at_min IS NULL AND withdrawn_at_min IS NULL`,
  `CREATE INDEX outbox_by_change_set ON outbox (change_set_id)`,
  `CREATE INDEX outbox_by_request ON outbox (request_id)`,
  `CREATE INDEX outbox_of_accounts ON outbox (to_person_id, id) WHERE request_id IS NULL`,
  // Only the hash of a link is kept: whoever reads the database cannot sign in as anybody. Times are those of the real clock.
  `CREATE TABLE account_link (hash TEXT PRIMARY KEY, outbox_id INTEGER NOT NULL REFERENCES outbox, purpose TEXT NOT NULL CHECK (purpose IN ('invitation','new-password','registration')),
    person_id INTEGER REFERENCES person, name TEXT NOT NULL, email TEXT NOT NULL COLLATE NOCASE, expires_ms INTEGER NOT NULL, used_ms INTEGER,
    CHECK ((person_id IS NULL) = (purpose = 'registration'))) STRICT, WITHOUT ROWID`,
  `CREATE INDEX account_link_by_person ON account_link (person_id)`,
  `ALTER TABLE person ADD COLUMN signed_in_ms INTEGER`,
  // Mail domains whose people may make an account for themselves: a list in JSON.
  `ALTER TABLE site ADD COLUMN register_domains TEXT NOT NULL DEFAULT '[]'`,
];

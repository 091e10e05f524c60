/** Mail that waits to be sent, links that answer an offer, and questions that keep a request waiting on whoever asked. */
export const deciding: readonly string[] = [
  // The table of before was never written to.
  `DROP TABLE outbox`,
  `CREATE TABLE outbox (id INTEGER PRIMARY KEY, change_set_id INTEGER REFERENCES change_set, message_id INTEGER REFERENCES message,
    request_id INTEGER NOT NULL REFERENCES request, dedupe_key TEXT NOT NULL UNIQUE, to_person_id INTEGER NOT NULL REFERENCES person, kind TEXT NOT NULL,
    payload TEXT NOT NULL, created_min INTEGER NOT NULL, send_after_min INTEGER NOT NULL, sent_at_min INTEGER, withdrawn_at_min INTEGER) STRICT`,
  `CREATE INDEX outbox_unsent ON outbox (send_after_min) WHERE sent_at_min IS NULL AND withdrawn_at_min IS NULL`,
  `CREATE INDEX outbox_by_change_set ON outbox (change_set_id)`,
  `CREATE INDEX outbox_by_request ON outbox (request_id)`,
  // Only the hash of a link is kept: whoever reads the database cannot answer for anybody.
  `CREATE TABLE offer_link (hash TEXT PRIMARY KEY, outbox_id INTEGER NOT NULL REFERENCES outbox, request_id INTEGER NOT NULL REFERENCES request,
    person_id INTEGER NOT NULL REFERENCES person, occurrences TEXT NOT NULL, expires_min INTEGER NOT NULL) STRICT, WITHOUT ROWID`,
  // Which screens there are is checked where a view is kept; the table no longer says it a second time.
  `CREATE TABLE saved_view_any (id INTEGER PRIMARY KEY, person_id INTEGER NOT NULL REFERENCES person, screen TEXT NOT NULL,
    name TEXT NOT NULL COLLATE NOCASE CHECK (name <> ''), address TEXT NOT NULL, UNIQUE (person_id, screen, name)) STRICT`,
  `INSERT INTO saved_view_any SELECT id, person_id, screen, name, address FROM saved_view`,
  `DROP TABLE saved_view`,
  `ALTER TABLE saved_view_any RENAME TO saved_view`,
  `ALTER TABLE message ADD COLUMN is_question INTEGER NOT NULL DEFAULT 0 CHECK (is_question IN (0,1))`,
];

/** What a whole request holds besides place and time, who else may see to it, and what its people have read. */
export const asking: readonly string[] = [
  ...[
    `kind TEXT NOT NULL DEFAULT 'space' CHECK (kind IN ('space','office-chooses','loan','notice'))`,
    `second_line TEXT NOT NULL DEFAULT ''`,
    `contact TEXT NOT NULL DEFAULT ''`,
    // Sanitised; the same as plain text stands in public_text. Empty where plain text was given.
    `public_html TEXT NOT NULL DEFAULT ''`,
    // What the office chooses a space by, and what would do as well, as contracts/ask.ts has them.
    `wants TEXT NOT NULL DEFAULT 'null'`,
    `second_choices TEXT NOT NULL DEFAULT '[]'`,
    // Who typed it, where that is somebody else than whoever it is for.
    `typed_by_id INTEGER REFERENCES person`,
  ].map((column) => `ALTER TABLE request ADD COLUMN ${column}`),
  // Minutes from the start of the event, so that it moves along with it.
  `CREATE TABLE request_line (request_id INTEGER NOT NULL REFERENCES request, position INTEGER NOT NULL, from_min INTEGER NOT NULL,
    text TEXT NOT NULL CHECK (text <> ''), is_public INTEGER NOT NULL CHECK (is_public IN (0,1)), PRIMARY KEY (request_id, position)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE request_answer (request_id INTEGER NOT NULL REFERENCES request, question_id INTEGER NOT NULL REFERENCES question,
    answer TEXT NOT NULL CHECK (answer <> ''), PRIMARY KEY (request_id, question_id)) STRICT, WITHOUT ROWID`,
  `CREATE INDEX claim_service_by_claim ON claim_service (claim_id)`,
  `ALTER TABLE claim_service ADD COLUMN position INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE service ADD COLUMN about TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE service ADD COLUMN position INTEGER NOT NULL DEFAULT 0`,
  // What may be answered, where it is a choice; who reads the answer besides whoever gave it.
  `ALTER TABLE question ADD COLUMN choices TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE question ADD COLUMN seen_by TEXT NOT NULL DEFAULT 'office-and-crews' CHECK (seen_by IN ('office','office-and-crews'))`,
  `CREATE TABLE deputy (person_id INTEGER NOT NULL REFERENCES person, deputy_id INTEGER NOT NULL REFERENCES person,
    PRIMARY KEY (person_id, deputy_id), CHECK (person_id <> deputy_id)) STRICT, WITHOUT ROWID`,
  `CREATE INDEX deputy_by_deputy ON deputy (deputy_id)`,
  // A file is uploaded first and belongs to a request or a message once that is sent; what never does is cleared away.
  `ALTER TABLE file ADD COLUMN key TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE file ADD COLUMN owner_id INTEGER REFERENCES person`,
  `ALTER TABLE file ADD COLUMN uploaded_min INTEGER NOT NULL DEFAULT 0`,
  `CREATE UNIQUE INDEX file_by_key ON file (key) WHERE key <> ''`,
  `CREATE INDEX file_by_request ON file (request_id)`,
  `CREATE UNIQUE INDEX thread_one_of_a_kind ON thread (request_id, kind)`,
  `ALTER TABLE message ADD COLUMN key TEXT NOT NULL DEFAULT ''`,
  `CREATE UNIQUE INDEX message_by_key ON message (key) WHERE key <> ''`,
  `CREATE INDEX message_by_thread ON message (thread_id, id)`,
  // Up to which change and which message a person has read the news of their requests.
  `CREATE TABLE news_read (person_id INTEGER PRIMARY KEY REFERENCES person, change_set_id INTEGER NOT NULL DEFAULT 0, message_id INTEGER NOT NULL DEFAULT 0) STRICT`,
];

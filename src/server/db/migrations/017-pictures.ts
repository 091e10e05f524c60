/** One picture of a space or of equipment, made anew from what was sent: nothing a camera wrote beside it stays. */
export const pictures: readonly string[] = [
  `CREATE TABLE picture (id INTEGER PRIMARY KEY, owner_kind TEXT NOT NULL CHECK (owner_kind IN ('space','pool')), owner_id INTEGER NOT NULL,
    stored_as TEXT NOT NULL UNIQUE, about TEXT NOT NULL CHECK (about <> ''), width INTEGER NOT NULL, height INTEGER NOT NULL, bytes INTEGER NOT NULL,
    sha256 TEXT NOT NULL, UNIQUE (owner_kind, owner_id)) STRICT`,
];

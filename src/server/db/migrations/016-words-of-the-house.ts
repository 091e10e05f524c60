/** Audiences as things of their own, and the office's own words in its letters. */
export const wordsOfTheHouse: readonly string[] = [
  `CREATE TABLE audience (id INTEGER PRIMARY KEY, name TEXT NOT NULL UNIQUE COLLATE NOCASE, position INTEGER NOT NULL, row_version INTEGER NOT NULL DEFAULT 1,
    retired_at TEXT) STRICT`,
  `INSERT OR IGNORE INTO audience (name, position) SELECT a.value, c.position FROM category c, json_each(c.audiences) a ORDER BY c.position, a.key`,
  // One document: its form, its version and its history are those of any thing of the house.
  `CREATE TABLE letter_wording (id INTEGER PRIMARY KEY, doc TEXT NOT NULL, row_version INTEGER NOT NULL DEFAULT 1) STRICT`,
  `INSERT INTO letter_wording (id, doc) VALUES (1, '{}')`,
];

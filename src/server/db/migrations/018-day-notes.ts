/** What a day is, for everybody who looks at it: a holiday on which the house is open all the same. */
export const dayNotes: readonly string[] = [
  `CREATE TABLE day_note (id INTEGER PRIMARY KEY, name TEXT NOT NULL CHECK (name <> ''), from_date TEXT NOT NULL, to_date TEXT NOT NULL,
    row_version INTEGER NOT NULL DEFAULT 1, CHECK (to_date >= from_date)) STRICT`,
  `CREATE INDEX day_note_by_day ON day_note (from_date, to_date)`,
];

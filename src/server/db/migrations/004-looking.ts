/** What looking needs: dates by time, whatever became of them; what a person keeps for next time; the site's own grain. */
export const looking: readonly string[] = [
  // Claims of one time may overlap, so the look back is bounded: a day for most, their own index for the longer ones.
  `CREATE INDEX claim_short ON claim (start_min, end_min) WHERE end_min - start_min <= 1440`,
  `CREATE INDEX claim_long ON claim (end_min, start_min) WHERE end_min - start_min > 1440`,
  `ALTER TABLE site ADD COLUMN grain_min INTEGER NOT NULL DEFAULT 15 CHECK (grain_min BETWEEN 1 AND 240)`,
  `CREATE TABLE saved_view (id INTEGER PRIMARY KEY, person_id INTEGER NOT NULL REFERENCES person, screen TEXT NOT NULL CHECK (screen IN ('board','dates')),
    name TEXT NOT NULL COLLATE NOCASE CHECK (name <> ''), address TEXT NOT NULL, UNIQUE (person_id, screen, name)) STRICT`,
  `CREATE TABLE pin (person_id INTEGER NOT NULL REFERENCES person, kind TEXT NOT NULL CHECK (kind IN ('space','pool')), target_id INTEGER NOT NULL,
    PRIMARY KEY (person_id, kind, target_id)) STRICT, WITHOUT ROWID`,
];

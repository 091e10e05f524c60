/**
 * Recipes by what a date has, with lead days and formulas; orders that are issued, read, covered by another, taken back.
 * Both tables of orders are made anew, since what a phase may be is written into them.
 */
const RECIPES = [
  `CREATE TABLE recipe_new (id INTEGER PRIMARY KEY, request_id INTEGER REFERENCES request, occurrence_id INTEGER REFERENCES occurrence,
    phase TEXT NOT NULL CHECK (phase IN ('setup','attendance','strike')), title TEXT NOT NULL, team_id INTEGER NOT NULL REFERENCES team,
    person_id INTEGER REFERENCES person, per TEXT NOT NULL DEFAULT 'space' CHECK (per IN ('space','date')), scope TEXT NOT NULL DEFAULT '{}',
    due_edge TEXT NOT NULL CHECK (due_edge IN ('occupied-start','access-start','event-start','event-end','exit-end','occupied-end')),
    due_offset_min INTEGER NOT NULL DEFAULT 0, until_edge TEXT CHECK (until_edge IN ('occupied-start','access-start','event-start','event-end','exit-end','occupied-end')),
    until_offset_min INTEGER NOT NULL DEFAULT 0, lead_days INTEGER CHECK (lead_days >= 0), checklist TEXT NOT NULL DEFAULT '[]',
    crew INTEGER NOT NULL DEFAULT 1 CHECK (crew >= 0), work_formula TEXT, quantities TEXT NOT NULL DEFAULT '[]', retired_at TEXT,
    row_version INTEGER NOT NULL DEFAULT 1, CHECK (occurrence_id IS NULL OR request_id IS NOT NULL)) STRICT`,
  // Nobody could give lead days until now: what is there is issued at once, as it was.
  `INSERT INTO recipe_new (id, phase, title, team_id, due_edge, due_offset_min, lead_days, crew, retired_at)
    SELECT id, phase, title, team_id, due_edge, due_offset_min, nullif(lead_days, 0), crew, retired_at FROM recipe`,
  `DROP TABLE recipe`,
  `ALTER TABLE recipe_new RENAME TO recipe`,
  `CREATE INDEX recipe_by_request ON recipe (request_id) WHERE request_id IS NOT NULL`,
];

const SPACE_OF_ORDER = `(SELECT x.space_id FROM claim_space x JOIN space s ON s.id = x.space_id JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
  WHERE x.claim_id = w.claim_id AND s.name = v.content->>'place' ORDER BY x.position LIMIT 1)`;
const ISSUED = `COALESCE((SELECT MIN(c.at_min) FROM history h JOIN change_set c ON c.id = h.change_set_id WHERE h.entity = 'work_order' AND h.entity_id = CAST(w.id AS TEXT)), 0)`;

const ORDERS = [
  `CREATE TABLE work_order_new (id INTEGER PRIMARY KEY, order_key TEXT NOT NULL UNIQUE, occurrence_id INTEGER NOT NULL REFERENCES occurrence,
    after_occurrence_id INTEGER REFERENCES occurrence, claim_id INTEGER NOT NULL REFERENCES claim, team_id INTEGER NOT NULL REFERENCES team,
    phase TEXT NOT NULL CHECK (phase IN ('setup','turnover','attendance','strike')), due_min INTEGER NOT NULL,
    state TEXT NOT NULL CHECK (state IN ('open','done','withdrawn')), version INTEGER NOT NULL, done_at_min INTEGER, done_by_id INTEGER REFERENCES person,
    row_version INTEGER NOT NULL DEFAULT 1, from_min INTEGER NOT NULL DEFAULT 0, work_min INTEGER NOT NULL DEFAULT 0,
    origin TEXT NOT NULL DEFAULT 'recipe' CHECK (origin IN ('recipe','turnover','counter','hand')), space_id INTEGER REFERENCES space,
    person_id INTEGER REFERENCES person, issue_min INTEGER NOT NULL DEFAULT 0, issued_min INTEGER, covered_by TEXT, ticks TEXT NOT NULL DEFAULT '[]',
    seen_version INTEGER NOT NULL DEFAULT 0, seen_by_id INTEGER REFERENCES person, seen_at_min INTEGER) STRICT`,
  `INSERT INTO work_order_new (id, order_key, occurrence_id, after_occurrence_id, claim_id, team_id, phase, due_min, state, version, done_at_min, done_by_id,
      row_version, from_min, work_min, space_id, issue_min, issued_min, seen_version)
    SELECT w.id, w.order_key, w.occurrence_id, w.after_occurrence_id, w.claim_id, w.team_id, w.phase, w.due_min, w.state, w.version, w.done_at_min, w.done_by_id,
      w.row_version, w.from_min, w.work_min, ${SPACE_OF_ORDER}, ${ISSUED}, ${ISSUED}, w.version FROM work_order w`,
  `CREATE TABLE work_order_version_new (order_id INTEGER NOT NULL REFERENCES work_order_new, version INTEGER NOT NULL, content TEXT NOT NULL, hash TEXT NOT NULL,
    PRIMARY KEY (order_id, version)) STRICT, WITHOUT ROWID`,
  `INSERT INTO work_order_version_new SELECT order_id, version, content, hash FROM work_order_version`,
  `DROP TABLE work_order_version`,
  `DROP TABLE work_order`,
  // References to a table follow it when it is called otherwise.
  `ALTER TABLE work_order_new RENAME TO work_order`,
  `ALTER TABLE work_order_version_new RENAME TO work_order_version`,
  `CREATE INDEX work_order_by_due ON work_order (due_min)`,
  `CREATE INDEX work_order_by_occurrence ON work_order (occurrence_id)`,
  `CREATE INDEX work_order_by_after ON work_order (after_occurrence_id) WHERE after_occurrence_id IS NOT NULL`,
  `CREATE INDEX work_order_by_cover ON work_order (covered_by) WHERE covered_by IS NOT NULL`,
  `CREATE INDEX work_order_open_by_team ON work_order (team_id, due_min) WHERE state = 'open'`,
  `CREATE INDEX work_order_to_issue ON work_order (issue_min) WHERE issued_min IS NULL AND state = 'open'`,
];

/** What the history says of an order gets the new columns too, with what they would have been. */
const ADDED: Readonly<Record<string, string>> = {
  origin: `'recipe'`,
  space_id: '(SELECT w.space_id FROM work_order w WHERE w.id = CAST(entity_id AS INTEGER))',
  person_id: 'null',
  issue_min: '(SELECT w.issue_min FROM work_order w WHERE w.id = CAST(entity_id AS INTEGER))',
  issued_min: '(SELECT w.issued_min FROM work_order w WHERE w.id = CAST(entity_id AS INTEGER))',
  covered_by: 'null',
  ticks: `'[]'`,
  seen_version: '(SELECT w.seen_version FROM work_order w WHERE w.id = CAST(entity_id AS INTEGER))',
  seen_by_id: 'null',
  seen_at_min: 'null',
};
const withAdded = (column: 'before' | 'after') =>
  `json_set(${column}, ${Object.entries(ADDED)
    .map(([name, value]) => `'$.${name}', ${value}`)
    .join(', ')})`;

const NOTES = [
  `CREATE TABLE order_note (id INTEGER PRIMARY KEY, order_id INTEGER NOT NULL REFERENCES work_order, person_id INTEGER NOT NULL REFERENCES person,
    at_min INTEGER NOT NULL, kind TEXT NOT NULL CHECK (kind IN ('note','problem')), text TEXT NOT NULL, file_id INTEGER REFERENCES file,
    solved_min INTEGER, solved_by_id INTEGER REFERENCES person) STRICT`,
  `CREATE INDEX order_note_by_order ON order_note (order_id)`,
  `CREATE INDEX order_note_open_problems ON order_note (at_min) WHERE kind = 'problem' AND solved_min IS NULL`,
];

export const settingUp: readonly string[] = [
  ...RECIPES,
  ...ORDERS,
  `UPDATE history SET after = iif(after IS NULL, NULL, ${withAdded('after')}), before = iif(before IS NULL, NULL, ${withAdded('before')}) WHERE entity = 'work_order'`,
  ...NOTES,
];

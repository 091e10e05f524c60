/** Tables of the kinds of things the office keeps, each with a version against two forms being saved at once. */
const KEPT = [
  'site',
  'season',
  'closure',
  'building',
  'space',
  'timetable',
  'store',
  'equipment_type',
  'team',
  'service',
  'category',
  'organisation',
  'person',
] as const;

/** What is named by things that stay is taken out of use and never deleted. */
const RETIRABLE = ['building', 'store', 'team', 'service', 'category', 'organisation', 'question'] as const;

export const houseRules: readonly string[] = [
  ...KEPT.map((table) => `ALTER TABLE ${table} ADD COLUMN row_version INTEGER NOT NULL DEFAULT 1`),
  ...RETIRABLE.map((table) => `ALTER TABLE ${table} ADD COLUMN retired_at TEXT`),
  // The atomic part that a space is while it is made of no others; it stays its own when it is joined and parted again.
  `ALTER TABLE space ADD COLUMN part_id INTEGER REFERENCES resource`,
  `UPDATE space SET part_id = (SELECT p.resource_id FROM space_part p WHERE p.space_id = space.id)
    WHERE NOT EXISTS (SELECT 1 FROM space_child c WHERE c.parent_id = space.id)`,
  // Whole documents: what a form showed before and after. The tables of claims have their history row by row.
  `CREATE TABLE house_history (id INTEGER PRIMARY KEY, change_set_id INTEGER NOT NULL REFERENCES change_set, kind TEXT NOT NULL, thing_id INTEGER NOT NULL,
    name TEXT NOT NULL, did TEXT NOT NULL, before TEXT, after TEXT) STRICT`,
  `CREATE INDEX house_history_by_thing ON house_history (kind, thing_id, id)`,
];

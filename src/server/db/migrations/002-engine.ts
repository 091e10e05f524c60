/** Columns added to tables whose history is replayed: what was written before gets them with their defaults. */
const ADDED: readonly (readonly [table: string, column: string, type: string, json: string])[] = [
  ['request', 'wheelchairs', 'INTEGER NOT NULL DEFAULT 0 CHECK (wheelchairs >= 0)', '0'],
  ['request', 'audiences', `TEXT NOT NULL DEFAULT '[]'`, `'[]'`],
  ['request', 'other_space_ok', 'INTEGER NOT NULL DEFAULT 0 CHECK (other_space_ok IN (0,1))', '0'],
  ['segment', 'endless', 'INTEGER NOT NULL DEFAULT 0 CHECK (endless IN (0,1))', '0'],
  // The UID of the segment this one goes on from (RFC 5545 RELATED-TO).
  ['segment', 'related_to', 'TEXT', 'null'],
  // What a date keeps of its own when its series changes: names of fields.
  ['occurrence', 'own', `TEXT NOT NULL DEFAULT '[]'`, `'[]'`],
  ['claim_space', 'wheelchairs', 'INTEGER NOT NULL DEFAULT 0 CHECK (wheelchairs >= 0)', '0'],
  ['claim_space', 'features', `TEXT NOT NULL DEFAULT '[]'`, `'[]'`],
  // Where a turnover link, or what is left of one, cuts setup or strike short.
  ['claim_space', 'cut_start_min', 'INTEGER', 'null'],
  ['claim_space', 'cut_end_min', 'INTEGER', 'null'],
  ['claim_equipment', 'resource_id', 'INTEGER REFERENCES resource', 'null'],
  ['work_order', 'from_min', 'INTEGER NOT NULL DEFAULT 0', '0'],
  ['work_order', 'work_min', 'INTEGER NOT NULL DEFAULT 0', '0'],
];

const added = ADDED.flatMap(([table, column, type, json]) => [
  `ALTER TABLE ${table} ADD COLUMN ${column} ${type}`,
  `UPDATE history SET after = json_set(after, '$.${column}', ${json}), before = iif(before IS NULL, NULL, json_set(before, '$.${column}', ${json}))
    WHERE entity = '${table}'`,
]);

/** The claim that says where a date stands; until now every date had exactly one. */
const standing = [
  `ALTER TABLE occurrence ADD COLUMN standing_id INTEGER REFERENCES claim DEFERRABLE INITIALLY DEFERRED`,
  `UPDATE occurrence SET standing_id = (SELECT MIN(c.id) FROM claim c WHERE c.occurrence_id = occurrence.id)`,
  `UPDATE history SET after = json_set(after, '$.standing_id', (SELECT MIN(c.id) FROM claim c WHERE c.occurrence_id = CAST(entity_id AS INTEGER))),
    before = iif(before IS NULL, NULL, json_set(before, '$.standing_id', (SELECT MIN(c.id) FROM claim c WHERE c.occurrence_id = CAST(entity_id AS INTEGER))))
    WHERE entity = 'occurrence'`,
  `CREATE INDEX occurrence_by_standing ON occurrence (standing_id)`,
];

// Stock of a pool of people is who is on shift; everything else has dated stock lines.
const STOCK_VIEW = `CREATE VIEW stock AS
  SELECT type_id, from_min, to_min, delta FROM stock_line
  UNION ALL SELECT t.id, s.start_min, s.end_min, s.people FROM shift s JOIN equipment_type t ON t.pool_team_id = s.team_id`;

const inUseAt = (filter: string, bound: string) =>
  `COALESCE((SELECT SUM(u.quantity) FROM equipment_use u WHERE u.type_id = NEW.type_id AND u.occupies = 1
    AND u.end_min - u.start_min ${filter} 2880 ${bound} AND u.start_min <= p.at AND u.end_min > p.at), 0)`;

/**
 * The cheap question first: would it be enough if everything that touches the new use were out at once, and the stock
 * were at its lowest? Only where it would not, every moment at which the level can fall is looked at.
 */
const EQUIPMENT_GUARD = `CREATE TRIGGER equipment_guard_insert BEFORE INSERT ON equipment_use WHEN NEW.occupies = 1
  AND NEW.quantity
    + COALESCE((SELECT SUM(u.quantity) FROM equipment_use u WHERE u.type_id = NEW.type_id AND u.occupies = 1 AND u.end_min - u.start_min <= 2880
        AND u.start_min > NEW.start_min - 2880 AND u.start_min < NEW.end_min AND u.end_min > NEW.start_min), 0)
    + COALESCE((SELECT SUM(u.quantity) FROM equipment_use u WHERE u.type_id = NEW.type_id AND u.occupies = 1 AND u.end_min - u.start_min > 2880
        AND u.end_min > NEW.start_min AND u.start_min < NEW.end_min), 0)
    > COALESCE((SELECT SUM(s.delta) FROM stock s WHERE s.type_id = NEW.type_id AND
        CASE WHEN s.delta > 0 THEN s.from_min <= NEW.start_min AND (s.to_min IS NULL OR s.to_min >= NEW.end_min)
          ELSE s.from_min < NEW.end_min AND (s.to_min IS NULL OR s.to_min > NEW.start_min) END), 0)
  BEGIN
    SELECT RAISE(ABORT, 'EQUIPMENT_SHORT') WHERE EXISTS (
      SELECT 1 FROM (
        SELECT NEW.start_min AS at
        UNION SELECT start_min FROM equipment_use WHERE type_id = NEW.type_id AND occupies = 1 AND end_min - start_min <= 2880
          AND start_min > NEW.start_min AND start_min < NEW.end_min
        UNION SELECT start_min FROM equipment_use WHERE type_id = NEW.type_id AND occupies = 1 AND end_min - start_min > 2880
          AND end_min > NEW.start_min AND start_min > NEW.start_min AND start_min < NEW.end_min
        UNION SELECT from_min FROM stock WHERE type_id = NEW.type_id AND from_min > NEW.start_min AND from_min < NEW.end_min
        UNION SELECT to_min FROM stock WHERE type_id = NEW.type_id AND to_min > NEW.start_min AND to_min < NEW.end_min
      ) p
      WHERE NEW.quantity + ${inUseAt('<=', 'AND u.start_min > p.at - 2880')} + ${inUseAt('>', '')}
        > COALESCE((SELECT SUM(s.delta) FROM stock s WHERE s.type_id = NEW.type_id AND s.from_min <= p.at AND (s.to_min IS NULL OR s.to_min > p.at)), 0)
    ); END`;

/** What the whole engine needs beyond the first slice. */
export const engine: readonly string[] = [
  ...added,
  ...standing,
  `CREATE INDEX segment_endless ON segment (materialised_until) WHERE endless = 1`,
  `ALTER TABLE category ADD COLUMN audiences TEXT NOT NULL DEFAULT '[]'`,

  `ALTER TABLE space ADD COLUMN top_up_min INTEGER NOT NULL DEFAULT 10 CHECK (top_up_min >= 0)`,
  `CREATE TABLE space_feature (space_id INTEGER NOT NULL REFERENCES space, feature TEXT NOT NULL, PRIMARY KEY (space_id, feature)) STRICT, WITHOUT ROWID`,
  `ALTER TABLE space_policy ADD COLUMN who TEXT NOT NULL DEFAULT '{"roles":[],"organisations":[]}'`,
  `CREATE TABLE space_timetable (space_id INTEGER NOT NULL REFERENCES space, timetable_id INTEGER NOT NULL REFERENCES timetable,
    PRIMARY KEY (space_id, timetable_id)) STRICT, WITHOUT ROWID`,

  `ALTER TABLE equipment_type ADD COLUMN pool_team_id INTEGER REFERENCES team`,
  `CREATE INDEX equipment_type_by_pool ON equipment_type (pool_team_id) WHERE pool_team_id IS NOT NULL`,
  `CREATE INDEX shift_by_team ON shift (team_id, start_min)`,
  STOCK_VIEW,
  `DROP TRIGGER equipment_guard_insert`,
  EQUIPMENT_GUARD,

  `ALTER TABLE occupancy ADD COLUMN claim_equipment_id INTEGER REFERENCES claim_equipment`,
  // Waiting rows may overlap, so a look back needs a bound on their length: a day, or an index of their own.
  `DROP INDEX occupancy_waiting`,
  `CREATE INDEX occupancy_waiting_short ON occupancy (resource_id, start_min, end_min) WHERE occupies = 0 AND end_min - start_min <= 1440`,
  `CREATE INDEX occupancy_waiting_long ON occupancy (resource_id, end_min, start_min) WHERE occupies = 0 AND end_min - start_min > 1440`,
  `CREATE INDEX occupancy_waiting_by_time ON occupancy (start_min) WHERE occupies = 0`,
  `CREATE INDEX claim_in_force_short ON claim (start_min, end_min, occurrence_id) WHERE status = 'in-force' AND end_min - start_min <= 1440`,
  `CREATE INDEX claim_in_force_long ON claim (end_min, start_min, occurrence_id) WHERE status = 'in-force' AND end_min - start_min > 1440`,

  `ALTER TABLE recipe ADD COLUMN crew INTEGER NOT NULL DEFAULT 1 CHECK (crew >= 0)`,
  `UPDATE work_order SET from_min = (SELECT v.content->>'fromMin' FROM work_order_version v WHERE v.order_id = work_order.id AND v.version = work_order.version)`,
  `UPDATE history SET after = json_set(after, '$.from_min', (SELECT w.from_min FROM work_order w WHERE w.id = CAST(entity_id AS INTEGER))),
    before = iif(before IS NULL, NULL, json_set(before, '$.from_min', (SELECT w.from_min FROM work_order w WHERE w.id = CAST(entity_id AS INTEGER))))
    WHERE entity = 'work_order'`,
  `CREATE INDEX work_order_open_by_team ON work_order (team_id, due_min) WHERE state = 'open'`,

  // Dates in force that a later closure, stock line or lost shoulder has put in doubt. What is there was found by the check.
  `CREATE TABLE at_risk (claim_id INTEGER NOT NULL REFERENCES claim, rule TEXT NOT NULL, subject TEXT NOT NULL, since_min INTEGER NOT NULL,
    sentence TEXT NOT NULL, PRIMARY KEY (claim_id, rule, subject)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE change_set_request (change_set_id INTEGER NOT NULL REFERENCES change_set, request_id INTEGER NOT NULL REFERENCES request,
    PRIMARY KEY (change_set_id, request_id)) STRICT, WITHOUT ROWID`,
  `CREATE INDEX change_set_request_by_request ON change_set_request (request_id, change_set_id)`,
  `INSERT INTO change_set_request SELECT id, request_id FROM change_set WHERE request_id IS NOT NULL`,
];

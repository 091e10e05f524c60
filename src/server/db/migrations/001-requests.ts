/** What is asked for, what became of it, and what it takes of place and stock. */
export const requests: readonly string[] = [
  `CREATE TABLE request (id INTEGER PRIMARY KEY, ref TEXT NOT NULL UNIQUE, requester_id INTEGER NOT NULL REFERENCES person,
    handler_id INTEGER REFERENCES person, title TEXT NOT NULL, public_text TEXT NOT NULL, notes TEXT NOT NULL, people INTEGER NOT NULL CHECK (people > 0),
    publish INTEGER NOT NULL CHECK (publish IN (0,1)), as_asked TEXT NOT NULL, asked_min INTEGER NOT NULL, row_version INTEGER NOT NULL DEFAULT 1) STRICT`,
  `CREATE INDEX request_by_requester ON request (requester_id)`,
  `CREATE TRIGGER request_as_asked_never_changes BEFORE UPDATE OF as_asked ON request WHEN NEW.as_asked IS NOT OLD.as_asked
    BEGIN SELECT RAISE(ABORT, 'AS_ASKED_IS_KEPT'); END`,
  `CREATE TABLE request_host (request_id INTEGER NOT NULL REFERENCES request, organisation_id INTEGER NOT NULL REFERENCES organisation,
    position INTEGER NOT NULL, PRIMARY KEY (request_id, organisation_id)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE request_category (request_id INTEGER NOT NULL REFERENCES request, category_id INTEGER NOT NULL REFERENCES category,
    position INTEGER NOT NULL, PRIMARY KEY (request_id, category_id)) STRICT, WITHOUT ROWID`,
  `CREATE INDEX request_category_by_category ON request_category (category_id)`,
  `CREATE TABLE segment (id INTEGER PRIMARY KEY, request_id INTEGER NOT NULL REFERENCES request, no INTEGER NOT NULL, uid TEXT NOT NULL UNIQUE,
    sequence INTEGER NOT NULL DEFAULT 0, tzid TEXT NOT NULL, start_local TEXT NOT NULL, end_local TEXT NOT NULL, all_day INTEGER NOT NULL DEFAULT 0,
    rrule TEXT, materialised_until TEXT NOT NULL, decided_until TEXT NOT NULL, created_min INTEGER NOT NULL, changed_min INTEGER NOT NULL,
    UNIQUE (request_id, no), CHECK (end_local > start_local)) STRICT`,
  `CREATE TABLE segment_date (segment_id INTEGER NOT NULL REFERENCES segment, recurrence_local TEXT NOT NULL,
    kind TEXT NOT NULL CHECK (kind IN ('excluded','extra')), end_local TEXT, PRIMARY KEY (segment_id, recurrence_local)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE occurrence (id INTEGER PRIMARY KEY, request_id INTEGER NOT NULL REFERENCES request, segment_id INTEGER NOT NULL REFERENCES segment,
    recurrence_local TEXT NOT NULL, state TEXT NOT NULL CHECK (state IN ('waiting','approved','declined','withdrawn','skipped','cancelled')),
    reason TEXT NOT NULL DEFAULT '', row_version INTEGER NOT NULL DEFAULT 1, UNIQUE (segment_id, recurrence_local)) STRICT`,
  `CREATE INDEX occurrence_by_request ON occurrence (request_id, recurrence_local)`,
  `CREATE INDEX occurrence_waiting ON occurrence (request_id) WHERE state = 'waiting'`,
  `CREATE TABLE claim (id INTEGER PRIMARY KEY, occurrence_id INTEGER NOT NULL REFERENCES occurrence,
    kind TEXT NOT NULL CHECK (kind IN ('asked','proposal','change','fallback')), status TEXT NOT NULL CHECK (status IN ('wanted','held','in-force','released')),
    start_local TEXT NOT NULL, end_local TEXT NOT NULL, start_min INTEGER NOT NULL, end_min INTEGER NOT NULL, access_min INTEGER NOT NULL CHECK (access_min >= 0),
    exit_min INTEGER NOT NULL CHECK (exit_min >= 0), people INTEGER NOT NULL CHECK (people > 0), hold_until_min INTEGER,
    CHECK (end_min > start_min), CHECK (status <> 'held' OR hold_until_min IS NOT NULL)) STRICT`,
  `CREATE INDEX claim_by_occurrence ON claim (occurrence_id)`,
  `CREATE UNIQUE INDEX claim_one_in_force ON claim (occurrence_id) WHERE status = 'in-force'`,
  `CREATE INDEX claim_held ON claim (hold_until_min) WHERE status = 'held'`,
  `CREATE INDEX claim_in_force_by_time ON claim (start_min) WHERE status = 'in-force'`,
  `CREATE TABLE claim_space (id INTEGER PRIMARY KEY, claim_id INTEGER NOT NULL REFERENCES claim, space_id INTEGER NOT NULL REFERENCES space,
    position INTEGER NOT NULL, layout TEXT NOT NULL, people INTEGER NOT NULL CHECK (people > 0), setup_min INTEGER NOT NULL CHECK (setup_min >= 0),
    strike_min INTEGER NOT NULL CHECK (strike_min >= 0), setup_key TEXT NOT NULL, UNIQUE (claim_id, space_id)) STRICT`,
  `CREATE TABLE claim_equipment (id INTEGER PRIMARY KEY, claim_id INTEGER NOT NULL REFERENCES claim, claim_space_id INTEGER REFERENCES claim_space,
    type_id INTEGER NOT NULL REFERENCES equipment_type, quantity INTEGER NOT NULL CHECK (quantity > 0), kit_id INTEGER REFERENCES equipment_type, position INTEGER NOT NULL) STRICT`,
  `CREATE INDEX claim_equipment_by_claim ON claim_equipment (claim_id)`,
  `CREATE TABLE claim_service (id INTEGER PRIMARY KEY, claim_id INTEGER NOT NULL REFERENCES claim, service_id INTEGER NOT NULL REFERENCES service,
    answers TEXT NOT NULL DEFAULT '{}') STRICT`,
  `CREATE TABLE claim_override (claim_id INTEGER NOT NULL REFERENCES claim, rule TEXT NOT NULL, subject TEXT NOT NULL, reason TEXT NOT NULL CHECK (reason <> ''),
    by_id INTEGER NOT NULL REFERENCES person, PRIMARY KEY (claim_id, rule, subject)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE consent (claim_id INTEGER NOT NULL REFERENCES claim, steward_id INTEGER NOT NULL REFERENCES person,
    answer TEXT CHECK (answer IN ('given','refused')), at_min INTEGER, PRIMARY KEY (claim_id, steward_id)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE turnover_link (before_claim_space_id INTEGER NOT NULL UNIQUE REFERENCES claim_space, after_claim_space_id INTEGER NOT NULL UNIQUE REFERENCES claim_space,
    boundary_min INTEGER NOT NULL) STRICT`,

  // Rows are inserted and deleted, never moved. occupies = 1: in force or held; 0: only waiting, may overlap.
  `CREATE TABLE occupancy (id INTEGER PRIMARY KEY, claim_id INTEGER NOT NULL REFERENCES claim, claim_space_id INTEGER REFERENCES claim_space,
    resource_id INTEGER NOT NULL REFERENCES resource, start_min INTEGER NOT NULL, end_min INTEGER NOT NULL, occupies INTEGER NOT NULL CHECK (occupies IN (0,1)),
    CHECK (end_min > start_min)) STRICT`,
  // The first row that ends after a wanted start is the only one that can clash: one seek, whatever the lengths.
  `CREATE INDEX occupancy_by_end ON occupancy (resource_id, end_min, start_min) WHERE occupies = 1`,
  `CREATE INDEX occupancy_by_start ON occupancy (resource_id, start_min) WHERE occupies = 1`,
  `CREATE INDEX occupancy_by_claim ON occupancy (claim_id)`,
  // Waiting rows may overlap, so the look back needs a bound on their length: a day, or their own.
  `CREATE INDEX occupancy_waiting ON occupancy (start_min) WHERE occupies = 0`,
  `CREATE TRIGGER occupancy_guard_insert BEFORE INSERT ON occupancy WHEN NEW.occupies = 1 BEGIN
    SELECT RAISE(ABORT, 'OCCUPANCY_OVERLAP') WHERE (SELECT start_min FROM occupancy WHERE resource_id = NEW.resource_id AND occupies = 1
      AND end_min > NEW.start_min ORDER BY end_min LIMIT 1) < NEW.end_min; END`,
  `CREATE TRIGGER occupancy_guard_update BEFORE UPDATE OF resource_id, start_min, end_min, occupies ON occupancy WHEN NEW.occupies = 1 BEGIN
    SELECT RAISE(ABORT, 'OCCUPANCY_OVERLAP') WHERE (SELECT start_min FROM occupancy WHERE resource_id = NEW.resource_id AND occupies = 1
      AND end_min > NEW.start_min AND id <> OLD.id ORDER BY end_min LIMIT 1) < NEW.end_min; END`,

  `CREATE TABLE equipment_use (id INTEGER PRIMARY KEY, claim_equipment_id INTEGER NOT NULL REFERENCES claim_equipment, claim_id INTEGER NOT NULL REFERENCES claim,
    type_id INTEGER NOT NULL REFERENCES equipment_type, start_min INTEGER NOT NULL, end_min INTEGER NOT NULL, quantity INTEGER NOT NULL CHECK (quantity > 0),
    occupies INTEGER NOT NULL CHECK (occupies IN (0,1)), CHECK (end_min > start_min)) STRICT`,
  // Uses of one type overlap, so the look back is bounded: two days for most, their own index for the longer ones.
  `CREATE INDEX equipment_use_short ON equipment_use (type_id, start_min, end_min, quantity) WHERE occupies = 1 AND end_min - start_min <= 2880`,
  `CREATE INDEX equipment_use_long ON equipment_use (type_id, end_min, start_min, quantity) WHERE occupies = 1 AND end_min - start_min > 2880`,
  `CREATE INDEX equipment_use_by_claim ON equipment_use (claim_id)`,
  equipmentGuard(),
];

/**
 * Stock at the start of the new use and at every later change inside it must cover what is in use: between two such
 * moments the level only rises.
 */
function equipmentGuard(): string {
  const inUseAt = (filter: string, bound: string) =>
    `COALESCE((SELECT SUM(u.quantity) FROM equipment_use u WHERE u.type_id = NEW.type_id AND u.occupies = 1
      AND u.end_min - u.start_min ${filter} 2880 ${bound} AND u.start_min <= p.at AND u.end_min > p.at), 0)`;
  return `CREATE TRIGGER equipment_guard_insert BEFORE INSERT ON equipment_use WHEN NEW.occupies = 1 BEGIN
    SELECT RAISE(ABORT, 'EQUIPMENT_SHORT') WHERE EXISTS (
      SELECT 1 FROM (
        SELECT NEW.start_min AS at
        UNION SELECT start_min FROM equipment_use WHERE type_id = NEW.type_id AND occupies = 1 AND end_min - start_min <= 2880
          AND start_min > NEW.start_min AND start_min < NEW.end_min
        UNION SELECT start_min FROM equipment_use WHERE type_id = NEW.type_id AND occupies = 1 AND end_min - start_min > 2880
          AND end_min > NEW.start_min AND start_min > NEW.start_min AND start_min < NEW.end_min
        UNION SELECT from_min FROM stock_line WHERE type_id = NEW.type_id AND from_min > NEW.start_min AND from_min < NEW.end_min
        UNION SELECT to_min FROM stock_line WHERE type_id = NEW.type_id AND to_min > NEW.start_min AND to_min < NEW.end_min
      ) p
      WHERE NEW.quantity + ${inUseAt('<=', 'AND u.start_min > p.at - 2880')} + ${inUseAt('>', '')}
        > COALESCE((SELECT SUM(s.delta) FROM stock_line s WHERE s.type_id = NEW.type_id AND s.from_min <= p.at AND (s.to_min IS NULL OR s.to_min > p.at)), 0)
    ); END`;
}

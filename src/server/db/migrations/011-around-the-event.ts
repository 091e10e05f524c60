/** What is kept of an event beside its orders: services, the walk before it, who came, what came back, what is left to do. */
export const aroundTheEvent: readonly string[] = [
  // A service that has no row is asked for and no more.
  `CREATE TABLE service_line (occurrence_id INTEGER NOT NULL REFERENCES occurrence, service_id INTEGER NOT NULL REFERENCES service,
    state TEXT NOT NULL CHECK (state IN ('asked','arranging','agreed','refused')), note TEXT NOT NULL DEFAULT '', by_id INTEGER NOT NULL REFERENCES person,
    at_min INTEGER NOT NULL, PRIMARY KEY (occurrence_id, service_id)) STRICT, WITHOUT ROWID`,
  // A stock line says from when on what is broken or missing is missed.
  `CREATE TABLE equipment_return (order_id INTEGER NOT NULL REFERENCES work_order, type_id INTEGER NOT NULL REFERENCES equipment_type,
    expected INTEGER NOT NULL, counted INTEGER NOT NULL CHECK (counted >= 0), damaged INTEGER NOT NULL CHECK (damaged >= 0 AND damaged <= counted), note TEXT NOT NULL DEFAULT '',
    by_id INTEGER NOT NULL REFERENCES person, at_min INTEGER NOT NULL, stock_line_id INTEGER REFERENCES stock_line, PRIMARY KEY (order_id, type_id)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE walk_through (occurrence_id INTEGER NOT NULL REFERENCES occurrence, line TEXT NOT NULL, is_right INTEGER NOT NULL CHECK (is_right IN (0,1)),
    note TEXT NOT NULL DEFAULT '', by_id INTEGER NOT NULL REFERENCES person, at_min INTEGER NOT NULL, PRIMARY KEY (occurrence_id, line)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE attendance (occurrence_id INTEGER PRIMARY KEY REFERENCES occurrence, people INTEGER CHECK (people >= 0), by_id INTEGER NOT NULL REFERENCES person,
    at_min INTEGER NOT NULL) STRICT`,
  `CREATE TABLE attendee (occurrence_id INTEGER NOT NULL REFERENCES occurrence, name TEXT NOT NULL, position INTEGER NOT NULL,
    is_here INTEGER NOT NULL DEFAULT 0 CHECK (is_here IN (0,1)), PRIMARY KEY (occurrence_id, name)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE follow_up (id INTEGER PRIMARY KEY, request_id INTEGER NOT NULL REFERENCES request, text TEXT NOT NULL, due_date TEXT,
    by_id INTEGER NOT NULL REFERENCES person, at_min INTEGER NOT NULL, done_min INTEGER, done_by_id INTEGER REFERENCES person) STRICT`,
  `CREATE INDEX follow_up_by_request ON follow_up (request_id)`,
  `CREATE INDEX follow_up_open ON follow_up (due_date) WHERE done_min IS NULL`,
  // Ways of the house to set rooms: parameters over a layout.
  `CREATE TABLE own_layout (id INTEGER PRIMARY KEY, name TEXT NOT NULL UNIQUE COLLATE NOCASE, query TEXT NOT NULL) STRICT`,
];

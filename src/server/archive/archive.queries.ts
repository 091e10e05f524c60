import { command, query } from '../db/statement';
import { integer, text } from '../db/tables/column';
import { Migration } from '../db/tables/house';

export const MIGRATIONS = query({
  sql: 'SELECT name FROM migration ORDER BY name',
  row: { name: Migration.name },
});

export const COUNT_UNSENT = query({
  sql: 'SELECT COUNT(*) AS n FROM outbox WHERE sent_at_min IS NULL AND withdrawn_at_min IS NULL',
  row: { n: integer() },
});

export const FILES_AND_PICTURES = query({
  sql: 'SELECT name, stored_as AS stored, bytes, sha256 FROM file UNION ALL SELECT about, stored_as, bytes, sha256 FROM picture',
  row: { name: text(), stored: text(), bytes: integer(), sha256: text() },
});

export const HOLD_UNSENT = command({
  sql: 'UPDATE outbox SET withdrawn_at_min = created_min WHERE sent_at_min IS NULL AND withdrawn_at_min IS NULL',
});

/** Everything that makes up a schema, as SQLite keeps it. */
export const SCHEMA = query({
  sql: `SELECT type, name, sql FROM sqlite_master WHERE name NOT GLOB 'sqlite_stat[1-4]' ORDER BY type, name`,
  row: { type: text(), name: text(), sql: text().orNull() },
});

export const OFFICE_COUNTS = query({
  sql: `SELECT (SELECT COUNT(*) FROM space) AS spaces, (SELECT COUNT(*) FROM person) AS people, (SELECT COUNT(*) FROM request) AS requests,
  (SELECT COUNT(*) FROM occurrence) AS dates, (SELECT COUNT(*) FROM file) AS files`,
  row: { spaces: integer(), people: integer(), requests: integer(), dates: integer(), files: integer() },
});

/** `ok` in one row, or what is damaged. */
export const INTEGRITY = query({
  sql: 'SELECT integrity_check FROM pragma_integrity_check',
  row: { integrity_check: text() },
});

import { bump } from './003-house-version';

/** Calendars of one's own making, what the office says of a notice, the ledger of who is owed what, and ready text of feeds. */
export const publishing: readonly string[] = [
  ...[
    // Made by the office, or kept by the application for a space, a host or a person (then ref_id says which).
    `kind TEXT NOT NULL DEFAULT 'made' CHECK (kind IN ('made','space','host','person'))`,
    `ref_id INTEGER`,
    // Null where it wears the mark of its one category.
    `mark TEXT`,
    `hue TEXT`,
    `facts TEXT NOT NULL DEFAULT '["title","text","place","host"]'`,
    `readers TEXT NOT NULL DEFAULT '{"kind":"everyone"}'`,
    `starts_on INTEGER NOT NULL DEFAULT 1 CHECK (starts_on IN (0,1))`,
    // Counted up where the private link is replaced: links made before lead nowhere.
    `link_no INTEGER NOT NULL DEFAULT 1`,
    `retired_min INTEGER`,
    `row_version INTEGER NOT NULL DEFAULT 1`,
  ].map((column) => `ALTER TABLE calendar ADD COLUMN ${column}`),
  `CREATE UNIQUE INDEX calendar_by_ref ON calendar (kind, ref_id) WHERE ref_id IS NOT NULL`,
  // What a reader of a gone date is told: that it is cancelled, or no more than that it is not there.
  `ALTER TABLE published ADD COLUMN gone_as TEXT CHECK (gone_as IN ('cancelled','withheld'))`,
  `UPDATE published SET gone_as = 'cancelled' WHERE gone_at_min IS NOT NULL`,
  // Only where the office has said something: a request without a row is neither held back nor late.
  `CREATE TABLE notice (request_id INTEGER PRIMARY KEY REFERENCES request, held_back INTEGER NOT NULL CHECK (held_back IN (0,1)), publish_from TEXT) STRICT`,
  `CREATE INDEX notice_by_day ON notice (publish_from) WHERE publish_from IS NOT NULL`,
  `CREATE TABLE request_calendar (request_id INTEGER NOT NULL REFERENCES request, calendar_id INTEGER NOT NULL REFERENCES calendar,
    choice TEXT NOT NULL CHECK (choice IN ('wanted','picked','excluded')), PRIMARY KEY (request_id, calendar_id)) STRICT, WITHOUT ROWID`,
  // Dates whose title everybody may read: what follows from the rest, kept because it is asked at every look.
  `CREATE TABLE announced (occurrence_id INTEGER PRIMARY KEY REFERENCES occurrence) STRICT`,
  `INSERT INTO announced SELECT DISTINCT o.id FROM published p JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local
    JOIN request r ON r.id = o.request_id WHERE r.publish = 1 AND o.state IN ('approved','cancelled')`,
  // One row a calendar and segment: whether readers would see other times or other words than before, and the text once made.
  `CREATE TABLE feed_part (calendar_id INTEGER NOT NULL REFERENCES calendar, segment_id INTEGER NOT NULL REFERENCES segment, tzid TEXT NOT NULL,
    times_hash TEXT NOT NULL, words_hash TEXT NOT NULL, ics TEXT, json TEXT, fresh_until_min INTEGER, PRIMARY KEY (calendar_id, segment_id)) STRICT, WITHOUT ROWID`,
  `CREATE INDEX feed_part_by_segment ON feed_part (segment_id)`,
  `CREATE INDEX feed_part_missing ON feed_part (calendar_id) WHERE ics IS NULL OR json IS NULL`,
  `CREATE INDEX feed_part_aging ON feed_part (calendar_id, fresh_until_min) WHERE fresh_until_min IS NOT NULL`,
  // Their names stand in ready text: what was made of older ones is dropped.
  ...['category', 'organisation'].flatMap((table) => [
    bump(table, 'INSERT'),
    bump(table, 'UPDATE'),
    bump(table, 'DELETE'),
  ]),
  `CREATE INDEX feed_part_zone ON feed_part (calendar_id, tzid)`,
  // A number that moves on with whatever a calendar is, though not with what stands on it.
  `INSERT INTO setting (key, value) VALUES ('calendars_version', '1')`,
  ...[
    'INSERT',
    'UPDATE OF slug, name, about, filter, facts, readers, mark, hue, starts_on, retired_min, link_no, position',
    'DELETE',
  ].map(
    (
      event,
    ) => `CREATE TRIGGER calendars_version_${event.slice(0, 6).toLowerCase()} AFTER ${event} ON calendar BEGIN
      UPDATE setting SET value = CAST(value AS INTEGER) + 1 WHERE key = 'calendars_version'; END`,
  ),
  `CREATE TABLE feed_link (person_id INTEGER PRIMARY KEY REFERENCES person, link_no INTEGER NOT NULL DEFAULT 1) STRICT`,
];

/**
 * Readers learn of an approval once it can no longer be taken back: what is approved since is kept until then. What is
 * held back is gone from feeds without being called cancelled, which is a third way of being gone.
 */
export const settledApprovals: readonly string[] = [
  `CREATE TABLE unsettled_approval (occurrence_id INTEGER PRIMARY KEY REFERENCES occurrence ON DELETE CASCADE, settles_min INTEGER NOT NULL) STRICT`,
  `CREATE INDEX unsettled_approval_by_time ON unsettled_approval (settles_min)`,
  `CREATE TABLE published_anew (calendar_id INTEGER NOT NULL REFERENCES calendar, segment_id INTEGER NOT NULL REFERENCES segment, recurrence_local TEXT NOT NULL,
    shown_at_min INTEGER NOT NULL, gone_at_min INTEGER, gone_as TEXT CHECK (gone_as IN ('cancelled','withheld','held-back')),
    PRIMARY KEY (calendar_id, segment_id, recurrence_local)) STRICT, WITHOUT ROWID`,
  `INSERT INTO published_anew SELECT calendar_id, segment_id, recurrence_local, shown_at_min, gone_at_min, gone_as FROM published`,
  `DROP TABLE published`,
  `ALTER TABLE published_anew RENAME TO published`,
  `CREATE INDEX published_by_segment ON published (segment_id, recurrence_local)`,
];

/** Tables whose rows have numbers that people, links and histories name. */
const NUMBERED = [
  'audience',
  'building',
  'calendar',
  'category',
  'change_set',
  'claim',
  'claim_equipment',
  'claim_service',
  'claim_space',
  'closure',
  'day_note',
  'equipment_type',
  'file',
  'follow_up',
  'hours',
  'message',
  'occurrence',
  'order_note',
  'organisation',
  'outbox',
  'own_layout',
  'person',
  'picture',
  'question',
  'recipe',
  'request',
  'resource',
  'saved_view',
  'season',
  'segment',
  'service',
  'shift',
  'site',
  'space',
  'stock_line',
  'store',
  'team',
  'thread',
  'timetable',
  'work_order',
] as const;

/**
 * SQLite gives the number of a row that was removed to the next one. Taken back and done otherwise, two different rows had
 * one number in the history, and the address of what is gone led to something else.
 */
export const numbersOnce: readonly string[] = [
  `CREATE TABLE removed_number (of_table TEXT PRIMARY KEY, highest INTEGER NOT NULL) STRICT, WITHOUT ROWID`,
  // What the history still names of rows that are gone.
  `INSERT INTO removed_number (of_table, highest) SELECT entity, MAX(CAST(entity_id AS INTEGER)) FROM history
    WHERE entity_id NOT GLOB '*[^0-9]*' AND entity IN (${NUMBERED.map((table) => `'${table}'`).join(', ')}) GROUP BY entity`,
  ...NUMBERED.map(
    (table) => `CREATE TRIGGER number_once_${table} AFTER DELETE ON ${table} BEGIN
    INSERT INTO removed_number (of_table, highest) VALUES ('${table}', OLD.id)
      ON CONFLICT (of_table) DO UPDATE SET highest = MAX(highest, excluded.highest); END`,
  ),
];

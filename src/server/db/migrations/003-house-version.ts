/** Tables whose rows are facts of the house: what a check is made against beside the calendar. */
const HOUSE_TABLES = [
  'site',
  'season',
  'building',
  'space',
  'space_part',
  'space_layout',
  'space_feature',
  'space_policy',
  'space_timetable',
  'hours',
  'closure',
  'timetable',
  'timetable_period',
  'timetable_exception',
  'equipment_type',
  'stock_line',
  'shift',
] as const;

export const bump = (table: string, event: 'INSERT' | 'UPDATE' | 'DELETE') =>
  `CREATE TRIGGER house_version_${table}_${event.toLowerCase()} AFTER ${event} ON ${table} BEGIN
    UPDATE setting SET value = CAST(value AS INTEGER) + 1 WHERE key = 'house_version'; END`;

/** A number that moves on with every change of the house, whoever makes it: facts read before are good while it stands. */
export const houseVersion: readonly string[] = [
  `INSERT INTO setting (key, value) VALUES ('house_version', '1')`,
  ...HOUSE_TABLES.flatMap((table) => [bump(table, 'INSERT'), bump(table, 'UPDATE'), bump(table, 'DELETE')]),
];

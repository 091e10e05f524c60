/** What can stand in for equipment that is short. */
export const waysOut: readonly string[] = [
  `CREATE TABLE equipment_substitute (type_id INTEGER NOT NULL REFERENCES equipment_type, by_type_id INTEGER NOT NULL REFERENCES equipment_type,
    position INTEGER NOT NULL, PRIMARY KEY (type_id, by_type_id), CHECK (type_id <> by_type_id)) STRICT, WITHOUT ROWID`,
];

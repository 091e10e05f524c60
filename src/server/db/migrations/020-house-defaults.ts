/**
 * Who sees what is on in a space: the roles that do; the office and whoever asked always do, everybody else sees that it
 * is taken. And the minutes the house allows for setting and clearing where a space says none.
 */
export const houseDefaults: readonly string[] = [
  `ALTER TABLE space ADD COLUMN seen_by TEXT NOT NULL DEFAULT '["crew","steward"]' CHECK (json_valid(seen_by))`,
  `ALTER TABLE site ADD COLUMN layout_minutes TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(layout_minutes))`,
];

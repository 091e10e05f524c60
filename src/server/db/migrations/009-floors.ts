/** Doors and what stands fixed in a room, in metres from its upper left corner: what seating plans are drawn round. */
export const floors: readonly string[] = [
  `ALTER TABLE space ADD COLUMN doors TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE space ADD COLUMN obstacles TEXT NOT NULL DEFAULT '[]'`,
];

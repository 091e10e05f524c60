/** The language of a house: that of what it keeps for all, and of readers who have chosen none. */
export const languageOfHouse: readonly string[] = [
  `ALTER TABLE site ADD COLUMN language TEXT NOT NULL DEFAULT 'en' CHECK (language IN ('en', 'de'))`,
];

/** What a change did, as code and facts: the words are made for whoever reads a history. Null for those of before. */
export const whatWasDone: readonly string[] = [
  `ALTER TABLE change_set ADD COLUMN facts TEXT CHECK (facts IS NULL OR json_valid(facts))`,
  `ALTER TABLE house_history ADD COLUMN facts TEXT CHECK (facts IS NULL OR json_valid(facts))`,
];

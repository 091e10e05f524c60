/** What befell a date, as code and facts: the words are made for whoever reads them. Null where only a sentence was kept. */
export const risksAsFound: readonly string[] = [
  `ALTER TABLE at_risk ADD COLUMN finding TEXT CHECK (finding IS NULL OR json_valid(finding))`,
];

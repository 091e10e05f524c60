/** How many sit in wheelchairs is kept with each space of a date; nobody ever read it of the request. */
export const wheelchairsOfSpaces: readonly string[] = [
  `UPDATE history SET before = json_remove(before, '$.wheelchairs'), after = json_remove(after, '$.wheelchairs') WHERE entity = 'request'`,
  `ALTER TABLE request DROP COLUMN wheelchairs`,
];

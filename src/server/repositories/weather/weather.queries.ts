import { query } from '../../db/statement';
import { text } from '../../db/tables/column';
import { Setting } from '../../db/tables/house';
import { Claim } from '../../db/tables/claims';

export const FORECAST_OF = query({
  sql: `SELECT value FROM setting WHERE key = 'forecast'`,
  row: { value: Setting.value },
});

export const OUTDOOR_DATES = query({
  sql: `
SELECT c.id, c.start_min AS start, c.end_min AS "end", group_concat(DISTINCT s.name) AS place,
  (SELECT group_concat(i.name, ' + ') FROM claim f JOIN claim_space y ON y.claim_id = f.id JOIN space i ON i.id = y.space_id
   WHERE f.occurrence_id = c.occurrence_id AND f.kind = 'fallback' AND f.status IN ('held','in-force')) AS indoors
FROM claim c JOIN claim_space x ON x.claim_id = c.id JOIN space s ON s.id = x.space_id AND s.outdoor = 1
WHERE c.status = 'in-force' AND c.end_min > $now AND c.start_min < $until GROUP BY c.id`,
  bind: { now: Claim.end_min, until: Claim.start_min },
  row: { id: Claim.id, start: Claim.start_min, end: Claim.end_min, place: text(), indoors: text().orNull() },
});

/**
 * Claims whose event touches [$start, $end). Claims of one time overlap, so the look back is bounded: a day, or the
 * index of the longer ones.
 */
export const CLAIMS_IN_SPAN = `
SELECT c.id, c.occurrence_id, c.status, c.start_min, c.end_min FROM claim c INDEXED BY claim_short
  WHERE c.end_min - c.start_min <= 1440 AND c.start_min > $start - 1440 AND c.start_min < $end AND c.end_min > $start
UNION ALL SELECT c.id, c.occurrence_id, c.status, c.start_min, c.end_min FROM claim c INDEXED BY claim_long
  WHERE c.end_min - c.start_min > 1440 AND c.end_min > $start AND c.start_min < $end`;

import { query } from '../../../db/statement';
import { oneOf } from '../../../db/tables/column';
import { OfferLink } from '../../../db/tables/records';

export const OFFER_BY_LINK = query({
  sql: `SELECT hash, request_id AS requestId, person_id AS personId, occurrences, expires_min AS expiresMin,
       (SELECT substr(c.idempotency_key, length(k.hash) + 8) FROM change_set c WHERE c.idempotency_key IN ('offer ' || k.hash || ' accept', 'offer ' || k.hash || ' refuse')) AS answer
     FROM offer_link k WHERE hash = $hash`,
  bind: { hash: OfferLink.hash },
  row: {
    hash: OfferLink.hash,
    requestId: OfferLink.request_id,
    personId: OfferLink.person_id,
    occurrences: OfferLink.occurrences,
    expiresMin: OfferLink.expires_min,
    answer: oneOf(['accept', 'refuse']).orNull(),
  },
});

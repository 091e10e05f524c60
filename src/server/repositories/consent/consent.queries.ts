import { query } from '../../db/statement';
import { listOf, minute, oneOf } from '../../db/tables/column';
import { Outbox } from '../../db/tables/records';
import { Claim, Consent } from '../../db/tables/claims';

export const ANSWERS_TO_CLAIMS = query({
  sql: `SELECT claim_id AS claim, steward_id AS steward, answer FROM consent
WHERE answer IS NOT NULL AND claim_id IN (SELECT value FROM json_each($claims))`,
  bind: { claims: listOf(Consent.claim_id) },
  row: { claim: Consent.claim_id, steward: Consent.steward_id, answer: oneOf(['given', 'refused']) },
});

export const REASONS_GIVEN = query({
  sql: `SELECT DISTINCT steward_id AS steward, reason FROM consent WHERE reason <> '' AND claim_id IN (SELECT value FROM json_each($claims))`,
  bind: { claims: listOf(Claim.id) },
  row: { steward: Consent.steward_id, reason: Consent.reason },
});

export const STEWARDS_ASKED = query({
  sql: `SELECT to_person_id AS steward, MAX(created_min) AS at FROM outbox WHERE request_id = $request AND kind = 'consent-wanted' GROUP BY to_person_id`,
  bind: { request: Outbox.request_id },
  row: { steward: Outbox.to_person_id, at: minute() },
});

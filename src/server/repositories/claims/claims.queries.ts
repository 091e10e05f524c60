import { query } from '../../db/statement';
import { listOf } from '../../db/tables/column';
import { Claim, ClaimSpace, TurnoverLink } from '../../db/tables/claims';
import { Occurrence } from '../../db/tables/requests';

export const CUT_SPACES = query({
  sql: `SELECT id FROM claim_space WHERE claim_id IN (SELECT value FROM json_each($ids)) AND (cut_start_min IS NOT NULL OR cut_end_min IS NOT NULL)`,
  bind: { ids: listOf(ClaimSpace.claim_id) },
  row: { id: ClaimSpace.id },
});

export const STANDING_SLOTS = query({
  sql: `SELECT o.id AS occurrence, s.position AS slot, s.id FROM occurrence o JOIN claim_space s ON s.claim_id = o.standing_id
     WHERE o.id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Occurrence.id) },
  row: { occurrence: Occurrence.id, slot: ClaimSpace.position, id: ClaimSpace.id },
});

const TOUCHING = 'IN (SELECT id FROM claim_space WHERE claim_id IN (SELECT value FROM json_each($ids)))';

export const LINKS_OF_CLAIMS = query({
  sql: `SELECT * FROM turnover_link WHERE before_claim_space_id ${TOUCHING} OR after_claim_space_id ${TOUCHING}`,
  bind: { ids: listOf(Claim.id) },
  row: TurnoverLink,
});

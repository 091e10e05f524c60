import { query } from '../../db/statement';
import { listOf } from '../../db/tables/column';
import { ClaimSpace } from '../../db/tables/claims';
import { Occurrence } from '../../db/tables/requests';

export const STANDING_SLOTS = query({
  sql: `SELECT o.id AS occurrence, s.position AS slot, s.id FROM occurrence o JOIN claim_space s ON s.claim_id = o.standing_id
     WHERE o.id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Occurrence.id) },
  row: { occurrence: Occurrence.id, slot: ClaimSpace.position, id: ClaimSpace.id },
});

import { query } from '../../../db/statement';
import { integer, oneOf } from '../../../db/tables/column';
import { Building } from '../../../db/tables/house';

/** What a steward can look after, by its name; a space by its code. */
export const SCOPE_BY_NAME = query({
  sql: `SELECT 'building' AS kind, id FROM building WHERE name = $name UNION ALL SELECT 'space', id FROM space WHERE code = $name
     UNION ALL SELECT 'pool', id FROM equipment_type WHERE name = $name`,
  bind: { name: Building.name },
  row: { kind: oneOf(['building', 'space', 'pool']), id: integer() },
});

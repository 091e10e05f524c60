import { query } from '../../db/statement';
import { integer, text } from '../../db/tables/column';
import { Site, Building } from '../../db/tables/house';

export const SCOPE = query({
  sql: `SELECT 'building' AS kind, id FROM building WHERE name = $name UNION ALL SELECT 'space', id FROM space WHERE code = $name
     UNION ALL SELECT 'pool', id FROM equipment_type WHERE name = $name`,
  bind: { name: Building.name },
  row: { kind: text(), id: integer() },
});

export const EXISTING = query({ sql: 'SELECT name FROM site LIMIT 1', row: { name: Site.name } });

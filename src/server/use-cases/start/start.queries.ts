import { query } from '../../db/statement';
import { integer } from '../../db/tables/column';
import { Person } from '../../db/tables/people';

export const HAS_OFFICE = query({ sql: 'SELECT 1 AS one FROM site LIMIT 1', row: { one: integer() } });

export const FIRST_PERSON = query({
  sql: 'SELECT id FROM person ORDER BY id LIMIT 1',
  row: { id: Person.id },
});

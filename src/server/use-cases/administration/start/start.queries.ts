import { query } from '../../../db/statement';
import { Person } from '../../../db/tables/people';

export const FIRST_PERSON = query({
  sql: 'SELECT id FROM person ORDER BY id LIMIT 1',
  row: { id: Person.id },
});

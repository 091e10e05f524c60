import { query } from '../../../db/statement';
import { Person } from '../../../db/tables/people';

export const ACCOUNT = query({
  sql: 'SELECT id, password_hash FROM person WHERE email = $email AND retired_at IS NULL',
  bind: { email: Person.email },
  row: { id: Person.id, password_hash: Person.password_hash },
});

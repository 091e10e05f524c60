import { z } from 'zod';
import { ROLES } from '@/core/roles';
import { query } from '../db/statement';
import { json } from '../db/tables/column';
import { Person, Session } from '../db/tables/people';

export const PERSON_OF_SESSION = query({
  sql: `SELECT p.id, p.name, (SELECT json_group_array(DISTINCT g.role) FROM role_grant g WHERE g.person_id = p.id) AS roles
     FROM session s JOIN person p ON p.id = s.person_id WHERE s.id = $id AND s.expires_ms > $now AND p.retired_at IS NULL`,
  bind: { id: Session.id, now: Session.expires_ms },
  row: { id: Person.id, name: Person.name, roles: json(z.array(z.enum(ROLES))) },
});

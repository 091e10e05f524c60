import { query } from '../../../db/statement';
import { flag, integer, listOf } from '../../../db/tables/column';
import { File, Request } from '../../../db/tables/requests';
import { Deputy, Person } from '../../../db/tables/people';

export const OWN_LOOSE_FILES = query({
  sql: `SELECT key FROM file WHERE key IN (SELECT value FROM json_each($keys)) AND owner_id = $me AND request_id IS NULL AND message_id IS NULL`,
  bind: { keys: listOf(File.key), me: File.owner_id },
  row: { key: File.key },
});

export const MAY_ASK_FOR = query({
  sql: `SELECT EXISTS (SELECT 1 FROM deputy d WHERE d.person_id = p.id AND d.deputy_id = $me) AS isDeputy FROM person p WHERE p.id = $for AND p.retired_at IS NULL`,
  bind: { for: Person.id, me: Deputy.deputy_id },
  row: { isDeputy: flag() },
});

export const REFERENCE_TAKEN = query({
  sql: 'SELECT 1 FROM request WHERE ref = $ref',
  bind: { ref: Request.ref },
  row: { 1: integer() },
});

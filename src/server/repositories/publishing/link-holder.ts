import { z } from 'zod';
import type { OrganisationId } from '@/core/ids';
import { ROLES } from '@/core/roles';
import { isLink, readToken } from '../../auth/feed-links';
import type { Reader } from '../../db/connection';
import { numberOf } from '../../db/shapes';
import { jsonQuery } from '../../db/statement';
import { Person } from '../../db/tables/people';

const linkHolder = z.object({
  personId: Person.id.schema,
  name: z.string(),
  roles: z.array(z.enum(ROLES)),
  organisations: z.array(numberOf<OrganisationId>()),
});
export type LinkHolder = z.infer<typeof linkHolder>;

const HOLDER = jsonQuery({
  sql: `SELECT json_object('personId', p.id, 'name', p.name, 'linkNo', COALESCE(l.link_no, 0),
  'roles', json((SELECT json_group_array(DISTINCT g.role) FROM role_grant g WHERE g.person_id = p.id)),
  'organisations', json((SELECT json_group_array(m.organisation_id) FROM membership m WHERE m.person_id = p.id))) AS json
FROM person p LEFT JOIN feed_link l ON l.person_id = p.id WHERE p.id = $id AND p.retired_at IS NULL
UNION ALL SELECT 'null' LIMIT 1`,
  // A number out of an address: nobody may have it.
  bind: { id: Person.id.plain() },
  value: linkHolder.extend({ linkNo: z.int() }).nullable(),
});

/** The person whose private link it is; null where it is nobody's, or was replaced. */
export async function holderOf(reader: Reader, token: string): Promise<LinkHolder | null> {
  const named = readToken(token);
  if (named?.kind !== 'person') return null;
  const holder = await reader.value(HOLDER, { id: named.id });
  const isTheirs = holder && holder.linkNo > 0 && isLink(token, { ...named, linkNo: holder.linkNo });
  return isTheirs ? holder : null;
}

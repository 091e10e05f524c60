import { z } from 'zod';
import { jsonQuery, query } from '../../../db/statement';
import { day, flag, integer, listOf, minute } from '../../../db/tables/column';
import { File, Request } from '../../../db/tables/requests';
import { Deputy, Person } from '../../../db/tables/people';
import { Season } from '../../../db/tables/house';

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

// One's own organisations first, then by name.
export const SHORT_CHOICES = jsonQuery({
  sql: `SELECT json_object(
  'categories', (SELECT json_group_array(json_object('id', id, 'name', name, 'mark', mark, 'about', about, 'publish', json(iif(publish_by_default, 'true', 'false')), 'audiences', json(audiences)) ORDER BY position) FROM category WHERE retired_at IS NULL),
  'hosts', (SELECT json_group_array(json_object('id', o.id, 'name', o.name, 'isOwn', json(iif(m.person_id IS NULL, 'false', 'true'))) ORDER BY m.person_id IS NULL, o.name)
    FROM organisation o LEFT JOIN membership m ON m.organisation_id = o.id AND m.person_id = $person WHERE o.retired_at IS NULL),
  'accessMin', (SELECT access_min FROM site ORDER BY id LIMIT 1), 'exitMin', (SELECT exit_min FROM site ORDER BY id LIMIT 1)) AS json`,
  bind: { person: Person.id.orNull() },
  value: z.strictObject({
    categories: z.array(
      z.strictObject({
        id: z.int(),
        name: z.string(),
        mark: z.string(),
        about: z.string(),
        publish: z.boolean(),
        audiences: z.array(z.string()),
      }),
    ),
    hosts: z.array(z.strictObject({ id: z.int(), name: z.string(), isOwn: z.boolean() })),
    accessMin: z.int(),
    exitMin: z.int(),
  }),
});

const MOST_EARLIER = 40;

// What there is at the moment; of a kit as many as its contents make.
const stockNow = (type: string) =>
  `COALESCE((SELECT SUM(l.delta) FROM stock l WHERE l.type_id = ${type} AND l.from_min <= $now AND (l.to_min IS NULL OR l.to_min > $now)), 0)`;

const named = z.strictObject({ id: z.int(), name: z.string() });

// Seasons that are over are no end for anything; the latest requests are those one is most likely to ask for again.
export const WHOLE_CHOICES = jsonQuery({
  sql: `SELECT json_object(
  'equipment', (SELECT json_group_array(json_object('id', t.id, 'name', t.name, 'stock', COALESCE(
      (SELECT MIN(${stockNow('k.type_id')} / k.quantity) FROM kit_item k WHERE k.kit_id = t.id), ${stockNow('t.id')}),
      'isKit', json(iif(EXISTS (SELECT 1 FROM kit_item k WHERE k.kit_id = t.id), 'true', 'false')),
      'units', (SELECT json_group_array(json_object('id', r.id, 'name', r.name) ORDER BY r.id) FROM resource r WHERE r.id IN (SELECT l.resource_id FROM stock_line l WHERE l.type_id = t.id AND l.to_min IS NULL))) ORDER BY t.position)
    FROM equipment_type t WHERE t.retired_at IS NULL),
  'audiences', (SELECT json_group_array(name ORDER BY position, id) FROM audience WHERE retired_at IS NULL),
  'services', (SELECT json_group_array(json_object('id', s.id, 'name', s.name, 'about', s.about, 'team', t.name, 'leadDays', s.lead_days) ORDER BY s.position, s.id)
    FROM service s JOIN team t ON t.id = s.team_id WHERE s.retired_at IS NULL),
  'seasons', (SELECT json_group_array(json_object('name', e.name, 'to', e.to_date) ORDER BY e.to_date) FROM season e WHERE e.to_date >= $today),
  'askFor', (SELECT json_group_array(json_object('id', p.id, 'name', p.name) ORDER BY p.name) FROM person p WHERE p.retired_at IS NULL AND p.id IS NOT $me
    AND ($office OR p.id IN (SELECT person_id FROM deputy WHERE deputy_id = $me))),
  'earlier', (SELECT json_group_array(json_object('reference', ref, 'title', title, 'categoryId', category_id)) FROM (SELECT r.ref, r.title, (SELECT g.category_id FROM request_category g JOIN category c ON c.id = g.category_id WHERE g.request_id = r.id AND c.retired_at IS NULL ORDER BY g.position LIMIT 1) AS category_id FROM request r WHERE requester_id = $me ORDER BY id DESC LIMIT ${MOST_EARLIER}))) AS json`,
  bind: { now: minute(), today: day(), me: Person.id.orNull(), office: flag() },
  value: z.strictObject({
    equipment: z.array(named.extend({ stock: z.int(), isKit: z.boolean(), units: z.array(named) })),
    audiences: z.array(z.string()),
    services: z.array(named.extend({ about: z.string(), team: z.string(), leadDays: z.int() })),
    seasons: z.array(z.strictObject({ name: z.string(), to: Season.to_date.schema })),
    askFor: z.array(named),
    earlier: z.array(
      z.strictObject({ reference: z.string(), title: z.string(), categoryId: z.int().nullable() }),
    ),
  }),
});

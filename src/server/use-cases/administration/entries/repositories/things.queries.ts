import { hasName, renamedIn } from '../../../../db/name-lists';
import {
  audienceDoc,
  categoryDoc,
  equipmentDoc,
  serviceDoc,
  storeDoc,
} from '@/contracts/administration/things';
import { counting, documentOf, listing } from '../entry-repository.queries';
import { command, query } from '../../../../db/statement';
import { Occupancy } from '../../../../db/tables/claims';
import { Audience } from '../../../../db/tables/house';
import { Request } from '../../../../db/tables/requests';

// A unit that is given up has an end to its line of stock; what once had it keeps its name.
const UNITS = `SELECT r.id, r.name FROM stock_line s JOIN resource r ON r.id = s.resource_id WHERE s.type_id = t.id AND s.to_min IS NULL ORDER BY s.id`;

const named = (list: string) =>
  `EXISTS (SELECT 1 FROM json_each(${list}) j WHERE j.value = (SELECT name FROM audience WHERE id = $id))`;

export const AUDIENCE_LINES =
  listing(`SELECT a.id, a.name, COALESCE((SELECT group_concat(c.name, ', ') FROM category c WHERE c.retired_at IS NULL
      AND EXISTS (SELECT 1 FROM json_each(c.audiences) j WHERE j.value = a.name)), '') AS note,
    a.retired_at IS NOT NULL AS isRetired FROM audience a ORDER BY a.position, a.id`);

export const AUDIENCE_DOC = documentOf(
  audienceDoc,
  `SELECT json_object('name', name) FROM audience WHERE id = $id`,
);

export const CATEGORIES_FOR_AUDIENCE = counting(
  `SELECT COUNT(*) AS n FROM category WHERE retired_at IS NULL AND ${named('audiences')}`,
);

export const COUNT_FOR_AUDIENCE = counting(`SELECT COUNT(*) AS n FROM request WHERE ${named('audiences')}`);

export const CALENDARS_BY_AUDIENCE = counting(
  `SELECT COUNT(*) AS n FROM calendar WHERE kind = 'made' AND retired_min IS NULL AND ${named("filter->'audiences'")}`,
);

export const EQUIPMENT_DOC = documentOf(
  equipmentDoc,
  `SELECT json_object('name', t.name, 'storeId', t.store_id, 'fetchMin', t.fetch_min, 'returnMin', t.return_min, 'poolTeamId', t.pool_team_id,
  'units', (SELECT json_group_array(json_object('id', id, 'name', name)) FROM (${UNITS})),
  'kit', (SELECT json_group_array(json_object('typeId', type_id, 'quantity', quantity) ORDER BY type_id) FROM kit_item WHERE kit_id = t.id),
  'substitutes', (SELECT json_group_array(by_type_id ORDER BY position) FROM equipment_substitute WHERE type_id = t.id)) FROM equipment_type t WHERE t.id = $id`,
  ['stock'],
);

export const EQUIPMENT_LINES = listing(
  `SELECT t.id, t.name, s.name AS note, t.retired_at IS NOT NULL AS isRetired FROM equipment_type t JOIN store s ON s.id = t.store_id ORDER BY t.position, t.id`,
);

export const DATES_WITH_TYPE =
  counting(`SELECT COUNT(DISTINCT o.id) AS n FROM claim_equipment e JOIN claim c ON c.id = e.claim_id JOIN occurrence o ON o.standing_id = c.id
         WHERE e.type_id = $id AND c.end_min > $now AND o.state IN ('approved', 'waiting')`);

export const KITS_WITH_TYPE = counting(
  `SELECT COUNT(*) AS n FROM kit_item k JOIN equipment_type t ON t.id = k.kit_id AND t.retired_at IS NULL WHERE k.type_id = $id`,
);

export const STORE_LINES =
  listing(`SELECT s.id, s.name, json_array((SELECT COUNT(*) FROM equipment_type t WHERE t.store_id = s.id AND t.retired_at IS NULL)) AS note,
    s.retired_at IS NOT NULL AS isRetired FROM store s ORDER BY s.id`);

export const STORE_DOC = documentOf(storeDoc, `SELECT json_object('name', name) FROM store WHERE id = $id`);

export const TYPES_IN_USE_THERE = counting(
  'SELECT COUNT(*) AS n FROM equipment_type WHERE store_id = $id AND retired_at IS NULL',
);

export const TYPES_EVER_THERE = counting('SELECT COUNT(*) AS n FROM equipment_type WHERE store_id = $id');

export const SERVICE_LINES = listing(
  `SELECT s.id, s.name, t.name AS note, s.retired_at IS NOT NULL AS isRetired FROM service s JOIN team t ON t.id = s.team_id ORDER BY s.position, s.id`,
);

export const SERVICE_DOC = documentOf(
  serviceDoc,
  `SELECT json_object('name', name, 'about', about, 'teamId', team_id, 'leadDays', lead_days, 'crewMin', crew_min) FROM service WHERE id = $id`,
  ['questions'],
);

export const DATES_WITH_SERVICE =
  counting(`SELECT COUNT(DISTINCT o.id) AS n FROM claim_service v JOIN claim c ON c.id = v.claim_id JOIN occurrence o ON o.standing_id = c.id
         WHERE v.service_id = $id AND c.end_min > $now AND o.state IN ('approved', 'waiting')`);

export const TEMPLATES_FOR_SERVICE = counting(
  `SELECT COUNT(*) AS n FROM recipe r WHERE r.retired_at IS NULL AND EXISTS (SELECT 1 FROM json_each(r.scope->'services') j WHERE j.value = $id)`,
);

export const CATEGORY_LINES = listing(
  `SELECT id, name, mark || ', ' || hue AS note, retired_at IS NOT NULL AS isRetired FROM category ORDER BY position, id`,
);

export const CATEGORY_DOC = documentOf(
  categoryDoc,
  `SELECT json_object('name', name, 'mark', mark, 'hue', hue, 'about', about, 'publish', json(iif(publish_by_default, 'true', 'false')), 'audiences', json(audiences)) FROM category WHERE id = $id`,
  ['questions'],
);

export const REQUESTS_IN_CATEGORY =
  counting(`SELECT COUNT(DISTINCT o.request_id) AS n FROM request_category k JOIN occurrence o ON o.request_id = k.request_id AND o.state IN ('approved', 'waiting')
         JOIN claim c ON c.id = o.standing_id AND c.end_min > $now WHERE k.category_id = $id`);

export const CALENDARS_OF_CATEGORY = counting(
  `SELECT COUNT(*) AS n FROM calendar k WHERE k.kind = 'made' AND k.retired_min IS NULL AND EXISTS (SELECT 1 FROM json_each(k.filter->'categories') j WHERE j.value = $id)`,
);

const RENAMED = { old: Audience.name, new: Audience.name };

export const REQUESTS_FOR_AUDIENCE = query({
  sql: `SELECT id, audiences FROM request WHERE ${hasName('audiences')}`,
  bind: { old: Audience.name },
  row: { id: Request.id, audiences: Request.audiences },
});
export const RENAME_IN_CATEGORIES = command({
  sql: `UPDATE category SET audiences = ${renamedIn('audiences')}, row_version = row_version + 1 WHERE ${hasName('audiences')}`,
  bind: RENAMED,
});

export const PROMISED_UNITS = query({
  sql: 'SELECT claim_id AS id FROM occupancy WHERE resource_id = $id AND occupies = 1 AND end_min > $at',
  bind: { id: Occupancy.resource_id.plain(), at: Occupancy.end_min },
  row: { id: Occupancy.claim_id },
});

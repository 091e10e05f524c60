import {
  buildingDoc,
  closureDoc,
  dayNoteDoc,
  furtherSiteDoc,
  seasonDoc,
  siteDoc,
  spaceDoc,
} from '@/contracts/administration/places';
import { counting, documentOf, listing } from '../entry-repository.queries';
import { query } from '../../../../db/statement';
import { Site } from '../../../../db/tables/house';
import { Space } from '../../../../db/tables/spaces';
import { STANDS_IN } from './shared.queries';

/** A further site; nothing where it is that of the office. */
const furtherSite = (column: string): string =>
  `iif(${column} > (SELECT MIN(id) FROM site), ${column}, NULL)`;

const COMING = `FROM claim c JOIN claim_space s ON s.claim_id = c.id JOIN occurrence o ON o.standing_id = c.id WHERE s.space_id = $id AND c.end_min > $now`;

export const BUILDING_LINES =
  listing(`SELECT b.id, b.name, json_array((SELECT COUNT(*) FROM space s WHERE s.building_id = b.id AND s.retired_at IS NULL)) AS note,
    b.retired_at IS NOT NULL AS isRetired FROM building b ORDER BY b.position, b.id`);

export const BUILDING_DOC = documentOf(
  buildingDoc,
  `SELECT json_object('name', name, 'siteId', ${furtherSite('site_id')}) FROM building WHERE id = $id`,
  ['hours'],
);

export const SPACES_IN_USE_THERE = counting(
  'SELECT COUNT(*) AS n FROM space WHERE building_id = $id AND retired_at IS NULL',
);

export const SPACES_EVER_THERE = counting('SELECT COUNT(*) AS n FROM space WHERE building_id = $id');

export const CLOSURE_DOC = documentOf(
  closureDoc,
  `SELECT json_object('kind', kind, 'owner', owner_kind, 'siteId', iif(owner_kind = 'site', ${furtherSite('owner_id')}, NULL), 'buildingId', iif(owner_kind = 'building', owner_id, NULL),
  'spaceId', iif(owner_kind = 'space', owner_id, NULL), 'from', start_local, 'to', end_local, 'reason', reason) FROM closure WHERE id = $id`,
);

export const CLOSURE_LINES =
  listing(`SELECT c.id, c.reason AS name, json_array(c.kind, replace(c.start_local, 'T', ' '), replace(c.end_local, 'T', ' '),
      COALESCE(iif(c.owner_kind = 'site', (SELECT name FROM site WHERE id = ${furtherSite('c.owner_id')}), NULL), iif(c.owner_kind = 'building', (SELECT name FROM building WHERE id = c.owner_id), NULL), iif(c.owner_kind = 'space', (SELECT name FROM space WHERE id = c.owner_id), NULL))) AS note,
      0 AS isRetired FROM closure c ORDER BY c.start_local, c.id`);

export const DAY_NOTE_LINES = listing(
  `SELECT id, name, iif(from_date = to_date, from_date, from_date || ' – ' || to_date) AS note, 0 AS isRetired FROM day_note ORDER BY from_date, id`,
);

export const DAY_NOTE_DOC = documentOf(
  dayNoteDoc,
  `SELECT json_object('name', name, 'from', from_date, 'to', to_date) FROM day_note WHERE id = $id`,
);

export const FURTHER_SITE_LINES =
  listing(`SELECT s.id, s.name, json_array((SELECT COUNT(*) FROM building b WHERE b.site_id = s.id AND b.retired_at IS NULL)) AS note,
    0 AS isRetired FROM site s WHERE s.id > (SELECT MIN(id) FROM site) ORDER BY s.id`);

export const FURTHER_SITE_DOC = documentOf(
  furtherSiteDoc,
  `SELECT json_object('name', name) FROM site WHERE id = $id AND id > (SELECT MIN(id) FROM site)`,
  ['hours'],
);

export const BUILDINGS_OF_SITE = counting('SELECT COUNT(*) AS n FROM building WHERE site_id = $id');

export const LETTERS_LINES = listing(
  `SELECT id, 'Letters' AS name, '' AS note, 0 AS isRetired FROM letter_wording`,
);

export const SEASON_LINES = listing(
  `SELECT id, name, from_date || ' – ' || to_date AS note, 0 AS isRetired FROM season ORDER BY from_date, id`,
);

export const SEASON_DOC = documentOf(
  seasonDoc,
  `SELECT json_object('name', name, 'from', from_date, 'to', to_date) FROM season WHERE id = $id`,
);

export const SITE_DOC = documentOf(
  siteDoc,
  `SELECT json_object('name', name, 'zone', tzid, 'weekStart', week_start, 'language', language, 'officeName', office_name, 'officePhone', office_phone,
  'officeEmail', office_email, 'accessMin', access_min, 'exitMin', exit_min, 'horizonMonths', horizon_months, 'grainMin', grain_min, 'layoutMinutes', json(layout_minutes), 'registerDomains', json(register_domains)) FROM site WHERE id = $id AND id = (SELECT MIN(id) FROM site)`,
  ['hours'],
);

export const SITE_LINES = listing(
  `SELECT id, name, tzid AS note, 0 AS isRetired FROM site ORDER BY id LIMIT 1`,
);

export const SPACE_DOC = documentOf(
  spaceDoc,
  `SELECT json_object('buildingId', s.building_id, 'code', s.code, 'name', s.name, 'areaM2', s.area_m2, 'lengthM', s.length_m, 'widthM', s.width_m,
  'stepFree', json(iif(s.step_free, 'true', 'false')), 'outdoor', json(iif(s.outdoor, 'true', 'false')), 'postedLimit', s.posted_limit, 'topUpMin', s.top_up_min, 'seenBy', json(s.seen_by),
  'madeOf', (SELECT json_group_array(child_id ORDER BY child_id) FROM space_child WHERE parent_id = s.id),
  'features', (SELECT json_group_array(feature ORDER BY feature) FROM space_feature WHERE space_id = s.id),
  'layouts', (SELECT json_group_array(json_object('layout', layout, 'seats', seats, 'setupMin', setup_min, 'strikeMin', strike_min) ORDER BY position)
    FROM space_layout WHERE space_id = s.id),
  'policies', (SELECT json_group_array(json_object('from', valid_from, 'noticeMin', notice_min, 'horizonMonths', horizon_months, 'shortestMin', shortest_min,
    'longestMin', longest_min, 'granted', granted, 'roles', json(who->'roles'), 'organisations', json(who->'organisations')) ORDER BY valid_from) FROM space_policy WHERE space_id = s.id),
  'timetables', (SELECT json_group_array(timetable_id ORDER BY timetable_id) FROM space_timetable WHERE space_id = s.id),
  'doors', json(s.doors), 'obstacles', json(s.obstacles)) FROM space s WHERE s.id = $id`,
  ['hours', 'questions'],
);

export const SPACE_LINES =
  listing(`SELECT s.id, s.name, json_array(s.code, b.name, (SELECT MAX(seats) FROM space_layout l WHERE l.space_id = s.id)) AS note,
    s.retired_at IS NOT NULL AS isRetired FROM space s JOIN building b ON b.id = s.building_id ORDER BY b.position, b.id, s.position, s.id`);

export const APPROVED_IN_SPACE = counting(
  `SELECT COUNT(DISTINCT o.id) AS n ${COMING} AND o.state = 'approved'`,
);

export const WAITING_IN_SPACE = counting(
  `SELECT COUNT(DISTINCT o.id) AS n ${COMING} AND o.state = 'waiting'`,
);

export const SPACES_MADE_OF_IT = counting(
  `SELECT COUNT(*) AS n FROM space_child k JOIN space p ON p.id = k.parent_id WHERE k.child_id = $id AND p.retired_at IS NULL`,
);

export const TIMETABLE_LINES =
  listing(`SELECT t.id, t.name, json_array((SELECT COUNT(*) FROM timetable_period p WHERE p.timetable_id = t.id)) AS note, 0 AS isRetired
    FROM timetable t WHERE t.id NOT IN (${STANDS_IN}) ORDER BY t.id`);

export const SPACES_BY_TIMETABLE = counting(
  'SELECT COUNT(*) AS n FROM space_timetable WHERE timetable_id = $id',
);

export const SITE_IDS = query({ sql: 'SELECT id FROM site ORDER BY id', row: { id: Site.id } });
export const SPACES_OF_SITE = query({
  sql: 'SELECT s.id FROM space s JOIN building b ON b.id = s.building_id WHERE b.site_id = $id',
  bind: { id: Site.id.plain() },
  row: { id: Space.id },
});

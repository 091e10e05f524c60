import { organisationDoc, personDoc, teamDoc } from '@/contracts/administration/people';
import { counting, documentOf, listing } from '../entry-repository.queries';

export const TEAM_LINES =
  listing(`SELECT t.id, t.name, json_array((SELECT COUNT(*) FROM team_member m JOIN person p ON p.id = m.person_id AND p.retired_at IS NULL WHERE m.team_id = t.id)) AS note,
    t.retired_at IS NOT NULL AS isRetired FROM team t ORDER BY t.id`);

export const TEAM_DOC = documentOf(
  teamDoc,
  `SELECT json_object('name', name, 'members', (SELECT json_group_array(person_id ORDER BY person_id) FROM team_member WHERE team_id = team.id)) FROM team WHERE id = $id`,
);

export const TEMPLATES_OF_TEAM = counting(
  'SELECT COUNT(*) AS n FROM recipe WHERE team_id = $id AND retired_at IS NULL',
);

export const SERVICES_OF_TEAM = counting(
  'SELECT COUNT(*) AS n FROM service WHERE team_id = $id AND retired_at IS NULL',
);

export const TYPES_FROM_TEAM = counting(
  'SELECT COUNT(*) AS n FROM equipment_type WHERE pool_team_id = $id AND retired_at IS NULL',
);

export const ORDERS_OF_TEAM = counting(
  `SELECT COUNT(*) AS n FROM work_order WHERE team_id = $id AND state = 'open'`,
);

export const ORGANISATION_LINES =
  listing(`SELECT o.id, o.name, json_array((SELECT COUNT(*) FROM membership m WHERE m.organisation_id = o.id)) AS note,
    o.retired_at IS NOT NULL AS isRetired FROM organisation o ORDER BY o.name COLLATE NOCASE, o.id`);

export const ORGANISATION_DOC = documentOf(
  organisationDoc,
  `SELECT json_object('name', name, 'members', (SELECT json_group_array(person_id ORDER BY person_id) FROM membership WHERE organisation_id = organisation.id)) FROM organisation WHERE id = $id`,
);

export const DATES_OF_ORGANISATION =
  counting(`SELECT COUNT(DISTINCT o.id) AS n FROM request_host h JOIN occurrence o ON o.request_id = h.request_id AND o.state IN ('approved', 'waiting')
       JOIN claim c ON c.id = o.standing_id AND c.end_min > $now WHERE h.organisation_id = $id`);

export const PERSON_DOC = documentOf(
  personDoc,
  `SELECT json_object('name', p.name, 'email', p.email,
  'roles', (SELECT json_group_array(role ORDER BY role) FROM role_grant g WHERE g.person_id = p.id AND g.scope_kind = 'site' AND g.role <> 'steward'),
  'looksAfter', (SELECT json_group_array(json_object('of', scope_kind, 'buildingId', iif(scope_kind = 'building', scope_id, NULL), 'spaceId', iif(scope_kind = 'space', scope_id, NULL),
    'poolId', iif(scope_kind = 'pool', scope_id, NULL), 'asksConsent', json(iif(asks_consent, 'true', 'false'))) ORDER BY scope_kind, scope_id)
    FROM role_grant g WHERE g.person_id = p.id AND g.role = 'steward' AND g.scope_kind IN ('building', 'space', 'pool')),
  'teams', (SELECT json_group_array(team_id ORDER BY team_id) FROM team_member WHERE person_id = p.id),
  'organisations', (SELECT json_group_array(organisation_id ORDER BY organisation_id) FROM membership WHERE person_id = p.id),
  'deputies', (SELECT json_group_array(deputy_id ORDER BY deputy_id) FROM deputy WHERE person_id = p.id)) FROM person p WHERE p.id = $id`,
);

export const PERSON_LINES =
  listing(`SELECT p.id, p.name, p.email || COALESCE(', ' || (SELECT group_concat(role, ', ') FROM (SELECT DISTINCT role FROM role_grant g WHERE g.person_id = p.id ORDER BY role)), '')
    || iif(p.password_hash IS NULL, ', no password yet', '') AS note,
    p.retired_at IS NOT NULL AS isRetired FROM person p ORDER BY p.name COLLATE NOCASE, p.id`);

export const DATES_OF_PERSON =
  counting(`SELECT COUNT(DISTINCT o.id) AS n FROM request r JOIN occurrence o ON o.request_id = r.id AND o.state IN ('approved', 'waiting')
         JOIN claim c ON c.id = o.standing_id AND c.end_min > $now WHERE r.requester_id = $id`);

export const ORDERS_OF_PERSON = counting(
  `SELECT COUNT(*) AS n FROM work_order WHERE person_id = $id AND state = 'open'`,
);

export const REQUESTS_WITH_PERSON = counting('SELECT COUNT(*) AS n FROM request WHERE handler_id = $id');

import { command, query } from '../../db/statement';
import { day, integer, listOf, oneOf, rowNumber, text } from '../../db/tables/column';
import { Building, Site } from '../../db/tables/house';
import type { EquipmentTypeId, SpaceId } from '@/core/ids';

export const SCOPE_BY_NAME = query({
  sql: `SELECT 'building' AS kind, id FROM building WHERE name = $name UNION ALL SELECT 'space', id FROM space WHERE code = $name
     UNION ALL SELECT 'pool', id FROM equipment_type WHERE name = $name`,
  bind: { name: Building.name },
  row: { kind: text(), id: integer() },
});

export const HAS_PEOPLE = query({ sql: 'SELECT name FROM site LIMIT 1', row: { name: Site.name } });

export const ADD_SPACE = command({
  sql: 'INSERT INTO space_feature VALUES ($id, $feature)',
  bind: {
    id: integer(),
    feature: oneOf([
      'stage',
      'step-free',
      'hearing-loop',
      'daylight',
      'blackout',
      'kitchen',
      'water',
      'power',
      'screen',
      'piano',
      'parking',
      'heating',
    ]),
  },
});

export const ADD_PARTS = command({
  sql: 'INSERT INTO space_child VALUES ($parent, $child)',
  bind: { parent: rowNumber<SpaceId>(), child: rowNumber<SpaceId>() },
});

export const ADD_PLACES_ADD_PARTS = command({
  sql: 'INSERT INTO space_part VALUES ($space, $resource)',
  bind: { space: rowNumber<SpaceId>(), resource: integer() },
});

export const ADD_TIMETABLES = command({
  sql: 'INSERT INTO timetable_exception VALUES ($id, $on, $instead)',
  bind: { id: integer(), on: day(), instead: integer().orNull() },
});

export const ADD_POLICIES = command({
  sql: 'INSERT INTO space_timetable VALUES ($id, $timetable)',
  bind: { id: integer(), timetable: integer() },
});

export const ADD_KITS = command({
  sql: 'INSERT INTO kit_item VALUES ($kit, $type, $quantity)',
  bind: { kit: rowNumber<EquipmentTypeId>(), type: rowNumber<EquipmentTypeId>(), quantity: integer() },
});

export const ADD_SUBSTITUTES = command({
  sql: 'INSERT INTO equipment_substitute VALUES ($type, $by, $position)',
  bind: { type: integer(), by: integer(), position: integer() },
});

export const ADD_CATEGORIES = command({
  sql: `INSERT OR IGNORE INTO audience (name, position) SELECT j.value, (SELECT COUNT(*) FROM audience) + j.key FROM json_each($audiences) j`,
  bind: { audiences: listOf(text()) },
});

export const ADD_PEOPLE = command({
  sql: `INSERT INTO role_grant VALUES ($id, $role, 'site', $site, 0)`,
  bind: {
    id: integer(),
    role: oneOf(['requester', 'manager', 'crew', 'steward', 'housekeeper']),
    site: integer(),
  },
});

export const CREATE_OFFICE_ADD_PEOPLE = command({
  sql: 'INSERT INTO team_member VALUES ($team, $id)',
  bind: { team: integer(), id: integer() },
});

export const CREATE_OFFICE_ADD_PEOPLE_2 = command({
  sql: 'INSERT INTO membership VALUES ($org, $id)',
  bind: { org: integer(), id: integer() },
});

export const CREATE_OFFICE_ADD_PEOPLE_3 = command({
  sql: 'INSERT INTO deputy VALUES ($person, $deputy)',
  bind: { person: integer(), deputy: integer() },
});

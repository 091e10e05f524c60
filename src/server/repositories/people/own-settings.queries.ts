import { query } from '../../db/statement';
import { listOf } from '../../db/tables/column';
import { PersonSettings } from '../../db/tables/people';
import { text } from '../../db/tables/column';
import { Pin } from '../../db/tables/people';

export const SETTINGS_OF_PEOPLE = query({
  sql: 'SELECT person_id AS person, settings, reminders FROM person_settings WHERE person_id IN (SELECT value FROM json_each($people))',
  bind: { people: listOf(PersonSettings.person_id.plain()) },
  row: {
    person: PersonSettings.person_id,
    settings: PersonSettings.settings,
    reminders: PersonSettings.reminders,
  },
});

export const PINNED_NAMES = query({
  sql: `SELECT q.kind, q.target_id AS id, COALESCE(s.name, t.name) AS name, iif(q.kind = 'space', '/spaces/' || s.code, '/equipment/' || t.id) AS href
     FROM pin q LEFT JOIN space s ON q.kind = 'space' AND s.id = q.target_id LEFT JOIN equipment_type t ON q.kind = 'pool' AND t.id = q.target_id
     WHERE q.person_id = $person AND COALESCE(s.name, t.name) IS NOT NULL ORDER BY name`,
  bind: { person: Pin.person_id },
  row: { kind: Pin.kind, id: Pin.target_id, name: text(), href: text() },
});

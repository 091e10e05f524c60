import { query } from '../db/statement';
import { listOf } from '../db/tables/column';
import { PersonSettings } from '../db/tables/people';

export const SETTINGS_OF_PEOPLE = query({
  sql: 'SELECT person_id AS person, settings, reminders FROM person_settings WHERE person_id IN (SELECT value FROM json_each($people))',
  bind: { people: listOf(PersonSettings.person_id.plain()) },
  row: {
    person: PersonSettings.person_id,
    settings: PersonSettings.settings,
    reminders: PersonSettings.reminders,
  },
});

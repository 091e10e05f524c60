import { command, query } from '../../../db/statement';
import { integer, listOf } from '../../../db/tables/column';
import { Calendar, Published } from '../../../db/tables/publishing';

export const SLUG_TAKEN = query({
  sql: `SELECT 1 AS one FROM calendar WHERE slug = $slug AND id IS NOT $id
     UNION ALL SELECT 1 FROM calendar_slug_old WHERE slug = $slug AND calendar_id IS NOT $id LIMIT 1`,
  bind: { slug: Calendar.slug, id: Calendar.id.plain().orNull() },
  row: { one: integer() },
});

export const COUNT_SHOWN = query({
  sql: 'SELECT COUNT(*) AS shown FROM published WHERE calendar_id = $id AND gone_at_min IS NULL',
  bind: { id: Published.calendar_id },
  row: { shown: integer() },
});

export const NEXT_POSITION = query({
  sql: `SELECT COALESCE(MAX(position), 0) + 1 AS next FROM calendar WHERE kind = 'made'`,
  row: { next: integer() },
});

export const MADE_CALENDAR = query({
  sql: `SELECT slug, row_version FROM calendar WHERE id = $id AND kind = 'made' AND retired_min IS NULL`,
  bind: { id: Calendar.id.plain() },
  row: { slug: Calendar.slug, row_version: Calendar.row_version },
});

export const CALENDAR_OF_NAME = query({
  sql: `SELECT 1 AS one FROM calendar WHERE kind = 'made' AND retired_min IS NULL AND name = $name COLLATE NOCASE AND id IS NOT $id`,
  bind: { name: Calendar.name, id: Calendar.id.orNull() },
  row: { one: integer() },
});

export const CALENDARS_IN_ORDER = query({
  sql: `SELECT id FROM calendar WHERE kind = 'made' AND retired_min IS NULL ORDER BY position, id`,
  row: { id: Calendar.id },
});

export const NAME_AND_SLUG = query({
  sql: `SELECT name, slug FROM calendar WHERE id = $id AND kind = 'made' AND retired_min IS NULL`,
  bind: { id: Calendar.id.plain() },
  row: { name: Calendar.name, slug: Calendar.slug },
});

export const CALENDARS = query({
  sql: `SELECT id, name FROM calendar WHERE kind = 'made' ORDER BY position, id`,
  row: { id: Calendar.id, name: Calendar.name },
});

export const PUT_IN_ORDER = command({
  sql: 'UPDATE calendar SET position = j.key FROM json_each($ids) j WHERE calendar.id = j.value',
  bind: { ids: listOf(integer()) },
});

export const END_CALENDAR = command({
  sql: 'UPDATE calendar SET retired_min = $now, version = version + 1, row_version = row_version + 1 WHERE id = $id',
  bind: { id: Calendar.id, now: Calendar.retired_min },
});

export const REPLACE_LINK = command({
  sql: 'UPDATE calendar SET link_no = link_no + 1, row_version = row_version + 1 WHERE id = $id',
  bind: { id: Calendar.id },
});

import { Calendar, FeedPart } from '../../db/tables/publishing';
import { Audience } from '../../db/tables/house';
import { listOf, lists, integer, minute } from '../../db/tables/column';
import { hasName, renamedIn } from '../../db/name-lists';
import { command } from '../../db/statement';

export const COUNT_CALENDARS_UP = command({
  sql: 'UPDATE calendar SET version = version + 1 WHERE id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(Calendar.id) },
});

/** `$rows`: [calendar, segment, zone, fingerprint of times, of words], a list of lists. */
export const DROP_TEXT = command({
  sql: `INSERT INTO feed_part (calendar_id, segment_id, tzid, times_hash, words_hash)
  SELECT j.value->>0, j.value->>1, j.value->>2, j.value->>3, j.value->>4 FROM json_each($rows) j WHERE true
  ON CONFLICT DO UPDATE SET times_hash = excluded.times_hash, words_hash = excluded.words_hash, ics = NULL, json = NULL, fresh_until_min = NULL`,
  bind: { rows: lists() },
});

/** `$rows`: [segment, iCalendar, JSON, fresh until], a list of lists. */
export const STORE_PARTS = command({
  sql: `UPDATE feed_part SET ics = j.value->>1, json = j.value->>2, fresh_until_min = j.value->>3 FROM json_each($rows) j
  WHERE feed_part.calendar_id = $calendar AND feed_part.segment_id = j.value->>0`,
  bind: { calendar: FeedPart.calendar_id, rows: lists() },
});

export const DROP_ALL_TEXT = command({
  sql: 'UPDATE feed_part SET ics = NULL, json = NULL, fresh_until_min = NULL',
});

export const COUNT_EVERY_CALENDAR_UP = command({ sql: 'UPDATE calendar SET version = version + 1' });

export const COUNT_UP_WHERE_AGED = command({
  sql: `UPDATE calendar SET version = version + 1 WHERE id = $calendar AND EXISTS (SELECT 1 FROM feed_part INDEXED BY feed_part_aging
        WHERE calendar_id = $calendar AND fresh_until_min IS NOT NULL AND fresh_until_min <= $now)`,
  bind: { calendar: integer(), now: minute() },
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

export const RENAME_IN_CALENDARS = command({
  sql: `UPDATE calendar SET filter = json_set(filter, '$.audiences', json(${renamedIn("filter->'audiences'")})), row_version = row_version + 1 WHERE ${hasName("filter->'audiences'")}`,
  bind: { old: Audience.name, new: Audience.name },
});

import { z } from 'zod';
import type { SegmentId } from '@/core/ids';
import { command, jsonQuery, query } from '../../../db/statement';
import { numberOf } from '../../../db/shapes';
import { flag, integer, minute, text } from '../../../db/tables/column';
import { Calendar, FeedPart } from '../../../db/tables/publishing';

export const NAMES_IN_TEXT = jsonQuery({
  sql: `SELECT json_array((SELECT json_group_array(json_array(id, name, building_id)) FROM space), (SELECT json_group_array(json_array(id, name)) FROM building),
  (SELECT json_group_array(json_array(id, name, hue)) FROM category), (SELECT json_group_array(json_array(id, name)) FROM organisation),
  (SELECT json_group_array(json_array(id, name, language)) FROM site)) AS json`,
  value: z.unknown(),
});

export const LACKING = `SELECT segment_id FROM feed_part INDEXED BY feed_part_missing WHERE calendar_id = $calendar AND (ics IS NULL OR json IS NULL)`;

export const AGED = `SELECT segment_id FROM feed_part INDEXED BY feed_part_aging WHERE calendar_id = $calendar AND fresh_until_min IS NOT NULL AND fresh_until_min <= $now`;

export const setting = (key: string) => `(SELECT value FROM setting WHERE key = '${key}')`;

// All that whoever holds the text already has to know, in one look-up by keys.
export const STATE_OF_CALENDAR = query({
  sql: `SELECT (SELECT version FROM calendar WHERE id = $calendar) AS version, EXISTS (${LACKING}) OR EXISTS (${AGED}) AS isMissing,
  ${setting('house_version')} AS house, ${setting('calendars_version')} || '.' || ${setting('house_version')} AS stamp, ${setting('feed_text_of')} AS madeOf`,
  bind: { calendar: Calendar.id.plain(), now: minute() },
  row: {
    version: integer().orNull(),
    isMissing: flag(),
    house: text().orNull(),
    stamp: text(),
    madeOf: text().orNull(),
  },
});

export const VERSION_OF_CALENDAR = query({
  sql: 'SELECT version FROM calendar WHERE id = $calendar',
  bind: { calendar: Calendar.id },
  row: { version: Calendar.version },
});

export const SEGMENTS_LACKING_TEXT = jsonQuery({
  sql: `SELECT json_group_array(segment_id) AS json FROM (${LACKING} UNION ${AGED})`,
  bind: { calendar: FeedPart.calendar_id, now: FeedPart.fresh_until_min },
  value: z.array(numberOf<SegmentId>()),
});

export const DROP_ALL_TEXT = command({
  sql: 'UPDATE feed_part SET ics = NULL, json = NULL, fresh_until_min = NULL',
});

export const COUNT_CALENDARS_UP = command({ sql: 'UPDATE calendar SET version = version + 1' });

export const COUNT_UP_WHERE_AGED = command({
  sql: `UPDATE calendar SET version = version + 1 WHERE id = $calendar AND EXISTS (SELECT 1 FROM feed_part INDEXED BY feed_part_aging
        WHERE calendar_id = $calendar AND fresh_until_min IS NOT NULL AND fresh_until_min <= $now)`,
  bind: { calendar: integer(), now: minute() },
});

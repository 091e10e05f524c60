import { z } from 'zod';
import type { SegmentId } from '@/core/ids';
import { jsonQuery, query, queryFamily } from '../../../db/statement';
import { numberOf } from '../../../db/shapes';
import { flag, integer, minute, text } from '../../../db/tables/column';
import { Calendar, FeedPart } from '../../../db/tables/publishing';
import { EpochMinute } from '@/core/time/epoch-minute';
import { Claim } from '../../../db/tables/claims';
import { Organisation } from '../../../db/tables/house';
import { Person } from '../../../db/tables/people';
import { Space } from '../../../db/tables/spaces';
import { placeOf, NOTICE_WORDS, noticeWords } from '../../../effects/publishing/render.queries';

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

/** Most entries of an Atom feed: the newest. */
const MOST = 50;
const LAST = 1_000_000_000;
const span = z.strictObject({ start: Claim.start_local.schema, end: Claim.end_local.schema });

// What is over is no news; of what is to come, the first date and how many there are.
// A date that is cancelled comes first only where no other is left.
export const NEWEST = jsonQuery({
  sql: `
WITH fresh AS (SELECT p.segment_id AS id, MIN(p.shown_at_min) AS shown FROM published p WHERE p.calendar_id = $calendar GROUP BY p.segment_id
    HAVING SUM(p.gone_at_min IS NULL OR p.gone_as = 'cancelled') > 0 ORDER BY shown DESC, id DESC LIMIT ${MOST * 4}),
  coming AS (SELECT f.id, f.shown, c.id AS claim, c.start_local, c.end_local, SUM(p.gone_at_min IS NULL) AS left_over, MIN(c.start_min + iif(p.gone_at_min IS NULL, 0, ${LAST})) FROM fresh f
    JOIN published p ON p.calendar_id = $calendar AND p.segment_id = f.id AND (p.gone_at_min IS NULL OR p.gone_as = 'cancelled' AND p.gone_at_min > $cancelledSince)
    JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local JOIN claim c ON c.id = o.standing_id AND c.end_min > $now
    GROUP BY f.id)
SELECT json_group_array(json_object('uid', s.uid, 'eventUid', e.uid, 'shown', n.shown, 'changed', s.changed_min, 'left', n.left_over, 'cancelled', (SELECT json_group_array(json_object('start', k.start_local, 'end', k.end_local) ORDER BY k.start_min) FROM published g
    JOIN occurrence q ON q.segment_id = g.segment_id AND q.recurrence_local = g.recurrence_local JOIN claim k ON k.id = q.standing_id AND k.end_min > $now
    WHERE g.calendar_id = $calendar AND g.segment_id = n.id AND g.gone_as = 'cancelled' AND g.gone_at_min > $cancelledSince),
  'next', json_object('start', n.start_local, 'end', n.end_local, 'place', ${placeOf('n.claim')}), ${NOTICE_WORDS}) ORDER BY n.shown DESC, s.id DESC) AS json
FROM (SELECT * FROM coming ORDER BY shown DESC, id DESC LIMIT ${MOST}) n JOIN segment s ON s.id = n.id JOIN request r ON r.id = s.request_id JOIN segment e ON e.request_id = r.id AND e.no = 1`,
  bind: { calendar: Calendar.id, now: minute(), cancelledSince: minute() },
  value: z.array(
    z.strictObject({
      uid: z.string(),
      eventUid: z.string(),
      shown: numberOf<EpochMinute>(),
      changed: numberOf<EpochMinute>(),
      // Dates to come that take place, and those that do not.
      left: z.int(),
      cancelled: z.array(span),
      next: span.extend({ place: z.string() }),
      ...noticeWords,
    }),
  ),
});

/** All ready text of a calendar in one, with the zones its times are in. */
export const JOINED_TEXT = queryFamily({
  samples: ['ics', 'json'],
  sql: (format: 'ics' | 'json') =>
    `SELECT group_concat(${format}, '${format === 'json' ? ',' : ''}') AS text, (SELECT group_concat(DISTINCT tzid) FROM feed_part INDEXED BY feed_part_zone WHERE calendar_id = $calendar) AS zones
   FROM (SELECT ${format} FROM feed_part WHERE calendar_id = $calendar AND ${format} <> '' ORDER BY segment_id)`,
  bind: { calendar: FeedPart.calendar_id },
  row: { text: text().orNull(), zones: text().orNull() },
});

export const FOLLOWED_SPACE = query({
  sql: `SELECT s.id, s.name, k.id AS kept FROM space s LEFT JOIN calendar k ON k.kind = 'space' AND k.ref_id = s.id WHERE s.code = $code COLLATE NOCASE AND s.retired_at IS NULL`,
  bind: { code: Space.code },
  row: { id: Space.id, name: Space.name, kept: Calendar.id.orNull() },
});
export const FOLLOWED_HOST = query({
  sql: `SELECT g.id, g.name, k.id AS kept FROM organisation g LEFT JOIN calendar k ON k.kind = 'host' AND k.ref_id = g.id WHERE g.id = $id`,
  bind: { id: Organisation.id.plain() },
  row: { id: Organisation.id, name: Organisation.name, kept: Calendar.id.orNull() },
});
export const FOLLOWED_PERSON = query({
  sql: `SELECT p.id, p.name, k.id AS kept FROM person p LEFT JOIN calendar k ON k.kind = 'person' AND k.ref_id = p.id WHERE p.id = $id`,
  bind: { id: Person.id },
  row: { id: Person.id, name: Person.name, kept: Calendar.id.orNull() },
});

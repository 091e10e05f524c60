import { z } from 'zod';
import type { SegmentId } from '@/core/ids';
import type { LocalDateTime } from '@/core/time/local-time';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { BUILDING } from '../../repositories/names';
import { jsonQuery } from '../../db/statement';
import { numberOf, textOf, zeroOrOne } from '../../db/shapes';
import { integer, listOf, rowNumber } from '../../db/tables/column';
import { Published } from '../../db/tables/publishing';

/** The spaces of a claim and their buildings as one place. */
export const placeOf = (claim: string): string =>
  `COALESCE((SELECT group_concat(p.name, ' + ' ORDER BY cs.position) || ', ' || group_concat(DISTINCT ${BUILDING}) FROM claim_space cs
    JOIN space p ON p.id = cs.space_id JOIN building b ON b.id = p.building_id WHERE cs.claim_id = ${claim}), '')`;

// The claim that says when and where: the one in force, else the last one a date had.
export const PUBLISHED_DATES = jsonQuery({
  sql: `
SELECT json_group_array(json_object('segment', p.segment_id, 'recurrence', p.recurrence_local, 'gone', p.gone_at_min, 'goneAs', p.gone_as,
  'start', c.start_local, 'end', c.end_local, 'place', ${placeOf('c.id')})) AS json
FROM json_each($segments) j CROSS JOIN json_each($calendars) k CROSS JOIN published p ON p.calendar_id = k.value AND p.segment_id = j.value
  JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local
  JOIN claim c ON c.id = o.standing_id`,
  bind: { calendars: listOf(integer()), segments: listOf(rowNumber<SegmentId>()) },
  value: z.array(
    z.object({
      segment: numberOf<SegmentId>(),
      recurrence: textOf<LocalDateTime>(),
      gone: numberOf<EpochMinute>().nullable(),
      goneAs: Published.gone_as.schema,
      start: textOf<LocalDateTime>(),
      end: textOf<LocalDateTime>(),
      place: z.string(),
    }),
  ),
});

export const dated = (kind: string) =>
  `json((SELECT json_group_array(d.recurrence_local ORDER BY d.recurrence_local) FROM segment_date d WHERE d.segment_id = s.id AND d.kind = '${kind}'))`;

/** What `NOTICE_WORDS` gives. */
export const noticeWords = {
  title: z.string(),
  secondLine: z.string(),
  text: z.string(),
  html: z.string(),
  contact: z.string(),
  lines: z.array(z.object({ fromMin: z.number(), text: z.string() })).readonly(),
  hosts: z.array(z.string()).readonly(),
};

/** Columns of `NoticeWords` over request r. */
export const NOTICE_WORDS = `'title', r.title, 'secondLine', r.second_line, 'text', r.public_text, 'html', r.public_html, 'contact', r.contact,
  'lines', json((SELECT json_group_array(json_object('fromMin', l.from_min, 'text', l.text) ORDER BY l.position) FROM request_line l WHERE l.request_id = r.id AND l.is_public = 1)),
  'hosts', json((SELECT json_group_array(g.name ORDER BY h.position) FROM request_host h JOIN organisation g ON g.id = h.organisation_id WHERE h.request_id = r.id))`;

export const PUBLISHED_SEGMENTS = jsonQuery({
  sql: `
SELECT json_group_array(json_object('id', s.id, 'uid', s.uid, 'eventUid', f.uid, 'sequence', s.sequence, 'tzid', s.tzid, 'start', s.start_local, 'end', s.end_local,
  'rrule', s.rrule, 'allDay', s.all_day, 'relatedTo', s.related_to, 'extra', ${dated('extra')}, 'excluded', ${dated('excluded')}, 'changed', s.changed_min, ${NOTICE_WORDS},
  'categories', json((SELECT json_group_array(k.name ORDER BY rk.position) FROM request_category rk JOIN category k ON k.id = rk.category_id WHERE rk.request_id = r.id)),
  'hue', (SELECT k.hue FROM request_category rk JOIN category k ON k.id = rk.category_id WHERE rk.request_id = r.id ORDER BY rk.position LIMIT 1),
  'recurrences', json((SELECT json_group_array(o.recurrence_local ORDER BY o.recurrence_local) FROM occurrence o WHERE o.segment_id = s.id))
)) AS json
FROM json_each($segments) j CROSS JOIN segment s ON s.id = j.value JOIN request r ON r.id = s.request_id JOIN segment f ON f.request_id = r.id AND f.no = 1`,
  bind: { segments: listOf(rowNumber<SegmentId>()) },
  value: z.array(
    z.object({
      id: numberOf<SegmentId>(),
      uid: z.string(),
      eventUid: z.string(),
      sequence: z.number(),
      tzid: z.string(),
      start: textOf<LocalDateTime>(),
      end: textOf<LocalDateTime>(),
      rrule: z.string().nullable(),
      allDay: zeroOrOne,
      extra: z.array(textOf<LocalDateTime>()).readonly(),
      excluded: z.array(textOf<LocalDateTime>()).readonly(),
      relatedTo: z.string().nullable(),
      changed: numberOf<EpochMinute>(),
      categories: z.array(z.string()).readonly(),
      hue: z.string(),
      recurrences: z.array(textOf<LocalDateTime>()).readonly(),
      ...noticeWords,
    }),
  ),
});

import { BUILDING } from '../db/names';
import type { GoneAs } from '../changes/publishing/publishing-state';
import type { SegmentId } from '@/core/ids';
import type { NoticeWords } from '@/core/publishing/facts';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import type { Reader } from '../db/connection';

/** A date the ledger says was shown on a calendar. */
export interface PublishedRow {
  readonly segment: SegmentId;
  readonly recurrence: LocalDateTime;
  readonly gone: EpochMinute | null;
  readonly goneAs: GoneAs | null;
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly place: string;
}

/** A segment with what readers may be told of it. Never the requester, notes, people or bands. */
export interface PublishedSegmentRow extends NoticeWords {
  readonly id: SegmentId;
  readonly uid: string;
  /** UID of the first segment of the event: its address follows from it. */
  readonly eventUid: string;
  readonly sequence: number;
  readonly tzid: string;
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly rrule: string | null;
  readonly allDay: 0 | 1;
  readonly extra: readonly LocalDateTime[];
  /** Left out of the rule from the start: no date has their name. */
  readonly excluded: readonly LocalDateTime[];
  readonly relatedTo: string | null;
  readonly changed: EpochMinute;
  readonly categories: readonly string[];
  readonly hue: string;
  /** Original starts of every date of the segment, in order. */
  readonly recurrences: readonly LocalDateTime[];
}

/** The spaces of a claim and their buildings as one place. */
export const placeOf = (claim: string): string =>
  `COALESCE((SELECT group_concat(p.name, ' + ' ORDER BY cs.position) || ', ' || group_concat(DISTINCT ${BUILDING}) FROM claim_space cs
    JOIN space p ON p.id = cs.space_id JOIN building b ON b.id = p.building_id WHERE cs.claim_id = ${claim}), '')`;

/** Columns of `NoticeWords` over request r. */
export const NOTICE_WORDS = `'title', r.title, 'secondLine', r.second_line, 'text', r.public_text, 'html', r.public_html, 'contact', r.contact,
  'lines', json((SELECT json_group_array(json_object('fromMin', l.from_min, 'text', l.text) ORDER BY l.position) FROM request_line l WHERE l.request_id = r.id AND l.is_public = 1)),
  'hosts', json((SELECT json_group_array(g.name ORDER BY h.position) FROM request_host h JOIN organisation g ON g.id = h.organisation_id WHERE h.request_id = r.id))`;

// The claim that says when and where: the one in force, else the last one a date had.
const ROWS = `
SELECT json_group_array(json_object('segment', p.segment_id, 'recurrence', p.recurrence_local, 'gone', p.gone_at_min, 'goneAs', p.gone_as,
  'start', c.start_local, 'end', c.end_local, 'place', ${placeOf('c.id')})) AS json
FROM json_each($segments) j CROSS JOIN json_each($calendars) k CROSS JOIN published p ON p.calendar_id = k.value AND p.segment_id = j.value
  JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local
  JOIN claim c ON c.id = o.standing_id`;

const dated = (kind: string) =>
  `json((SELECT json_group_array(d.recurrence_local ORDER BY d.recurrence_local) FROM segment_date d WHERE d.segment_id = s.id AND d.kind = '${kind}'))`;

const SEGMENTS = `
SELECT json_group_array(json_object('id', s.id, 'uid', s.uid, 'eventUid', f.uid, 'sequence', s.sequence, 'tzid', s.tzid, 'start', s.start_local, 'end', s.end_local,
  'rrule', s.rrule, 'allDay', s.all_day, 'relatedTo', s.related_to, 'extra', ${dated('extra')}, 'excluded', ${dated('excluded')}, 'changed', s.changed_min, ${NOTICE_WORDS},
  'categories', json((SELECT json_group_array(k.name ORDER BY rk.position) FROM request_category rk JOIN category k ON k.id = rk.category_id WHERE rk.request_id = r.id)),
  'hue', (SELECT k.hue FROM request_category rk JOIN category k ON k.id = rk.category_id WHERE rk.request_id = r.id ORDER BY rk.position LIMIT 1),
  'recurrences', json((SELECT json_group_array(o.recurrence_local ORDER BY o.recurrence_local) FROM occurrence o WHERE o.segment_id = s.id))
)) AS json
FROM json_each($segments) j CROSS JOIN segment s ON s.id = j.value JOIN request r ON r.id = s.request_id JOIN segment f ON f.request_id = r.id AND f.no = 1`;

export const loadPublishedRows = (
  reader: Reader,
  calendars: readonly number[],
  segments: readonly SegmentId[],
): Promise<PublishedRow[]> =>
  reader.json<PublishedRow[]>(ROWS, {
    calendars: JSON.stringify(calendars),
    segments: JSON.stringify(segments),
  });

export const loadPublishedSegments = (
  reader: Reader,
  segments: readonly SegmentId[],
): Promise<PublishedSegmentRow[]> =>
  reader.json<PublishedSegmentRow[]>(SEGMENTS, { segments: JSON.stringify(segments) });

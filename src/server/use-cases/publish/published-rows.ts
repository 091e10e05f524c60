import type { SegmentId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import type { Reader } from '../../db/connection';

/** A date the ledger says was shown on a calendar, with what readers may know of it. */
export interface PublishedRow {
  readonly segment: SegmentId;
  readonly recurrence: LocalDateTime;
  readonly gone: EpochMinute | null;
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly startMin: EpochMinute;
  readonly endMin: EpochMinute;
  readonly places: string;
  readonly buildings: string;
}

/** A segment with what readers may know of it. Never the requester, notes, people or bands. */
export interface PublishedSegmentRow {
  readonly id: SegmentId;
  readonly uid: string;
  readonly sequence: number;
  readonly tzid: string;
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly rrule: string | null;
  readonly allDay: 0 | 1;
  readonly extra: LocalDateTime[];
  /** Left out of the rule from the start: no date has their name. */
  readonly excluded: LocalDateTime[];
  readonly changed: EpochMinute;
  readonly title: string;
  /** Plain; the same with its marks is `html`, empty where there are none. */
  readonly text: string;
  readonly secondLine: string;
  readonly html: string;
  /** The public lines of the running order, in minutes from the start. */
  readonly lines: { readonly fromMin: number; readonly text: string }[];
  readonly category: string;
  readonly mark: string;
  readonly hue: string;
  /** Original starts of every date of the segment, in order. */
  readonly recurrences: LocalDateTime[];
}

// The claim that says when and where: the one in force, else the last one a date had.
const ROWS = `
SELECT json_group_array(json_object('segment', p.segment_id, 'recurrence', p.recurrence_local, 'gone', p.gone_at_min, 'start', c.start_local, 'end', c.end_local,
  'startMin', c.start_min, 'endMin', c.end_min,
  'places', (SELECT COALESCE(group_concat(s.name, ' + ' ORDER BY cs.position), '') FROM claim_space cs JOIN space s ON s.id = cs.space_id WHERE cs.claim_id = c.id),
  'buildings', (SELECT COALESCE(group_concat(DISTINCT b.name), '') FROM claim_space cs JOIN space s ON s.id = cs.space_id JOIN building b ON b.id = s.building_id WHERE cs.claim_id = c.id)
) ORDER BY c.start_min, p.segment_id) AS json
FROM published p JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local
  JOIN claim c ON c.id = o.standing_id WHERE p.calendar_id = $calendar`;

const SEGMENTS = `
SELECT json_group_array(json_object('id', s.id, 'uid', s.uid, 'sequence', s.sequence, 'tzid', s.tzid, 'start', s.start_local, 'end', s.end_local, 'rrule', s.rrule, 'allDay', s.all_day,
  'extra', (SELECT json_group_array(d.recurrence_local ORDER BY d.recurrence_local) FROM segment_date d WHERE d.segment_id = s.id AND d.kind = 'extra'),
  'excluded', (SELECT json_group_array(d.recurrence_local ORDER BY d.recurrence_local) FROM segment_date d WHERE d.segment_id = s.id AND d.kind = 'excluded'),
  'changed', s.changed_min, 'title', r.title, 'text', r.public_text, 'secondLine', r.second_line, 'html', r.public_html,
  'lines', (SELECT json_group_array(json_object('fromMin', l.from_min, 'text', l.text) ORDER BY l.position) FROM request_line l WHERE l.request_id = r.id AND l.is_public = 1), 'category', k.name, 'mark', k.mark, 'hue', k.hue,
  'recurrences', (SELECT json_group_array(o.recurrence_local ORDER BY o.recurrence_local) FROM occurrence o WHERE o.segment_id = s.id)
) ORDER BY s.start_local, s.id) AS json
FROM segment s JOIN request r ON r.id = s.request_id
  JOIN request_category rk ON rk.request_id = r.id AND rk.position = 0 JOIN category k ON k.id = rk.category_id
WHERE s.id IN (SELECT segment_id FROM published WHERE calendar_id = $calendar)`;

export const loadPublishedRows = (reader: Reader, calendar: number): Promise<PublishedRow[]> =>
  reader.json<PublishedRow[]>(ROWS, { calendar });
export const loadPublishedSegments = (reader: Reader, calendar: number): Promise<PublishedSegmentRow[]> =>
  reader.json<PublishedSegmentRow[]>(SEGMENTS, { calendar });

export interface CalendarRow {
  readonly id: number;
  readonly slug: string;
  readonly name: string;
  readonly about: string;
  readonly version: number;
  readonly filter: string;
}

export async function findCalendar(reader: Reader, slug: string): Promise<CalendarRow | null> {
  const [row] = await reader.rows<CalendarRow>(
    `SELECT id, slug, name, about, version, filter FROM calendar WHERE slug = $slug
     OR id = (SELECT calendar_id FROM calendar_slug_old WHERE slug = $slug)`,
    { slug },
  );
  return row ?? null;
}

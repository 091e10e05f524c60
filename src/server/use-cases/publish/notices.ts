import type { EpochMinute } from '@/core/time/epoch-minute';
import { addWallMinutes, dateOf, timeOf } from '@/core/time/local-time';
import type { NoticeCalendar, NoticeDate, NoticePage } from '@/contracts/notices';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { dayLong, dayShort } from '@/contracts/words/when';
import type { Context } from '../../context';
import type { Reader } from '../../db/connection';
import {
  findCalendar,
  loadPublishedRows,
  loadPublishedSegments,
  type PublishedRow,
  type PublishedSegmentRow,
} from './published-rows';

interface CalendarLine {
  readonly slug: string;
  readonly name: string;
  readonly about: string;
  readonly mark: string | null;
  readonly hue: string | null;
  readonly coming: number;
}

// A calendar of one category wears its mark; one of several has a mark of its own.
const CALENDARS = `
SELECT json_group_array(json_object('slug', k.slug, 'name', k.name, 'about', k.about, 'mark', c.mark, 'hue', c.hue, 'coming',
  (SELECT COUNT(*) FROM published p JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local
    JOIN claim m ON m.occurrence_id = o.id AND m.status = 'in-force' WHERE p.calendar_id = k.id AND p.gone_at_min IS NULL AND m.end_min > $now)
) ORDER BY k.position) AS json
FROM calendar k LEFT JOIN category c ON json_array_length(k.filter, '$.categories') = 1 AND c.id = (k.filter ->> '$.categories[0]')`;

export async function listCalendars(reader: Reader, now: EpochMinute): Promise<NoticeCalendar[]> {
  const lines = await reader.json<CalendarLine[]>(CALENDARS, { now });
  return lines.map(({ mark, hue, ...line }) => ({ ...line, mark: mark ?? '··', hue: hue ?? 'ink' }));
}

function timeText(row: PublishedRow): string {
  const sameDay = dateOf(row.start) === dateOf(row.end);
  return `${timeOf(row.start)}–${timeOf(row.end)}${sameDay ? '' : ` (${dayShort(dateOf(row.end))})`}`;
}

const noticeDate = (row: PublishedRow, segment: PublishedSegmentRow): NoticeDate => ({
  key: `${row.segment}-${row.recurrence}`,
  title: segment.title,
  secondLine: segment.secondLine,
  text: segment.text,
  html: segment.html,
  lines: segment.lines.map(({ fromMin, text }) => ({ at: timeOf(addWallMinutes(row.start, fromMin)), text })),
  day: dateOf(row.start),
  dayText: dayLong(dateOf(row.start)),
  timeText: timeText(row),
  place: row.places,
  building: row.buildings,
  mark: segment.mark,
  hue: segment.hue,
  category: segment.category,
  isCancelled: row.gone !== null,
});

/** A calendar as readers see it: the dates to come in order, cancelled ones marked as such until their day is over. */
export async function noticePage(ctx: Context, slug: string): Promise<Outcome<NoticePage>> {
  const calendar = await findCalendar(ctx.db, slug);
  if (!calendar) return refuse({ code: 'not-found', what: 'calendar at this address' });
  const now = ctx.clock.now();
  const segments = new Map((await loadPublishedSegments(ctx.db, calendar.id)).map((each) => [each.id, each]));
  const rows = (await loadPublishedRows(ctx.db, calendar.id)).filter(({ endMin }) => endMin > now);
  const line = (await listCalendars(ctx.db, now)).find((each) => each.slug === calendar.slug)!;
  return done({ calendar: line, dates: rows.map((row) => noticeDate(row, segments.get(row.segment)!)) });
}

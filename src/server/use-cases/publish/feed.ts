import { tzlib_get_ical_block } from 'timezones-ical-library';
import {
  CANCELLED_SHOWN_DAYS,
  feedText,
  type PublishedDate,
  type PublishedSegment,
} from '@/core/publishing/icalendar';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { addWallMinutes, timeOf, wallMinute, type LocalDateTime } from '@/core/time/local-time';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import type { Context } from '../../context';
import {
  findCalendar,
  loadPublishedRows,
  loadPublishedSegments,
  type PublishedRow,
  type PublishedSegmentRow,
} from './published-rows';

const DAY_MIN = 1440;

/** VTIMEZONE text of a zone, from the IANA data the library ships. */
function vtimezone(tzid: string): string {
  const [block] = [tzlib_get_ical_block(tzid)].flat();
  if (typeof block !== 'string') throw new Error(`no VTIMEZONE for ${tzid}`);
  return block;
}

function publishedDate(
  recurrence: LocalDateTime,
  row: PublishedRow | undefined,
  segment: PublishedSegmentRow,
  now: EpochMinute,
): PublishedDate {
  if (!row) {
    const length = wallMinute(segment.end) - wallMinute(segment.start);
    return { recurrence, kind: 'not-there', start: recurrence, end: addWallMinutes(recurrence, length) };
  }
  const goneLong = row.gone !== null && now - row.gone >= CANCELLED_SHOWN_DAYS * DAY_MIN;
  const kind = row.gone === null ? 'in-force' : goneLong ? 'not-there' : 'cancelled';
  return { recurrence, kind, start: row.start, end: row.end };
}

/** What a feed says of an event in plain text: second line, text, and what happens when. */
function feedBody({ secondLine, text, lines, start }: PublishedSegmentRow): string {
  const order = lines.map(({ fromMin, text: what }) => `${timeOf(addWallMinutes(start, fromMin))} ${what}`);
  return [secondLine, text, order.join('\n')].filter(Boolean).join('\n\n');
}

function publishedSegment(
  segment: PublishedSegmentRow,
  rows: readonly PublishedRow[],
  now: EpochMinute,
): PublishedSegment {
  const byRecurrence = new Map(rows.map((row) => [row.recurrence, row]));
  return {
    ...segment,
    allDay: segment.allDay === 1,
    text: feedBody(segment),
    place: [
      ...new Set(rows.flatMap(({ places, buildings }) => (places ? `${places}, ${buildings}` : []))),
    ].join('; '),
    categories: [segment.category],
    dates: [...new Set([...segment.recurrences, ...segment.excluded])]
      .sort()
      .map((recurrence) => publishedDate(recurrence, byRecurrence.get(recurrence), segment, now)),
    changedAt: new Date(segment.changed * 60_000).toISOString().replace('.000', ''),
  };
}

export interface FeedReply {
  readonly text: string;
  /** Changes whenever a reader would get other text, and once a day, when cancelled dates may grow old. */
  readonly etag: string;
  readonly slug: string;
}

/** The iCalendar feed of a calendar. */
export async function feed(ctx: Context, slug: string): Promise<Outcome<FeedReply>> {
  const calendar = await findCalendar(ctx.db, slug);
  if (!calendar) return refuse({ code: 'not-found', what: 'calendar at this address' });
  const now = ctx.clock.now();
  const rows = await loadPublishedRows(ctx.db, calendar.id);
  const bySegment = new Map<number, PublishedRow[]>();
  for (const row of rows) bySegment.set(row.segment, [...(bySegment.get(row.segment) ?? []), row]);
  const segments = (await loadPublishedSegments(ctx.db, calendar.id)).map((segment) =>
    publishedSegment(segment, bySegment.get(segment.id)!, now),
  );
  const zones = [...new Set(segments.map(({ tzid }) => tzid))];
  return done({
    text: feedText({ name: calendar.name, segments, vtimezones: zones.map(vtimezone) }),
    etag: `"${calendar.id}-${calendar.version}-${Math.floor(now / DAY_MIN)}"`,
    slug: calendar.slug,
  });
}

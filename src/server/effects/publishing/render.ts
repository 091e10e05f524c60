import { t } from '@/contracts/language/translate';
import {
  CANCELLED_SHOWN_DAYS,
  segmentText,
  type PublishedDate,
  type PublishedSegment,
} from '@/core/publishing/icalendar';
import { cssColour } from '@/core/publishing/colours';
import { toldWords, type Fact } from '@/core/publishing/facts';
import { jsonEvent } from '@/core/publishing/json-feed';
import type { SegmentId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { addWallMinutes, timeOf, wallMinute, type LocalDateTime } from '@/core/time/local-time';
import type { Reader, Writer } from '../../db/connection';
import { eventPath, wholeAddress } from './event-address';
import {
  loadPublishedRows,
  loadPublishedSegments,
  type PublishedRow,
  type PublishedSegmentRow,
} from './published-rows';
import { writtenForAll } from '../../platform/ambient';
import { STORE_PARTS } from '../../repositories/publishing/published.queries';

const SHOWN_MIN = CANCELLED_SHOWN_DAYS * 1440;

const isOld = ({ gone }: PublishedRow, now: EpochMinute): boolean => gone !== null && now - gone >= SHOWN_MIN;

function publishedDate(
  recurrence: LocalDateTime,
  row: PublishedRow | undefined,
  segment: PublishedSegmentRow,
  now: EpochMinute,
): PublishedDate {
  const kind =
    !row || isOld(row, now) || row.goneAs === 'held-back' ? 'not-there' : (row.goneAs ?? 'in-force');
  // When a date was that is withheld, as the series has it: where it was moved to since is not for readers.
  if (!row || kind === 'withheld' || kind === 'not-there') {
    const length = wallMinute(segment.end) - wallMinute(segment.start);
    return { recurrence, kind, start: recurrence, end: addWallMinutes(recurrence, length), place: '' };
  }
  return { recurrence, kind, start: row.start, end: row.end, place: row.place };
}

/** What a feed says of an event in plain text: second line, who hosts it, text, and what happens when. */
function feedBody({ secondLine, hosts, text, lines, start }: PublishedSegmentRow): string {
  const order = lines.map(({ fromMin, text: what }) => `${timeOf(addWallMinutes(start, fromMin))} ${what}`);
  const by = hosts.length ? t`Hosted by ${hosts.join(t` and `)}.` : '';
  return [secondLine, text, order.join('\n'), by].filter(Boolean).join('\n\n');
}

function publishedSegment(
  segment: PublishedSegmentRow,
  rows: readonly PublishedRow[],
  facts: readonly Fact[],
  now: EpochMinute,
): PublishedSegment {
  const told = toldWords(facts, segment, t`Taken`);
  const tells = (fact: Fact) => facts.includes(fact);
  const byRecurrence = new Map(
    rows.map((row) => [row.recurrence, tells('place') ? row : { ...row, place: '' }]),
  );
  return {
    uid: segment.uid,
    sequence: segment.sequence,
    tzid: segment.tzid,
    start: segment.start,
    end: segment.end,
    rrule: segment.rrule,
    extra: segment.extra,
    relatedTo: segment.relatedTo,
    allDay: segment.allDay === 1,
    title: told.title,
    text: feedBody(told),
    contact: told.contact,
    categories: tells('title') ? segment.categories : [],
    colour: tells('title') ? cssColour(segment.hue) : '',
    url: tells('title') ? wholeAddress(eventPath(segment.eventUid, segment.title)) : '',
    dates: [...new Set([...segment.recurrences, ...segment.excluded])]
      .sort()
      .map((recurrence) => publishedDate(recurrence, byRecurrence.get(recurrence), segment, now)),
    changedAt: new Date(segment.changed * 60_000).toISOString().replace('.000', ''),
  };
}

export interface RenderedPart {
  readonly segment: SegmentId;
  readonly ics: string;
  readonly json: string;
  /** From this minute on it would say something else; null is never, as long as nothing changes. */
  readonly freshUntil: number | null;
}

interface Drawn {
  readonly segment: PublishedSegmentRow;
  readonly rows: readonly PublishedRow[];
  readonly published: PublishedSegment;
}

/** Of a date on several calendars what the one says that tells most: in force, then cancelled, then withheld. */
const RANK = { 'in-force': 0, cancelled: 1, withheld: 2, 'held-back': 3 } as const;
const rankOf = ({ goneAs }: PublishedRow): number => RANK[goneAs ?? 'in-force'];

async function draw(
  reader: Reader,
  calendars: readonly number[],
  facts: readonly Fact[],
  segments: readonly SegmentId[],
  now: EpochMinute,
): Promise<Drawn[]> {
  if (!segments.length) return [];
  const rows = new Map<number, PublishedRow[]>();
  for (const row of await loadPublishedRows(reader, calendars, segments)) {
    const own = rows.get(row.segment);
    if (own) own.push(row);
    else rows.set(row.segment, [row]);
  }
  return (await loadPublishedSegments(reader, segments)).map((segment) => {
    // The later of two rows of a date wins in `publishedSegment`.
    const own = (rows.get(segment.id) ?? []).sort((a, b) => rankOf(b) - rankOf(a));
    return { segment, rows: own, published: publishedSegment(segment, own, facts, now) };
  });
}

/** Some segments as readers of any of these calendars know them. */
export const publishedSegments = async (
  reader: Reader,
  calendars: readonly { readonly id: number }[],
  facts: readonly Fact[],
  segments: readonly SegmentId[],
  now: EpochMinute,
): Promise<PublishedSegment[]> =>
  (
    await draw(
      reader,
      calendars.map(({ id }) => id),
      facts,
      segments,
      now,
    )
  ).map(({ published }) => published);

/** The texts of some segments of a calendar, made anew from what is stored. */
export async function renderParts(
  reader: Reader,
  calendar: number,
  facts: readonly Fact[],
  segments: readonly SegmentId[],
  now: EpochMinute,
): Promise<RenderedPart[]> {
  // Everybody reads it, whoever caused it.
  const drawn = await writtenForAll(() => draw(reader, [calendar], facts, segments, now));
  return drawn.map(({ segment, rows, published }) => {
    const json = jsonEvent(published, toldWords(facts, segment, '').hosts);
    const aging = rows.flatMap((row) => (row.gone === null || isOld(row, now) ? [] : [row.gone + SHOWN_MIN]));
    return {
      segment: segment.id,
      ics: segmentText(published),
      json: json ? JSON.stringify(json) : '',
      freshUntil: aging.length ? Math.min(...aging) : null,
    };
  });
}

/** Keeps texts that were made, over whatever stands there. */
export const storeParts = (tx: Writer, calendar: number, parts: readonly RenderedPart[]): Promise<void> =>
  tx.execute(STORE_PARTS, {
    calendar,
    rows: parts.map(({ segment, ics, json, freshUntil }) => [segment, ics, json, freshUntil]),
  });

import { toEpochMinute } from '../time/zone';
import type { PublishedDate, PublishedSegment } from './icalendar';

/** Counted up when a reader of the version before would misread what is written. */
export const JSON_FEED_VERSION = 1;

/** A date as the JSON of a feed tells it; times with their zone, ISO 8601. */
export interface JsonDate {
  /** The date's identity: its original local start. */
  readonly id: string;
  readonly start: string;
  readonly end: string;
  /** The same instants, UTC. */
  readonly startUtc: string;
  readonly endUtc: string;
  readonly status: 'confirmed' | 'cancelled';
  readonly place: string;
}

/** One series or single event; of one that readers may not know any more only `uid`, `zone`, `allDay` and its dates. */
export interface JsonEvent {
  readonly uid: string;
  readonly zone: string;
  readonly allDay: boolean;
  readonly title?: string;
  readonly text?: string;
  readonly categories?: readonly string[];
  readonly hosts?: readonly string[];
  readonly contact?: string;
  readonly url?: string;
  readonly changed?: string;
  readonly dates: readonly JsonDate[];
}

function jsonDate({ recurrence, start, end, kind, place }: PublishedDate, tzid: string): JsonDate {
  const utc = (at: typeof start) =>
    new Date(toEpochMinute(at, tzid, 'offset-before') * 60_000).toISOString().replace('.000', '');
  const isWithheld = kind === 'withheld';
  return {
    id: recurrence,
    start,
    end,
    startUtc: utc(start),
    endUtc: utc(end),
    status: kind === 'in-force' ? 'confirmed' : 'cancelled',
    place: isWithheld ? '' : place,
  };
}

/** A segment as an entry of the JSON feed; null when readers have nothing to learn of it. */
export function jsonEvent(segment: PublishedSegment, hosts: readonly string[]): JsonEvent | null {
  const told = segment.dates.filter(({ kind }) => kind !== 'not-there');
  if (!told.length) return null;
  const { uid, tzid, allDay } = segment;
  const facts = { uid, zone: tzid, allDay, dates: told.map((date) => jsonDate(date, tzid)) };
  if (told.every(({ kind }) => kind === 'withheld')) return facts;
  const { title, text, categories, contact, url, changedAt } = segment;
  return { ...facts, title, text, categories, hosts, contact, url, changed: changedAt };
}

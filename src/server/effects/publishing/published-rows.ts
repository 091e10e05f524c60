import type { GoneAs } from './publishing-state';
import type { SegmentId } from '@/core/ids';
import type { NoticeWords } from '@/core/publishing/facts';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import type { Reader } from '../../db/connection';
import { PUBLISHED_DATES, PUBLISHED_SEGMENTS } from './render.queries';

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

export const loadPublishedRows = (
  reader: Reader,
  calendars: readonly number[],
  segments: readonly SegmentId[],
): Promise<PublishedRow[]> => reader.value(PUBLISHED_DATES, { calendars, segments });

export const loadPublishedSegments = (
  reader: Reader,
  segments: readonly SegmentId[],
): Promise<PublishedSegmentRow[]> => reader.value(PUBLISHED_SEGMENTS, { segments });

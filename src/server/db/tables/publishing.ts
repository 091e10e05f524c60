import type { OccurrenceId, SegmentId } from '@/core/ids';
import { flag, integer, json, minute, oneOf, ownNumber, rowNumber, text, wallTime } from './column';
import { calendarFilter, publishedFacts, readers } from './contents';
import { table } from './table';

const calendar = () => rowNumber().of('calendar');
const segment = () => rowNumber<SegmentId>().of('segment');
const occurrence = () => rowNumber<OccurrenceId>().of('occurrence');

/** Made by the office, or kept by the application for a space, a host or a person (then `ref_id` says which). */
export const Calendar = table(
  'calendar',
  { key: ['id'], past: 'thing', moves: 'calendars_version' },
  {
    id: ownNumber(),
    slug: text(),
    name: text(),
    about: text().otherwise(''),
    filter: json(calendarFilter),
    position: integer(),
    /** Counted up with what stands on it. */
    version: integer().otherwise(1),
    kind: oneOf(['made', 'space', 'host', 'person']).otherwise('made'),
    ref_id: rowNumber().orNull(),
    /** Null where it wears the mark of its one category. */
    mark: text().orNull(),
    hue: text().orNull(),
    facts: json(publishedFacts, ['title', 'text', 'place', 'host']),
    readers: json(readers, { kind: 'everyone' }),
    starts_on: flag().otherwise(1),
    /** Counted up where the private link is replaced: links made before lead nowhere. */
    link_no: integer().otherwise(1),
    retired_min: minute().orNull(),
    row_version: integer().otherwise(1),
  },
);

/** Addresses it had before, which lead on. */
export const CalendarSlugOld = table(
  'calendar_slug_old',
  { key: ['slug'], past: 'none' },
  { slug: text(), calendar_id: calendar() },
);

/** The ledger: which date was ever shown on which calendar, and since when it is gone. */
export const Published = table(
  'published',
  { key: ['calendar_id', 'segment_id', 'recurrence_local'], past: 'none', isDerived: true },
  {
    calendar_id: calendar(),
    segment_id: segment(),
    recurrence_local: wallTime(),
    shown_at_min: minute(),
    gone_at_min: minute().orNull(),
    /** What a reader is told of a date that is gone. */
    gone_as: oneOf(['cancelled', 'withheld', 'held-back']).orNull(),
  },
);

/** Dates whose title everybody may read. */
export const Announced = table(
  'announced',
  { key: ['occurrence_id'], past: 'none', isDerived: true },
  { occurrence_id: occurrence() },
);

/** Approved so lately that it can be taken back: readers learn of it then. */
export const UnsettledApproval = table(
  'unsettled_approval',
  { key: ['occurrence_id'], past: 'none', isDerived: true },
  { occurrence_id: occurrence(), settles_min: minute() },
);

/** What readers see of a segment on a calendar, as a hash, and the text of it once made. */
export const FeedPart = table(
  'feed_part',
  { key: ['calendar_id', 'segment_id'], past: 'none', isDerived: true },
  {
    calendar_id: calendar(),
    segment_id: segment(),
    tzid: text(),
    times_hash: text(),
    words_hash: text(),
    ics: text().orNull(),
    json: text().orNull(),
    fresh_until_min: minute().orNull(),
  },
);

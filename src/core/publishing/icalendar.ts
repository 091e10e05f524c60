import ICAL from 'ical.js';
import { lastDay, withEnd } from '../recurrence/editor-model';
import { parsedRule } from '../recurrence/rule';
import { addWallMinutes, dateOf, wallMinute, type LocalDateTime } from '../time/local-time';
import { toEpochMinute } from '../time/zone';

/** What became of one date of a published segment, as readers have to learn it. */
export type PublishedDateKind = 'in-force' | 'cancelled' | 'not-there';

export interface PublishedDate {
  /** The date's identity: its original local start (RECURRENCE-ID). */
  readonly recurrence: LocalDateTime;
  readonly kind: PublishedDateKind;
  /** Advertised times; equal to the rule's unless this date was moved. */
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
}

/** One segment as a feed shows it: what readers may know and nothing else. */
export interface PublishedSegment {
  readonly uid: string;
  readonly sequence: number;
  readonly tzid: string;
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly rrule: string | null;
  /** Whole days: start and end are midnights. */
  readonly allDay: boolean;
  /** Starts besides those of the rule. */
  readonly extra: readonly LocalDateTime[];
  /** Every date of the rule, in order. A date of the rule that is missing here would be shown. */
  readonly dates: readonly PublishedDate[];
  readonly title: string;
  readonly text: string;
  readonly place: string;
  readonly categories: readonly string[];
  /** UTC, `2027-04-13T07:10:00Z`. */
  readonly changedAt: string;
}

// ical.js leaves the space that begins a continuation line out of its count (RFC 5545 3.1: 75 octets with it).
ICAL.foldLength = 74;

type Zoned = Pick<PublishedSegment, 'tzid' | 'allDay'>;

function addTime(component: ICAL.Component, name: string, at: LocalDateTime, { tzid, allDay }: Zoned): void {
  const property = new ICAL.Property(name, component);
  if (allDay) {
    property.resetType('date');
    property.setValue(ICAL.Time.fromDateString(dateOf(at)));
  } else {
    property.setParameter('tzid', tzid);
    property.setValue(ICAL.Time.fromDateTimeString(`${at}:00`));
  }
  component.addProperty(property);
}

/**
 * The rule as a feed says it: bounded by the last date there is, since later ones are only expected, and UNTIL in UTC
 * beside a zoned DTSTART, as a day beside a whole day (RFC 5545 3.3.10).
 */
export function feedRule(
  segment: Pick<PublishedSegment, 'rrule' | 'tzid' | 'allDay' | 'dates' | 'start'>,
): string {
  const rrule = segment.rrule!;
  const reading = parsedRule(rrule);
  if (!reading.ok || reading.rule.count !== null) return rrule;
  const { until } = reading.rule;
  const last = segment.dates[segment.dates.length - 1]?.recurrence ?? segment.start;
  const day = until ? lastDay(until, segment.start, segment.tzid) : dateOf(last);
  if (segment.allDay) {
    const endless = withEnd(rrule, { kind: 'never' }, segment.tzid);
    return `${endless};UNTIL=${day.replace(/-/g, '')}`;
  }
  return until?.kind === 'utc' ? rrule : withEnd(rrule, { kind: 'until', date: day }, segment.tzid);
}

function addCommon(vevent: ICAL.Component, segment: PublishedSegment): void {
  const changed = ICAL.Time.fromDateTimeString(segment.changedAt);
  vevent.addPropertyWithValue('uid', segment.uid);
  vevent.addPropertyWithValue('dtstamp', changed);
  vevent.addPropertyWithValue('last-modified', changed);
  vevent.addPropertyWithValue('sequence', segment.sequence);
  vevent.addPropertyWithValue('summary', segment.title);
  if (segment.text) vevent.addPropertyWithValue('description', segment.text);
  if (segment.place) vevent.addPropertyWithValue('location', segment.place);
  if (segment.categories.length) {
    const categories = new ICAL.Property('categories', vevent);
    categories.setValues([...segment.categories]);
    vevent.addProperty(categories);
  }
}

function event(
  segment: PublishedSegment,
  start: LocalDateTime,
  end: LocalDateTime,
  status: string,
): ICAL.Component {
  const vevent = new ICAL.Component('vevent');
  addCommon(vevent, segment);
  addTime(vevent, 'dtstart', start, segment);
  addTime(vevent, 'dtend', end, segment);
  vevent.addPropertyWithValue('status', status);
  return vevent;
}

const exactLength = (start: LocalDateTime, end: LocalDateTime, tzid: string): number =>
  toEpochMinute(end, tzid, 'offset-before') - toEpochMinute(start, tzid, 'offset-before');

/**
 * True when the rule alone would show this date wrongly: it was moved, or its exact length differs because the
 * clocks change during it (RFC 5545 3.8.5.3: a DTEND gives every instance the same exact duration).
 */
function needsOverride(date: PublishedDate, segment: PublishedSegment): boolean {
  if (date.start !== date.recurrence) return true;
  const wallLength = wallMinute(segment.end) - wallMinute(segment.start);
  if (date.end !== addWallMinutes(date.start, wallLength)) return true;
  const { tzid } = segment;
  return exactLength(date.start, date.end, tzid) !== exactLength(segment.start, segment.end, tzid);
}

/** A day is at most so long cancelled in a feed; afterwards it is an exception date like any other. */
export const CANCELLED_SHOWN_DAYS = 60;

const STATUS = { 'in-force': 'CONFIRMED', cancelled: 'CANCELLED' } as const;

/**
 * The VEVENTs of a segment, none when readers have nothing to learn of it: for a single date the event or its
 * cancellation; for a series one VEVENT with RRULE and EXDATE, plus an override for each date that is cancelled or
 * that the rule alone would show wrongly.
 */
export function segmentEvents(segment: PublishedSegment): ICAL.Component[] {
  const shown = segment.dates.filter((date) => date.kind !== 'not-there');
  if (!shown.length) return [];
  if (segment.rrule === null && segment.dates.length === 1)
    return shown.map(({ start, end, kind }) =>
      event(segment, start, end, STATUS[kind as keyof typeof STATUS]),
    );

  const master = event(segment, segment.start, segment.end, 'CONFIRMED');
  if (segment.rrule !== null) master.addPropertyWithValue('rrule', ICAL.Recur.fromString(feedRule(segment)));
  for (const at of segment.extra) addTime(master, 'rdate', at, segment);
  for (const date of segment.dates)
    if (date.kind === 'not-there') addTime(master, 'exdate', date.recurrence, segment);
  const overrides = shown
    .filter((date) => date.kind === 'cancelled' || needsOverride(date, segment))
    .map((date) => {
      const override = event(segment, date.start, date.end, STATUS[date.kind as keyof typeof STATUS]);
      addTime(override, 'recurrence-id', date.recurrence, segment);
      return override;
    });
  return [master, ...overrides];
}

export interface Feed {
  readonly name: string;
  readonly segments: readonly PublishedSegment[];
  /** One VTIMEZONE text for each zone the segments use. */
  readonly vtimezones: readonly string[];
}

/** RFC 5545 text of a feed: CRLF, folded at 75 octets. */
export function feedText({ name, segments, vtimezones }: Feed): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Calendario//Notices 1.0//EN');
  calendar.addPropertyWithValue('calscale', 'GREGORIAN');
  calendar.addPropertyWithValue('method', 'PUBLISH');
  calendar.addPropertyWithValue('name', name);
  for (const text of vtimezones) calendar.addSubcomponent(new ICAL.Component(ICAL.parse(text)));
  for (const segment of segments)
    for (const vevent of segmentEvents(segment)) calendar.addSubcomponent(vevent);
  return `${calendar.toString()}\r\n`;
}

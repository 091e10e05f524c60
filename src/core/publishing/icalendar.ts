import ICAL from 'ical.js';
import { lastDay, withEnd } from '../recurrence/editor-model';
import { parsedRule } from '../recurrence/rule';
import { addWallMinutes, dateOf, wallMinute, type LocalDateTime } from '../time/local-time';
import { toEpochMinute } from '../time/zone';

/**
 * What became of one date of a published segment, as readers have to learn it: a date that is withheld was shown here
 * once and is no more for these readers to know, whatever became of it.
 */
export type PublishedDateKind = 'in-force' | 'cancelled' | 'withheld' | 'not-there';

/** One date of a feed: its original start, what is told of it, and when it is now. */
export interface PublishedDate {
  /** The date's identity: its original local start (RECURRENCE-ID). */
  readonly recurrence: LocalDateTime;
  readonly kind: PublishedDateKind;
  /** Advertised times; equal to the rule's unless this date was moved. */
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly place: string;
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
  readonly categories: readonly string[];
  readonly contact: string;
  /** Name of a colour of CSS 3 (RFC 7986 5.9); empty is none. */
  readonly colour: string;
  /** The page of the event; empty where it has none. */
  readonly url: string;
  /** UID of the series this one goes on from. */
  readonly relatedTo: string | null;
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
 * The rule as a feed says it: bounded by the last date readers know, since later ones are only expected or undecided,
 * and UNTIL in UTC beside a zoned DTSTART, as a day beside a whole day (RFC 5545 3.3.10).
 */
export function feedRule(
  segment: Pick<PublishedSegment, 'rrule' | 'tzid' | 'allDay' | 'dates' | 'start'>,
): string {
  const rrule = segment.rrule!;
  const reading = parsedRule(rrule);
  if (!reading.ok || reading.rule.count !== null) return rrule;
  const { until } = reading.rule;
  const last = knownDates(segment).at(-1)?.recurrence ?? segment.start;
  const day = until ? lastDay(until, segment.start, segment.tzid) : dateOf(last);
  if (segment.allDay) {
    const endless = withEnd(rrule, { kind: 'never' }, segment.tzid);
    return `${endless};UNTIL=${day.replace(/-/g, '')}`;
  }
  return until?.kind === 'utc' ? rrule : withEnd(rrule, { kind: 'until', date: day }, segment.tzid);
}

/** Dates up to where the rule of the feed ends: of a rule without end those up to the last that readers know. */
function knownDates({ dates, rrule }: Pick<PublishedSegment, 'dates' | 'rrule'>): readonly PublishedDate[] {
  const reading = rrule === null ? null : parsedRule(rrule);
  const isEndless = reading?.ok && reading.rule.count === null && reading.rule.until === null;
  if (!isEndless) return dates;
  const last = dates.findLastIndex(({ kind }) => kind !== 'not-there');
  return dates.slice(0, last + 1);
}

function addStamps(vevent: ICAL.Component, { uid, sequence, changedAt }: PublishedSegment): void {
  const changed = ICAL.Time.fromDateTimeString(changedAt);
  vevent.addPropertyWithValue('uid', uid);
  vevent.addPropertyWithValue('dtstamp', changed);
  vevent.addPropertyWithValue('last-modified', changed);
  vevent.addPropertyWithValue('sequence', sequence);
}

function addUri(component: ICAL.Component, name: string, uri: string): void {
  const property = new ICAL.Property(name, component);
  property.resetType('uri');
  property.setValue(uri);
  component.addProperty(property);
}

function addWords(vevent: ICAL.Component, segment: PublishedSegment, place: string): void {
  vevent.addPropertyWithValue('summary', segment.title);
  if (segment.text) vevent.addPropertyWithValue('description', segment.text);
  if (place) vevent.addPropertyWithValue('location', place);
  if (segment.contact) vevent.addPropertyWithValue('contact', segment.contact);
  if (segment.url) addUri(vevent, 'url', segment.url);
  if (segment.colour) vevent.addPropertyWithValue('color', segment.colour);
  if (segment.categories.length) {
    const categories = new ICAL.Property('categories', vevent);
    categories.setValues([...segment.categories]);
    vevent.addProperty(categories);
  }
  if (segment.relatedTo) {
    const related = new ICAL.Property('related-to', vevent);
    related.setParameter('reltype', 'SIBLING');
    related.setValue(segment.relatedTo);
    vevent.addProperty(related);
  }
}

type ToldKind = Exclude<PublishedDateKind, 'not-there'>;

const STATUS: Readonly<Record<ToldKind, string>> = {
  'in-force': 'CONFIRMED',
  cancelled: 'CANCELLED',
  withheld: 'CANCELLED',
};

interface ToldTime {
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly kind: ToldKind;
  readonly place: string;
}

/** A VEVENT; of what is withheld it says who it was and when, and not a word more. */
function event(segment: PublishedSegment, { start, end, kind, place }: ToldTime): ICAL.Component {
  const vevent = new ICAL.Component('vevent');
  addStamps(vevent, segment);
  if (kind !== 'withheld') addWords(vevent, segment, place);
  addTime(vevent, 'dtstart', start, segment);
  addTime(vevent, 'dtend', end, segment);
  vevent.addPropertyWithValue('status', STATUS[kind]);
  return vevent;
}

const exactLength = (start: LocalDateTime, end: LocalDateTime, tzid: string): number =>
  toEpochMinute(end, tzid, 'offset-before') - toEpochMinute(start, tzid, 'offset-before');

/**
 * True when the rule alone would show this date wrongly: it was moved in time or place, or its exact length differs
 * because the clocks change during it (RFC 5545 3.8.5.3: a DTEND gives every instance the same exact duration).
 */
function needsOverride(date: PublishedDate, segment: PublishedSegment, place: string): boolean {
  if (date.start !== date.recurrence || date.place !== place) return true;
  const wallLength = wallMinute(segment.end) - wallMinute(segment.start);
  if (date.end !== addWallMinutes(date.start, wallLength)) return true;
  const { tzid } = segment;
  return exactLength(date.start, date.end, tzid) !== exactLength(segment.start, segment.end, tzid);
}

/** A day is at most so long cancelled in a feed; afterwards it is an exception date like any other. */
export const CANCELLED_SHOWN_DAYS = 60;

/** The place most of these dates have; the first of those in equal number. */
function usualPlace(dates: readonly PublishedDate[]): string {
  const counts = new Map<string, number>();
  for (const { place } of dates) counts.set(place, (counts.get(place) ?? 0) + 1);
  return [...counts].sort(([, a], [, b]) => b - a)[0]?.[0] ?? '';
}

const isTold = (date: PublishedDate): date is PublishedDate & { kind: ToldKind } => date.kind !== 'not-there';

function addRule(master: ICAL.Component, segment: PublishedSegment): void {
  if (segment.rrule !== null) master.addPropertyWithValue('rrule', ICAL.Recur.fromString(feedRule(segment)));
  for (const at of segment.extra) addTime(master, 'rdate', at, segment);
}

const overrideOf =
  (segment: PublishedSegment) =>
  (date: PublishedDate & { kind: ToldKind }): ICAL.Component => {
    const override = event(segment, date);
    if (segment.rrule !== null || segment.dates.length > 1)
      addTime(override, 'recurrence-id', date.recurrence, segment);
    return override;
  };

/** What the master of a series says of itself: that it is gone where no date is left. */
function masterKind(told: readonly (PublishedDate & { kind: ToldKind })[]): ToldKind {
  if (told.some(({ kind }) => kind === 'in-force')) return 'in-force';
  return told.every(({ kind }) => kind === 'cancelled') ? 'cancelled' : 'withheld';
}

/**
 * The VEVENTs of a segment, none when readers have nothing to learn of it: for a single date the event or its
 * cancellation; for a series one VEVENT with RRULE and EXDATE, plus an override for each date that is cancelled or
 * that the rule alone would show wrongly; for a series of which no date is left its one cancellation.
 *
 * `only` is the original start of the one date that is wanted by itself.
 */
export function segmentEvents(
  segment: PublishedSegment,
  only: LocalDateTime | null = null,
): ICAL.Component[] {
  const dates = knownDates(segment);
  const told = dates.filter(isTold);
  if (!told.length) return [];
  if (only !== null) return told.filter(({ recurrence }) => recurrence === only).map(overrideOf(segment));
  if (segment.rrule === null && segment.dates.length === 1) return told.map((date) => event(segment, date));

  const kind = masterKind(told);
  const place = usualPlace(told.filter((date) => date.kind === kind));
  const master = event(segment, { start: segment.start, end: segment.end, kind, place });
  addRule(master, segment);
  for (const date of dates)
    if (date.kind === 'not-there') addTime(master, 'exdate', date.recurrence, segment);
  if (kind !== 'in-force') return [master];
  const overrides = told
    .filter((date) => date.kind !== 'in-force' || needsOverride(date, segment, place))
    .map(overrideOf(segment));
  return [master, ...overrides];
}

/** The VEVENTs of a segment as text, each line ended; empty when readers have nothing to learn of it. */
export const segmentText = (segment: PublishedSegment): string =>
  segmentEvents(segment)
    .map((vevent) => `${vevent.toString()}\r\n`)
    .join('');

/** What stands at the head of a feed: its name, its hue and the zones its times are in. */
export interface FeedHead {
  readonly name: string;
  readonly about: string;
  /** Of the page that shows the same. */
  readonly url: string;
  /** Of the feed itself. */
  readonly source: string;
  /** Name of a colour of CSS 3; empty is none. */
  readonly colour: string;
}

/** How often a reader is asked to look again; a look that finds nothing new costs next to nothing. */
const LOOK_AGAIN = 'PT30M';

/** RFC 5545 text of a feed from the ready texts of its segments: CRLF, folded at 75 octets; RFC 7986 for what it is. */
export function feedText(head: FeedHead, vtimezones: readonly string[], segments: string): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Calendario//Notices 1.0//EN');
  calendar.addPropertyWithValue('calscale', 'GREGORIAN');
  calendar.addPropertyWithValue('method', 'PUBLISH');
  calendar.addPropertyWithValue('name', head.name);
  if (head.about) calendar.addPropertyWithValue('description', head.about);
  if (head.colour) calendar.addPropertyWithValue('color', head.colour);
  if (head.url) addUri(calendar, 'url', head.url);
  if (head.source) addUri(calendar, 'source', head.source);
  const again = new ICAL.Property('refresh-interval', calendar);
  again.resetType('duration');
  again.setValue(ICAL.Duration.fromString(LOOK_AGAIN));
  calendar.addProperty(again);
  for (const text of vtimezones) calendar.addSubcomponent(new ICAL.Component(ICAL.parse(text)));
  const END = 'END:VCALENDAR';
  const text = calendar.toString();
  return `${text.slice(0, -END.length)}${segments}${END}\r\n`;
}

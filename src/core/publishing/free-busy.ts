import ICAL from 'ical.js';
import { union, type EpochMinute, type Interval } from '../time/epoch-minute';

const utc = (at: EpochMinute): ICAL.Time => ICAL.Time.fromJSDate(new Date(at * 60_000), true);

/** When something is taken within a span (RFC 5545 3.6.4), in epoch minutes. */
export interface FreeBusy {
  readonly uid: string;
  /** Span that was looked at. */
  readonly span: Interval;
  readonly busy: readonly Interval[];
  readonly url: string;
  readonly at: EpochMinute;
}

/** A VFREEBUSY (RFC 5545 3.6.4): when something is taken, in UTC as the standard wants it, and nothing of by what. */
export function freeBusyText({ uid, span, busy, url, at }: FreeBusy): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Calendario//Notices 1.0//EN');
  calendar.addPropertyWithValue('method', 'PUBLISH');
  const part = new ICAL.Component('vfreebusy');
  part.addPropertyWithValue('uid', uid);
  part.addPropertyWithValue('dtstamp', utc(at));
  part.addPropertyWithValue('dtstart', utc(span.start));
  part.addPropertyWithValue('dtend', utc(span.end));
  part.addPropertyWithValue('url', url);
  for (const { start, end } of union(busy)) {
    const property = new ICAL.Property('freebusy', part);
    property.setParameter('fbtype', 'BUSY');
    property.setValue(ICAL.Period.fromData({ start: utc(start), end: utc(end) }));
    part.addProperty(property);
  }
  calendar.addSubcomponent(part);
  return `${calendar.toString()}\r\n`;
}

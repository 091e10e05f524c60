import { RRuleTemporal } from 'rrule-temporal';
import { Temporal } from 'temporal-polyfill';
import { addDays, fromWallMinute, type LocalDate, type LocalDateTime } from '../time/local-time';
import { startOfDay } from '../time/zone';

/** Every `interval` weeks on the weekday of the start, up to and including the date `until`. */
export interface WeeklyRule {
  readonly interval: number;
  readonly until: LocalDate;
}

/** What a rule is expanded from: RFC 5545 DTSTART with its zone, and the RRULE value. */
export interface Recurrence {
  readonly start: LocalDateTime;
  readonly tzid: string;
  readonly rrule: string;
}

const basic = (at: string): string => at.replace(/[-:]/g, '');

/** The RRULE value of a weekly rule. UNTIL is UTC, as RFC 5545 3.3.10 wants where DTSTART has a zone. */
export function weeklyRuleText(rule: WeeklyRule, tzid: string): string {
  const lastMinute = fromWallMinute(startOfDay(addDays(rule.until, 1), tzid) - 1);
  const interval = rule.interval === 1 ? '' : `;INTERVAL=${rule.interval}`;
  return `FREQ=WEEKLY${interval};UNTIL=${basic(lastMinute)}59Z`;
}

/** The model the form can show, or null for a rule it cannot. */
export function parseWeeklyRule(
  rrule: string,
  toLocalDate: (utc: LocalDateTime) => LocalDate,
): WeeklyRule | null {
  const match = /^FREQ=WEEKLY(?:;INTERVAL=(\d+))?;UNTIL=(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)\d\dZ$/.exec(rrule);
  if (!match) return null;
  const [, interval, year, month, day, hour, minute] = match;
  return {
    interval: Number(interval ?? 1),
    until: toLocalDate(`${year}-${month}-${day}T${hour}:${minute}` as LocalDateTime),
  };
}

/** How many dates are made at most before a rule counts as too long. */
export interface ExpandLimit {
  readonly from: LocalDateTime;
  /** Exclusive. */
  readonly to: LocalDateTime;
  readonly most: number;
}

/**
 * Wall-clock starts of a rule in [from, to), at most `most` of them, in order. A start that falls in the spring gap
 * does not exist and is not counted (RFC 5545 3.3.10).
 * @throws RangeError from the library when the rule text is malformed.
 */
export function expandRule({ start, tzid, rrule }: Recurrence, limit: ExpandLimit): LocalDateTime[] {
  const rule = new RRuleTemporal({
    rruleString: `DTSTART;TZID=${tzid}:${basic(start)}00\nRRULE:${rrule}`,
    temporal: Temporal,
  });
  const zoned = (at: LocalDateTime) => Temporal.PlainDateTime.from(at).toZonedDateTime(tzid);
  const end = zoned(limit.to);
  return rule
    .between(zoned(limit.from), end, true)
    .filter((at) => Temporal.ZonedDateTime.compare(at, end) < 0)
    .slice(0, limit.most)
    .map((at) => at.toPlainDateTime().toString().slice(0, 16) as LocalDateTime);
}

import { parseLocalDate, parseLocalDateTime, wallMinute, type LocalDateTime } from '../time/local-time';
import {
  FREQUENCIES,
  WEEKDAY_CODES,
  type Frequency,
  type NthWeekday,
  type ParsedRule,
  type RuleFault,
  type RuleParts,
  type Until,
  type WeekdayCode,
} from './rule-parts';

/** A rule never makes more dates than this; a COUNT above it is refused (a season of daily dates has 365). */
export const MOST_COUNT = 100_000;
const LONGEST_RULE_TEXT = 1000;

class Fault extends Error {
  constructor(readonly fault: RuleFault) {
    super(fault.kind);
  }
}
const stop = (fault: RuleFault): never => {
  throw new Fault(fault);
};

type Texts = ReadonlyMap<string, string>;

const PARTS = [
  'FREQ',
  'INTERVAL',
  'COUNT',
  'UNTIL',
  'WKST',
  'BYSECOND',
  'BYMINUTE',
  'BYHOUR',
  'BYDAY',
  'BYMONTHDAY',
  'BYYEARDAY',
  'BYWEEKNO',
  'BYMONTH',
  'BYSETPOS',
];

function split(text: string): Texts {
  const parts = new Map<string, string>();
  if (text.length > LONGEST_RULE_TEXT) stop({ kind: 'not-a-rule', text: `${text.slice(0, 40)}…` });
  for (const each of text.split(';')) {
    const [, name, value] = /^([A-Za-z-]+)=([^=]+)$/.exec(each) ?? [];
    if (!name || !value) return stop({ kind: 'not-a-rule', text: text.slice(0, 80) });
    const part = name.toUpperCase();
    if (!PARTS.includes(part)) stop({ kind: 'unknown-part', part });
    if (parts.has(part)) stop({ kind: 'part-twice', part });
    parts.set(part, value.toUpperCase());
  }
  return parts;
}

function wholeNumber(parts: Texts, part: string, least: number, most: number): number | null {
  const value = parts.get(part);
  if (value === undefined) return null;
  const number = /^\d{1,9}$/.test(value) ? Number(value) : Number.NaN;
  if (!(number >= least && number <= most))
    stop({ kind: 'bad-value', part, value, allowed: `${least}–${most}` });
  return number;
}

/** Numbers from `least` to `most`; with `fromEnd` also the same counted from the end. Zero only where `least` is. */
function numbers(parts: Texts, part: string, least: number, most: number, fromEnd: boolean): number[] {
  const text = parts.get(part);
  if (text === undefined) return [];
  const allowed = fromEnd ? `${least}–${most} or −${least}–−${most}` : `${least}–${most}`;
  const found = text.split(',').map((value) => {
    const number = /^[+-]?\d{1,4}$/.test(value) ? Number(value) : Number.NaN;
    const size = fromEnd ? Math.abs(number) : number;
    if (!(size >= least && size <= most)) stop({ kind: 'bad-value', part, value, allowed });
    return number;
  });
  return [...new Set(found)].sort((a, b) => a - b);
}

function weekdays(parts: Texts): NthWeekday[] {
  const text = parts.get('BYDAY');
  if (text === undefined) return [];
  return text.split(',').map((value) => {
    const match = /^([+-]?\d{1,2})?(MO|TU|WE|TH|FR|SA|SU)$/.exec(value);
    const nth = match?.[1] === undefined ? 0 : Number(match[1]);
    if (!match || Math.abs(nth) > 53 || (match[1] !== undefined && nth === 0))
      return stop({
        kind: 'bad-value',
        part: 'BYDAY',
        value,
        allowed: 'MO–SU, with 1–53 or −1–−53 before it',
      });
    return { nth, weekday: WEEKDAY_CODES.indexOf(match[2] as WeekdayCode) + 1 };
  });
}

function until(parts: Texts): Until | null {
  const text = parts.get('UNTIL');
  if (text === undefined) return null;
  const match = /^(\d{4})(\d\d)(\d\d)(?:T(\d\d)(\d\d)(\d\d)(Z?))?$/.exec(text);
  const wrong = (): never =>
    stop({ kind: 'bad-value', part: 'UNTIL', value: text, allowed: '20270319 or 20270319T200000Z' });
  if (!match) return wrong();
  const [, year, month, day, hour, minute, second, utc] = match;
  // An end in the year 9999 is how some say “for good”; dates are made up to 2100.
  const date = parseLocalDate(`${year}-${month}-${day}`, 9999) ?? wrong();
  if (hour === undefined) return { kind: 'date', day: wallMinute(`${date}T00:00` as LocalDateTime) / 1440 };
  const at = parseLocalDateTime(`${date}T${hour}:${minute}`, 9999) ?? wrong();
  if (Number(second) > 60) wrong();
  return utc ? { kind: 'utc', epochMinute: wallMinute(at) } : { kind: 'local', wallMinute: wallMinute(at) };
}

/** Which parts RFC 5545 3.3.10 forbids together; the others mean something with every frequency. */
function checkTogether(rule: RuleParts): void {
  const not = (part: string, other: string): never => stop({ kind: 'does-not-go-with', part, other });
  const { freq } = rule;
  if (rule.count !== null && rule.until !== null) stop({ kind: 'count-and-until' });
  if (rule.byWeekNo.length && freq !== 'YEARLY') not('BYWEEKNO', `FREQ=${freq}`);
  if (rule.byYearDay.length && freq !== 'YEARLY') not('BYYEARDAY', `FREQ=${freq}`);
  if (rule.byMonthDay.length && freq === 'WEEKLY') not('BYMONTHDAY', 'FREQ=WEEKLY');
  if (rule.byDay.some(({ nth }) => nth !== 0)) {
    if (freq === 'DAILY' || freq === 'WEEKLY') not('a numbered BYDAY', `FREQ=${freq}`);
    if (rule.byWeekNo.length) not('a numbered BYDAY', 'BYWEEKNO');
  }
  const others = [
    rule.byMonth,
    rule.byWeekNo,
    rule.byYearDay,
    rule.byMonthDay,
    rule.byDay,
    rule.byHour,
    rule.byMinute,
  ];
  if (rule.bySetPos.length && others.every((list) => list.length === 0)) stop({ kind: 'setpos-alone' });
}

function frequency(parts: Texts): Frequency {
  const freq = parts.get('FREQ');
  if (freq === undefined)
    return stop({ kind: 'bad-value', part: 'FREQ', value: '', allowed: FREQUENCIES.join(', ') });
  if (['HOURLY', 'MINUTELY', 'SECONDLY'].includes(freq)) stop({ kind: 'too-often', freq });
  if (!(FREQUENCIES as readonly string[]).includes(freq))
    stop({ kind: 'bad-value', part: 'FREQ', value: freq, allowed: FREQUENCIES.join(', ') });
  return freq as Frequency;
}

function weekStart(parts: Texts): number {
  const text = parts.get('WKST') ?? 'MO';
  const position = WEEKDAY_CODES.indexOf(text as WeekdayCode);
  if (position < 0) stop({ kind: 'bad-value', part: 'WKST', value: text, allowed: 'MO–SU' });
  return position + 1;
}

function read(text: string): RuleParts {
  const parts = split(text);
  // The grain of this office is the minute: a rule may say second 0, and nothing else.
  if ((parts.get('BYSECOND') ?? '0') !== '0') stop({ kind: 'seconds' });
  const rule: RuleParts = {
    freq: frequency(parts),
    interval: wholeNumber(parts, 'INTERVAL', 1, 10_000) ?? 1,
    count: wholeNumber(parts, 'COUNT', 1, MOST_COUNT),
    until: until(parts),
    weekStart: weekStart(parts),
    byMonth: numbers(parts, 'BYMONTH', 1, 12, false),
    byWeekNo: numbers(parts, 'BYWEEKNO', 1, 53, true),
    byYearDay: numbers(parts, 'BYYEARDAY', 1, 366, true),
    byMonthDay: numbers(parts, 'BYMONTHDAY', 1, 31, true),
    byDay: weekdays(parts),
    byHour: numbers(parts, 'BYHOUR', 0, 23, false),
    byMinute: numbers(parts, 'BYMINUTE', 0, 59, false),
    bySetPos: numbers(parts, 'BYSETPOS', 1, 366, true),
  };
  checkTogether(rule);
  return rule;
}

/** Reads an RRULE value, without the name: `FREQ=WEEKLY;BYDAY=TU`. Whatever cannot be meant is a fault, never a guess. */
export function parseRule(text: string): ParsedRule {
  try {
    return { ok: true, rule: read(text.trim()) };
  } catch (error) {
    if (error instanceof Fault) return { ok: false, fault: error.fault };
    throw error;
  }
}

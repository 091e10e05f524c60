import type { Grammar } from './grammar';
import { wholeWords, type Line, type Stretch } from './line';
import type { Piece, Read, Unsure } from './meaning';
import { anyOf, numberIn, numberSource } from './words';

type Half = 'am' | 'pm';
const HALF_DAY_MIN = 720;
const DAY_MIN = 1440;

/** An hour as it is written: the minute of the day it names as it stands, and whether it may be twelve hours later. */
interface Clock {
  readonly minute: number;
  /** It says which half of the day it is in. */
  readonly half: Half | null;
  /** It is told as on a clock of 24 hours, or by minutes: `14`, `6:30`. */
  readonly isPlain: boolean;
}

function clockSource(grammar: Grammar): string {
  const half = `(?:\\s*(?:${grammar.am}|${grammar.pm})(?!\\p{L}))?`;
  const words = Object.entries(grammar.numbers)
    .filter(([word, value]) => Number.isInteger(value) && value <= 12 && word.length > 2)
    .map(([word]) => word);
  const hour = `(?:\\d{1,2}|${anyOf(words)})`;
  const past = grammar.past.map(([source]) => source);
  return anyOf([
    `(?:${grammar.noon})`,
    `(?:${grammar.midnight})`,
    `${anyOf(past)}\\s+${hour}${half}`,
    `\\d{1,2}(?:[:.]\\d{2})?${half}(?:\\s*(?:${grammar.oClock}))?`,
    `${anyOf(words)}\\s*(?:${grammar.oClock}|${grammar.am}|${grammar.pm})`,
  ]);
}

/** The hour a text names; null for none, as 25:00. */
function clockIn(grammar: Grammar, text: string): Clock | null {
  const is = (source: string) => new RegExp(`^(?:${source})$`, 'iu').test(text.trim());
  if (is(grammar.noon)) return { minute: HALF_DAY_MIN, half: 'pm', isPlain: true };
  if (is(grammar.midnight)) return { minute: DAY_MIN, half: 'pm', isPlain: true };
  const half = new RegExp(`(?:${grammar.pm})(?!\\p{L})`, 'iu').test(text)
    ? 'pm'
    : new RegExp(`(?:${grammar.am})(?!\\p{L})`, 'iu').test(text)
      ? 'am'
      : null;
  const past = grammar.past.find(([source]) => new RegExp(`^(?:${source})\\s`, 'iu').test(text));
  const [, word = '', minutes] =
    /(\d{1,2}|\p{L}+)(?:[:.](\d{2}))?/u.exec(
      past ? text.replace(new RegExp(`^(?:${past[0]})\\s+`, 'iu'), '') : text,
    ) ?? [];
  const hour = numberIn(grammar, word);
  const minute = hour * 60 + Number(minutes ?? 0) + (past?.[1] ?? 0);
  if (!Number.isInteger(hour) || minute > DAY_MIN || minute < 0 || Number(minutes ?? 0) > 59) return null;
  if (half && (hour > 12 || hour === 0)) return null;
  const inHalf = half ? (minute % HALF_DAY_MIN) + (half === 'pm' ? HALF_DAY_MIN : 0) : minute;
  return { minute: inHalf, half, isPlain: Boolean(minutes) || hour > 12 || hour === 0 };
}

/** From seven to noon an hour by itself is as it stands; a 3 may be of the night or of the afternoon. */
const isSure = ({ half, isPlain, minute }: Clock): boolean => half !== null || isPlain || minute >= 420;

/** The hour in the half of the day that is said for it. */
const inHalf = (clock: Clock, half: Half | null): Clock =>
  half && !clock.half && clock.minute <= HALF_DAY_MIN + 59
    ? { ...clock, half, minute: (clock.minute % HALF_DAY_MIN) + (half === 'pm' ? HALF_DAY_MIN : 0) }
    : clock;

/** Beginning and end in minutes of the day; the end beyond 1,440 where it is after midnight. Null: nobody can say. */
function hoursOf(from: Clock, to: Clock): readonly [number, number] | null {
  if (to.half && !from.half && from.minute <= HALF_DAY_MIN) {
    // `2-4 pm`: of the last half of the day that is before the end.
    const late = (from.minute % HALF_DAY_MIN) + HALF_DAY_MIN;
    const begin = late < to.minute ? late : from.minute % HALF_DAY_MIN;
    if (begin < to.minute) return [begin, to.minute];
  }
  if (!isSure(from)) return null;
  const isOpen = !to.half && !to.isPlain && !from.isPlain && to.minute <= HALF_DAY_MIN;
  // `9-1`: the next time the hand stands there.
  const end = isOpen && to.minute <= from.minute ? to.minute + HALF_DAY_MIN : to.minute;
  const last = isOpen && end <= from.minute ? end + HALF_DAY_MIN : end;
  if (last === from.minute) return null;
  const begin = from.minute % DAY_MIN;
  return [begin, last > begin ? last : last + DAY_MIN];
}

/** Which half of the day the line says, and where. */
function halfSaid(line: Line, { half, halfBehindDay }: Grammar): (Stretch & { readonly half: Half }) | null {
  for (const each of ['am', 'pm'] as const) {
    const behind = `(?<=\\|\\s*)(?:${halfBehindDay[each]})`;
    const [match] = line.rest.matchAll(wholeWords(`${half[each]}|${behind}`));
    if (match) return { half: each, from: match.index, to: match.index + match[0].length };
  }
  return null;
}

type Hours = { readonly kind: 'hours'; readonly fromMin: number; readonly toMin: number | null };
type HoursRead = Hours | Unsure;
const UNSURE: Unsure = { kind: 'unsure' };

function takeRanges(line: Line, grammar: Grammar, half: Half | null): (HoursRead & Stretch)[] {
  const clock = clockSource(grammar);
  const { from, at, between, and, until, people, times, minute, hour } = grammar;
  const to = `(?:[-–—]|(?:${until})\\s)`;
  const behind = `(?!\\s*(?:${people}|${times}|${minute}|${hour})(?!\\p{L}))`;
  const read = ([, first = '', second = '']: RegExpExecArray): HoursRead | null => {
    const [begin, end] = [clockIn(grammar, first), clockIn(grammar, second)];
    if (!begin || !end) return null;
    const hours = hoursOf(inHalf(begin, half), inHalf(end, half));
    return hours ? { kind: 'hours', fromMin: hours[0], toMin: hours[1] } : UNSURE;
  };
  return [
    ...line.take(
      /(?<![\p{L}\d])([01]\d|2[0-3])([0-5][05])\s*[-–]\s*([01]\d|2[0-4])([0-5][05])(?![\p{L}\d])/gu,
      (match) => {
        const [hour = 0, past = 0, lastHour = 0, lastPast = 0] = match.slice(1).map(Number);
        const [begin, end] = [hour * 60 + past, lastHour * 60 + lastPast];
        return begin === end
          ? null
          : { kind: 'hours' as const, fromMin: begin, toMin: end > begin ? end : end + DAY_MIN };
      },
    ),
    ...line.take(wholeWords(`(?:(?:${from}|${at})\\s+)?(${clock})\\s*${to}\\s*(${clock})${behind}`), read),
    ...line.take(wholeWords(`(?:${between})\\s+(${clock})\\s*(?:${and})\\s+(${clock})`), read),
  ];
}

/** A beginning alone: by minutes, by its half of the day, by a word, or behind `at`. */
function takeStart(line: Line, grammar: Grammar, half: Half | null): (HoursRead & Stretch)[] {
  const bare = /^\d{1,2}$/;
  return line.take(
    wholeWords(`(?:(${grammar.at}|${grammar.from})\\s+)?(${clockSource(grammar)})`),
    ([, at, text = '']): HoursRead | null => {
      const clock = clockIn(grammar, text.trim());
      // A number by itself is no hour: it may be anything.
      if (!clock || (bare.test(text.trim()) && !at)) return null;
      const said = inHalf(clock, half);
      return isSure(said) ? { kind: 'hours', fromMin: said.minute % DAY_MIN, toMin: null } : UNSURE;
    },
  );
}

/** How long it is: `for an hour`, `90 minutes`, `2.5 hours`, `half an hour`. */
function takeLength(line: Line, grammar: Grammar): Piece[] {
  const { forSpan, halfHour, hour, minute } = grammar;
  const number = numberSource(grammar);
  return line.take(
    wholeWords(
      `(?:(?:${forSpan})\\s+)?(?:(${halfHour})|(${number})\\s*(?:${hour})(?:\\s*(?:${grammar.and})?\\s*(\\d{1,2})\\s*(?:${minute}))?|(${number})\\s*(?:${minute}))`,
    ),
    ([, isHalf, hours, more, alone = '']) => {
      const minutes = isHalf
        ? 30
        : hours
          ? numberIn(grammar, hours) * 60 + Number(more ?? 0)
          : numberIn(grammar, alone);
      return Number.isInteger(minutes) && minutes > 0 && minutes <= DAY_MIN
        ? { kind: 'length' as const, minutes }
        : null;
    },
  );
}

/** When on its day it is. What nobody can be sure of is told as such: `2-4` is of the night or of the afternoon. */
export function takeTimes(line: Line, grammar: Grammar): Read[] {
  const said = halfSaid(line, grammar);
  const half = said?.half ?? null;
  const before = line.rest;
  const allDay = line.take(wholeWords(grammar.allDay), () => ({ kind: 'all-day' as const }));
  const ranges = takeRanges(line, grammar, half);
  const lengths = ranges.length ? [] : takeLength(line, grammar);
  const starts = ranges.length ? [] : takeStart(line, grammar, half);
  // `25:00`, or an hour too many: it looks like one and is none, or nobody knows of what.
  const clock = '\\d{1,2}[:.]\\d{2}';
  const further = line.take(wholeWords(`${clock}(?:\\s*[-–—]\\s*${clock})?`), () => UNSURE);
  const isSaid = said && line.rest.slice(said.from, said.to) === before.slice(said.from, said.to);
  const halves = isSaid
    ? [
        {
          ...line.mark(said),
          ...([...ranges, ...starts].length ? { kind: 'half' as const, half: said.half } : UNSURE),
        },
      ]
    : [];
  return [...allDay, ...ranges, ...lengths, ...starts, ...further, ...halves];
}

import { addDays, parseLocalDate, weekdayOf, type LocalDate, type Weekday } from '../time/local-time';
import type { Grammar } from './grammar';
import { escaped, wholeWords, type Line } from './line';
import type { Known, Meaning, Piece, Read, Unsure } from './meaning';
import { anyOf, numberIn, placeIn } from './words';

/** One day of the week, without and with the ending for several. */
export const weekdaySource = ({ weekdays, several }: Grammar): string =>
  `(?:(?:${weekdays.join('|')})(?:${several})?)`;

/** The day of the week a word names, 1 to 7; null where it is none. */
export function weekdayIn({ weekdays, several }: Grammar, word: string): Weekday | null {
  // `so` is a word before it is a Sunday.
  if (word.trim() === 'so') return null;
  const place = placeIn(
    weekdays.map((source) => `(?:${source})(?:${several})?`),
    word.trim(),
  );
  return place < 0 ? null : ((place + 1) as Weekday);
}

const two = (value: string | number): string => String(value).padStart(2, '0');

/** The day with this number and month; the next one where no year is said. */
function dayOf(day: string, month: number, year: string | undefined, today: LocalDate): LocalDate | null {
  const of = (inYear: number | string) => parseLocalDate(`${inYear}-${two(month)}-${two(day)}`);
  if (year) return of(year.length === 2 ? `20${year}` : year);
  const first = Number(today.slice(0, 4));
  // The 29th of February may be some years ahead.
  const days = [0, 1, 2, 3, 4].map((later) => of(first + later));
  return days.find((each) => each !== null && each >= today) ?? null;
}

const ISO = /^\d{4}-\d{2}-\d{2}$/;
const FIGURES = /^(\d{1,2})[./](\d{1,2})(?:[./](\d{4}|\d{2})?)?$/;

const monthSource = ({ months }: Grammar): string => `(?:${months.join('|')})`;
const yearSource = '(?:,?\\s+\\d{4}(?!\\s*[-–:]|\\d))?';

/** No number stands before: in `30 Feb 10-12` the month is not that of the ten. */
const noNumber = '(?<!\\d(?:st|nd|rd|th)?\\s+)';

/** A date that says its month: `18 May`, `Tue, May 18 2027`, `18.5.`, `18/05/2027`, `2027-05-18`. */
function dateSource(grammar: Grammar): string {
  const weekday = `(?:${weekdaySource(grammar)},?\\s+(?:(?:${grammar.on})\\s+)?)?`;
  const month = monthSource(grammar);
  return anyOf([
    '\\d{4}-\\d{2}-\\d{2}',
    `${weekday}\\d{1,2}[./]\\d{1,2}[./](?:\\d{4}|\\d{2})`,
    ...(grammar.hasMonthFirst ? [] : [`${weekday}\\d{1,2}\\.\\d{1,2}\\.`]),
    `${weekday}\\d{1,2}${grammar.dayMark}\\s*${month}${yearSource}`,
    ...(grammar.hasMonthFirst
      ? [`${weekday}${noNumber}${month}\\s+\\d{1,2}(?:st|nd|rd|th)?${yearSource}`]
      : []),
  ]);
}

/** The day such a date names; null where there is none, or it falls on another day of the week than it says. */
function dateIn(grammar: Grammar, text: string, today: LocalDate): LocalDate | null {
  if (ISO.test(text)) return parseLocalDate(text);
  const [, word = '', rest = text] = /^(\p{L}+)\.?,?\s+(.*)$/u.exec(text) ?? [];
  const weekday = weekdayIn(grammar, word);
  const plain = (weekday ? rest : text).replace(new RegExp(`^(?:${grammar.on})\\s+`, 'iu'), '');
  const figures = FIGURES.exec(plain);
  const day = figures
    ? dayOf(figures[1]!, Number(figures[2]), figures[3], today)
    : namedDay(grammar, plain, today);
  return day && weekday && weekdayOf(day) !== weekday ? null : day;
}

function namedDay(grammar: Grammar, text: string, today: LocalDate): LocalDate | null {
  const year = /(?<!\d)\d{4}$/.exec(text)?.[0];
  const withoutYear = year ? text.slice(0, -4) : text;
  const day = /\d{1,2}/.exec(withoutYear)?.[0];
  const month = placeIn(
    grammar.months,
    /\p{L}{3,}\.?/gu.exec(withoutYear.replace(/\d{1,2}(?:st|nd|rd|th)?(?:\s+of)?/i, ' '))?.[0] ?? '',
  );
  return day && month >= 0 ? dayOf(day, month + 1, year, today) : null;
}

/** Days of one month, `18, 20 and 25 May`, `14–16 May`: all of them in order. */
function daysOfMonth(grammar: Grammar, text: string, today: LocalDate): readonly LocalDate[] | null {
  const month = new RegExp(`${monthSource(grammar)}${yearSource}$`, 'iu').exec(text)?.[0];
  const numbers = text.slice(0, text.length - (month?.length ?? 0)).match(/\d{1,2}/g) ?? [];
  const last = numbers[numbers.length - 1];
  const end = last && month ? dateIn(grammar, `${last} ${month}`, today) : null;
  const days = end && numbers.map((day) => parseLocalDate(`${end.slice(0, 8)}${two(day)}`));
  return days?.every((day, index) => day && (!index || day > days[index - 1]!))
    ? (days as LocalDate[])
    : null;
}

/** Sources of dates and of what stands around them, and how they are read. */
function datesOf(grammar: Grammar, today: LocalDate) {
  const date = dateSource(grammar);
  const days = (text: string) =>
    [...text.matchAll(wholeWords(date))].map(([each]) => dateIn(grammar, each, today));
  return {
    date,
    number: `\\d{1,2}${grammar.hasMonthFirst ? '(?:st|nd|rd|th)?' : '\\.?'}`,
    ofMonth: `${grammar.hasMonthFirst ? '(?:\\s+of)?' : ''}\\s*${monthSource(grammar)}${yearSource}`,
    begin: `(?:(?:${grammar.from}|${grammar.on})\\s+)?`,
    /** All of them; null where one of them is no day. */
    allIn: (text: string) => {
      const found = days(text);
      return found.length && found.every((day) => day !== null) ? (found as LocalDate[]) : null;
    },
    ofOneMonth: (text: string) => daysOfMonth(grammar, text, today),
  };
}
type Dates = ReturnType<typeof datesOf>;

function rangeOf(days: readonly LocalDate[] | null) {
  const [first, last] = [days?.[0], days?.[days.length - 1]];
  return first && last && first < last ? { kind: 'range' as const, first, last } : null;
}

/** `14–16 May`, `May 14-16`, `from 6 May until 24 June`; and several of one month, `18, 20 and 25 May`. */
function takeManyDates(
  line: Line,
  grammar: Grammar,
  { begin, date, number, ofMonth, ...read }: Dates,
): Piece[] {
  const to = `\\s*(?:(?:${grammar.until})\\s|[-–—])\\s*`;
  const more = `(?:\\s*,\\s*${number})*\\s*(?:,|,?\\s*(?:${grammar.and}))\\s*`;
  const monthFirst = `${begin}${noNumber}(${monthSource(grammar)})\\s+(\\d{1,2}\\s*[-–—]\\s*\\d{1,2})(?![:.]\\d)`;
  return [
    ...line.take(wholeWords(`${begin}${number}${to}${number}${ofMonth}`), ([text]) =>
      rangeOf(read.ofOneMonth(text)),
    ),
    ...line.take(wholeWords(`${begin}${number}${more}${number}${ofMonth}`), ([text]) => {
      const days = read.ofOneMonth(text);
      return days && { kind: 'days' as const, days };
    }),
    ...(grammar.hasMonthFirst
      ? line.take(wholeWords(monthFirst), ([, month, days]) => rangeOf(read.ofOneMonth(`${days} ${month}`)))
      : []),
    ...line.take(wholeWords(`${begin}${date}${to}${date}`), ([text]) => rangeOf(read.allIn(text))),
  ];
}

/** `until 24 June`, `until the end of the summer season`, `except 31 May`. */
function takeEnds(line: Line, grammar: Grammar, { date, allIn }: Dates, seasons: Known['seasons']): Piece[] {
  const { until, except, and, seasonEnd } = grammar;
  const names = seasons.map(({ name }) => escaped(name)).join('|') || '(?!)';
  return [
    ...line.take(wholeWords(`(?:${except})\\s+${date}(?:\\s*(?:,|${and})\\s*${date})*`), ([text]) => {
      const days = allIn(text);
      return days && { kind: 'except' as const, days };
    }),
    ...line.take(wholeWords(`(?:${until})\\s+(?:${seasonEnd})?(${names})`), ([, name = '']) => {
      const season = seasons.find((each) => each.name.toLowerCase() === name.toLowerCase());
      return season ? { kind: 'until' as const, day: season.to } : null;
    }),
    ...line.take(wholeWords(`(?:${until})\\s+${date}`), ([text]) => {
      const day = allIn(text)?.[0];
      return day ? { kind: 'until' as const, day } : null;
    }),
  ];
}

/** Dates that name their month, with what they are said for: the first, the last, those left out. */
export function takeDates(line: Line, grammar: Grammar, { today, seasons }: Known): Read[] {
  const dates = datesOf(grammar, today);
  return [
    ...takeManyDates(line, grammar, dates),
    ...takeEnds(line, grammar, dates, seasons),
    // `30 Feb`, or a Saturday that is a Sunday: nobody can say which day is meant.
    ...line.take(
      wholeWords(`${dates.begin}${dates.date}`),
      ([text]): Extract<Meaning, { kind: 'day' }> | Unsure => {
        const day = dates.allIn(text)?.[0];
        return day ? { kind: 'day', day } : { kind: 'unsure' };
      },
    ),
  ];
}

const UNIT_DAYS: Readonly<Record<string, number>> = { day: 1, tag: 1, week: 7, woche: 7 };

/** The same day of a later month; the last one where that month is shorter. */
function monthsLater(day: LocalDate, months: number): LocalDate {
  const at = Number(day.slice(0, 4)) * 12 + Number(day.slice(5, 7)) - 1 + months;
  const month = `${Math.floor(at / 12)}-${two((at % 12) + 1)}`;
  const days = [day.slice(8), '30', '29', '28'].map((each) => parseLocalDate(`${month}-${each}`));
  return days.find((each) => each !== null)!;
}

/** Days told from today: `tomorrow`, `in 3 weeks`, `next Wednesday`, `fri`. */
export function takeDaysFromToday(line: Line, grammar: Grammar, { today }: Known): Piece[] {
  const weekday = weekdaySource(grammar);
  const comes = (word: string): LocalDate | null => {
    const day = weekdayIn(grammar, word);
    return day && addDays(today, (day - weekdayOf(today) + 7) % 7);
  };
  const isDay = (day: LocalDate | null) => day && { kind: 'day' as const, day };
  const before = `(?:(?:${grammar.on}|${grammar.from})\\s+)?`;
  return [
    ...line.take(wholeWords(grammar.dayAfter), () => isDay(addDays(today, 2))),
    ...line.take(wholeWords(`${before}(?:${grammar.tomorrow})`), () => isDay(addDays(today, 1))),
    ...line.take(wholeWords(grammar.today), () => isDay(today)),
    ...line.take(wholeWords(grammar.ahead), ([, number = '', unit = '']) => {
      const count = numberIn(grammar, number) || 1;
      const days = UNIT_DAYS[unit.toLowerCase()];
      return isDay(days ? addDays(today, count * days) : monthsLater(today, count));
    }),
    ...line.take(wholeWords(`(?:${grammar.next})\\s+(${weekday})`), ([, word = '']) => {
      const day = weekdayIn(grammar, word);
      return isDay(day && addDays(today, 7 - weekdayOf(today) + day));
    }),
    ...line.take(
      wholeWords(
        `${before}(${weekday})\\s+(?:${grammar.weekLater})|(?:${grammar.weekLaterBefore})\\s+(${weekday})`,
      ),
      ([, word = '', later = '']) => {
        const day = comes(word || later);
        return isDay(day && addDays(day, 7));
      },
    ),
    ...line.take(wholeWords(`(?:(?:${grammar.thisOne}|${grammar.on})\\s+)?(${weekday})`), ([, word = '']) =>
      isDay(comes(word)),
    ),
  ];
}

import { ownLanguage } from '@/contracts/language/translate';
import { addDays, daysBetween, parseLocalDate, type LocalDate } from '@/core/time/local-time';

const two = (value: number | null): string => String(value).padStart(2, '0');

/** `12.5.`: the next day of that month and number. */
function nextOf(month: string, date: string, today: LocalDate): LocalDate | null {
  const year = Number(today.slice(0, 4));
  const day = parseLocalDate(`${year}-${month}-${date}`);
  return day && day >= today ? day : parseLocalDate(`${year + 1}-${month}-${date}`);
}

type Reader = typeof import('chrono-node');
let reader: Reader | null = null;

/** Loads what reads days; whatever is typed is read at once from then on. */
export async function bringReader(): Promise<void> {
  reader ??= await import('chrono-node');
}

interface Found {
  readonly day: LocalDate;
  /** The words it is named by. */
  readonly text: string;
}

/** Days that are read without help: `2027-05-12`, and in German `12.5.`; undefined where there is no such one. */
function plainDay(text: string, today: LocalDate): Found | null | undefined {
  const plain = /\b\d{4}-\d\d-\d\d\b/.exec(text)?.[0];
  if (plain) {
    const day = parseLocalDate(plain);
    return day && { day, text: plain };
  }
  const [short, date = '', month = ''] =
    (ownLanguage() === 'de' && /(?<!\d)(\d{1,2})\.(\d{1,2})\.(?!\d)/.exec(text)) || [];
  if (!short) return undefined;
  const day = nextOf(two(Number(month)), two(Number(date)), today);
  return day && { day, text: short };
}

function namedDay({ de, en }: Reader, text: string, today: LocalDate): Found | null {
  const noon = { instant: new Date(`${today}T12:00:00Z`), timezone: 0 };
  for (const language of ownLanguage() === 'de' ? [de, en.GB] : [en.GB]) {
    const [found] = language.parse(text, noon, { forwardDate: true });
    if (!found) continue;
    const { start } = found;
    const day = parseLocalDate(
      `${String(start.get('year')).padStart(4, '0')}-${two(start.get('month'))}-${two(start.get('day'))}`,
    );
    if (day) return { day, text: found.text };
  }
  return null;
}

/**
 * The first day somebody names in a text, with the words they name it by: `tue`, `12 may`, `in 3 weeks`, `2027-05-12`,
 * `nächsten Dienstag`; the next one where the year or the week is left open, day before month. Read in the language of
 * whoever writes, else in English. The parser is loaded when it is first used.
 */
async function findDay(text: string, today: LocalDate): Promise<Found | null> {
  const plain = plainDay(text, today);
  if (plain !== undefined) return plain;
  await bringReader();
  return reader && namedDay(reader, text, today);
}

/** A day as people write it; null where it cannot be read. */
export const readTypedDate = async (text: string, today: LocalDate): Promise<LocalDate | null> =>
  parseLocalDate(text.trim()) ?? (await findDay(text.slice(0, 60), today))?.day ?? null;

/** The same at once; undefined while the parser is not there yet (`bringReader`). */
export function readDayNow(text: string, today: LocalDate): LocalDate | null | undefined {
  const plain = plainDay(text, today);
  if (plain !== undefined) return plain?.day ?? null;
  return reader ? (namedDay(reader, text.slice(0, 60), today)?.day ?? null) : undefined;
}

/** What a text of many days says. */
export interface TypedDates {
  /** In the order in which they are named; at most `MOST_TYPED`. */
  readonly days: readonly LocalDate[];
  /** Pieces in which nobody can read a day. */
  readonly unread: readonly string[];
  /** What stands beside a day that was read, and was not taken: a time, a title. */
  readonly leftOut: readonly string[];
}

/** A year's days and one more. */
const MOST_TYPED = 367;
/** Half a year: a longer range is a slip more often than it is meant. */
const LONGEST_RANGE = 184;
const YEAR = /\b\d{4}\b/;

const DASH = /\s+(?:-|–|—|to|until|till|bis)\s+/i;
/** `1-3 June`, `1.–3. Juni 2027`, `1.-3.6.`: the first day has the month of the last. */
const DAYS_OF_A_MONTH = /^(\d{1,2})\.?\s*[-–—]\s*(\d{1,2})(\.?\s*\p{L}.*|\.\d{1,2}\..*)$/u;

/** Both ends of what is written as a range; null where it is none. */
function endsOf(piece: string): readonly [string, string] | null {
  const [, first, last, month] = DAYS_OF_A_MONTH.exec(piece) ?? [];
  if (first && last && month) return [`${first}${month}`, `${last}${month}`];
  const [from, to, ...more] = piece.split(DASH);
  // `Tue – 18 May` is one day.
  if (!from || !to || more.length || (!/\d/.test(from) && /\d/.test(to))) return null;
  return /^\d{1,2}\.?$/.test(from) ? [`${from} ${to.replace(/^\d{1,2}\.?\s*/, '')}`, to] : [from, to];
}

/** Every day of a range; none where an end cannot be read, or it runs backwards. */
async function daysOf([from, to]: readonly [string, string], today: LocalDate): Promise<LocalDate[]> {
  const last = await readTypedDate(to, today);
  // The year may stand at the end alone; `30 Dec to 2 Jan 2028` begins the year before.
  const year = YEAR.test(from) ? undefined : YEAR.exec(to)?.[0];
  const years = year ? [` ${year}`, ` ${Number(year) - 1}`] : [''];
  const firsts = await Promise.all(years.map((each) => readTypedDate(`${from}${each}`, today)));
  const first = firsts.find((day) => day && last && day <= last);
  const between = first && last ? daysBetween(first, last) : LONGEST_RANGE;
  if (!first || between >= LONGEST_RANGE) return [];
  return Array.from({ length: between + 1 }, (_, index) => addDays(first, index));
}

/** A list parts at commas, lines, tabs and “and”; the comma before a year, as in `May 18, 2027`, parts nothing. */
const piecesOf = (text: string): string[] =>
  text
    .replace(/,\s*(\d{4})(?![\d-])/g, ' $1')
    .split(/[,;\t\n]+|\s+(?:and|und|&)\s+/i)
    .map((piece) => piece.trim())
    .filter(Boolean);

const TIME = /\d{1,2}(?:[:.]\d{2})?\s*(?:am|pm|Uhr)\b|\d{1,2}:\d{2}/i;

async function readPiece(piece: string, today: LocalDate): Promise<Omit<TypedDates, 'unread'>> {
  const whole = parseLocalDate(piece);
  if (whole) return { days: [whole], leftOut: [] };
  const ends = endsOf(piece);
  if (ends) return { days: await daysOf(ends, today), leftOut: [] };
  // `Tue – 18 May`: the day of the week says nothing more.
  const one = piece.replace(/^(\p{L}{2,10}\.?)\s+[-–—]\s+(?=\d)/u, '$1 ');
  const found = await findDay(one.slice(0, 60), today);
  if (!found) return { days: [], leftOut: [] };
  const rest = one.replace(found.text, '').trim();
  const time = TIME.exec(found.text)?.[0];
  return {
    days: [found.day],
    leftOut: [...(time ? [time] : []), ...(/[\p{L}\d]/u.test(rest) ? [rest] : [])],
  };
}

/** Days in a text, one or many, as people write and paste them: `12 May, 19 May`, `1-3 June`, a column of a table. */
export async function readTypedDates(text: string, today: LocalDate): Promise<TypedDates> {
  const days: LocalDate[] = [];
  const unread: string[] = [];
  const leftOut: string[] = [];
  for (const piece of piecesOf(text)) {
    const read = await readPiece(piece, today);
    if (!read.days.length) unread.push(piece);
    days.push(...read.days);
    leftOut.push(...read.leftOut);
  }
  const once = [...new Set(days)];
  return once.length > MOST_TYPED
    ? { days: [], unread: [text.trim()], leftOut: [] }
    : { days: once, unread, leftOut };
}

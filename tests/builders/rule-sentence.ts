/**
 * A reader of rule sentences, written from what people read and not from the code that writes them: a sentence that
 * cannot be read back by it says too little.
 */
const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
const MONTHS = 'January February March April May June July August September October November December'.split(
  ' ',
);
const CODES = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
const FREQ: Record<string, string> = { day: 'DAILY', week: 'WEEKLY', month: 'MONTHLY', year: 'YEARLY' };

const list = (text: string): string[] => text.split(/, | and /);
const pad = (value: string) => value.padStart(2, '0');

function number(text: string): number {
  if (text === 'last') return -1;
  const match = /^(\d+)(?:st|nd|rd|th)( last)?$/.exec(text);
  if (!match) throw new Error(`not a number in a sentence: ${text}`);
  return match[2] ? -Number(match[1]) : Number(match[1]);
}

/** `the 2nd and last Friday and Sunday`, `the 15th and the last day`. */
function place(text: string): string {
  const weekday = WEEKDAYS.map((name) => text.indexOf(name)).filter((at) => at >= 0);
  if (!weekday.length)
    return `BYMONTHDAY=${list(text)
      .map((part) => number(part.replace(/^the /, '').replace(/ day$/, '')))
      .join(',')}`;
  const at = Math.min(...weekday);
  const numbers = list(text.slice('the '.length, at - 1)).map(number);
  const days = list(text.slice(at)).map((name) => CODES[WEEKDAYS.indexOf(name)]!);
  return `BYDAY=${numbers.flatMap((nth) => days.map((day) => `${nth}${day}`)).join(',')}`;
}

function where(unit: string, text: string): string[] {
  const parts: string[] = [];
  const months =
    / in ((?:(?:, | and )?(?:January|February|March|April|May|June|July|August|September|October|November|December))+)$/.exec(
      text,
    );
  if (months)
    parts.push(
      `BYMONTH=${list(months[1]!)
        .map((name) => MONTHS.indexOf(name) + 1)
        .join(',')}`,
    );
  const rest = months ? text.slice(0, months.index) : text;
  const on = / on (.+)$/.exec(rest)?.[1];
  if (!on) return parts;
  return unit === 'week'
    ? [
        ...parts,
        `BYDAY=${list(on)
          .map((name) => CODES[WEEKDAYS.indexOf(name)]!)
          .join(',')}`,
      ]
    : [...parts, place(on)];
}

/** The RRULE value a sentence stands for, or `own` where it says that the rule is one of its own. */
export function parseRuleSentence(sentence: string): string {
  if (sentence.startsWith('by a rule of its own')) return 'own';
  const match =
    /^every (?:(\d+) )?(day|week|month|year)s?(.*?)(?:, weeks from (\w+))?, \d\d:\d\d–\d\d:\d\d(?: \(to a later day\))?(.*)$/.exec(
      sentence,
    );
  if (!match) throw new Error(`this is no rule sentence: ${sentence}`);
  const [, every, unit, place_, weekStart, end] = match;
  const parts = [`FREQ=${FREQ[unit!]!}`, ...where(unit!, place_!)];
  if (every) parts.push(`INTERVAL=${every}`);
  if (weekStart) parts.push(`WKST=${CODES[WEEKDAYS.indexOf(weekStart)]!}`);
  const until = /until (\d+) (\w+) (\d{4})/.exec(end!);
  const count = /(\d+) dates?$/.exec(end!);
  if (until) parts.push(`UNTIL=${until[3]}${pad(String(MONTHS.indexOf(until[2]!) + 1))}${pad(until[1]!)}`);
  else if (count) parts.push(`COUNT=${count[1]}`);
  return parts.join(';');
}

import { ownLanguage, t } from '@/contracts/language/translate';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { everyText } from '@/contracts/words/rule';
import { dayShort, sayClock } from '@/contracts/words/when';
import { findDay } from '@/ui/kit/dates/typed-date';
import { grammarOf, type QuickGrammar } from './quick-grammar';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import type { RuleUnit } from '@/core/recurrence/editor-model';
import { LAYOUTS, type Layout } from '@/core/seating/layouts';
import { type LocalDate } from '@/core/time/local-time';

/** What was made of a piece of the line. */
export interface ReadPiece {
  readonly text: string;
  /** `title`, `Thu 15 Apr 2027`, `Potting Studio`. */
  readonly as: string;
}

/** What a line says; what it leaves open is not there. */
export interface QuickRequest {
  readonly title?: string;
  readonly day?: LocalDate;
  /** Minutes of the day; the end is after midnight where it is beyond 1,440. */
  readonly fromMin?: number;
  readonly toMin?: number;
  readonly spaceId?: number;
  readonly layout?: Layout;
  readonly people?: number;
  readonly categoryId?: number;
  readonly hostId?: number;
  readonly equipment: readonly { readonly typeId: number; readonly quantity: number }[];
  readonly every?: { readonly every: number; readonly unit: RuleUnit };
  readonly count?: number;
}

export interface QuickReading {
  readonly request: QuickRequest;
  readonly read: readonly ReadPiece[];
  /** Words nobody could make anything of: said, never dropped. */
  readonly unread: readonly string[];
}

type Known = Pick<AskChoices, 'spaces' | 'categories' | 'hosts' | 'equipment' | 'today'>;

const HALF_DAYS = '(am|pm)?';
const QUOTED = /["“”„«]([^"“”„«»]{1,120})["“”»]/;

/** A time of day in three groups: hour, minute, half of the day. */
const clockOf = ({ oClock }: QuickGrammar): string => `(\\d{1,2})(?:[:.](\\d{2}))?\\s*${HALF_DAYS}${oClock}`;
const hoursOf = (grammar: QuickGrammar): RegExp => {
  const clock = clockOf(grammar);
  return new RegExp(`\\b(?:${grammar.from})?${clock}\\s*(?:${grammar.until})\\s*${clock}\\b`, 'i');
};

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** The text with what has been read taken out, and what was made of it. */
class Line {
  readonly read: ReadPiece[] = [];
  constructor(public rest: string) {}

  /** Takes the first match out, where `meaning` makes something of it. */
  take(pattern: RegExp, meaning: (match: RegExpExecArray) => string | null): void {
    const match = pattern.exec(this.rest);
    if (!match) return;
    const as = meaning(match);
    if (as === null) return;
    this.read.push({ text: match[0].trim(), as });
    // A bar keeps what stood on both sides apart.
    this.rest = `${this.rest.slice(0, match.index)} | ${this.rest.slice(match.index + match[0].length)}`;
  }

  /** Takes out the longest of these names that stands in the line. */
  takeName<Item>(
    items: readonly Item[],
    namesOf: (item: Item) => readonly string[],
    meaning: (item: Item) => string,
  ): void {
    const names = items
      .flatMap((item) => namesOf(item).map((name) => ({ name, item })))
      .filter(({ name }) => name.length > 1)
      .sort((a, b) => b.name.length - a.name.length);
    for (const { name, item } of names) {
      const pattern = new RegExp(`(?<![\\p{L}\\d])${escaped(name)}(?![\\p{L}\\d])`, 'iu');
      if (!pattern.test(this.rest)) continue;
      return this.take(pattern, () => meaning(item));
    }
  }
}

const minuteOf = (hour: string, minute: string | undefined, half: string | undefined): number | null => {
  const base = Number(hour) % (half ? 12 : 100);
  const value = (base + (half?.toLowerCase() === 'pm' ? 12 : 0)) * 60 + Number(minute ?? 0);
  return Number(minute ?? 0) < 60 && value <= 1440 ? value : null;
};

function hoursIn(match: RegExpExecArray): readonly [number, number] | null {
  const [, fromHour, fromMinute, fromHalf, toHour, toMinute, toHalf] = match;
  // `2-4 pm` is of the afternoon on both sides.
  const from = minuteOf(
    fromHour!,
    fromMinute,
    fromHalf ?? (toHalf && Number(fromHour) < Number(toHour) ? toHalf : undefined),
  );
  const to = minuteOf(toHour!, toMinute, toHalf);
  if (from === null || to === null || from === to) return null;
  return [from, to > from ? to : to + 1440];
}

/** The day in what is left; taken out of it. */
async function takeDay(line: Line, today: LocalDate): Promise<LocalDate | undefined> {
  const found = await findDay(line.rest, today);
  if (!found) return undefined;
  line.take(new RegExp(escaped(found.text)), () => dayShort(found.day));
  return found.day;
}

/** What has been read so far. */
type Found = { -readonly [Name in keyof QuickRequest]: QuickRequest[Name] };
type Grammar = ReturnType<typeof grammarOf>;

/** A title in quotes, how many people, how often and how many pieces. */
function takeNumbers(line: Line, found: Found, known: Known, grammar: Grammar): void {
  line.take(QUOTED, ([, title]) => {
    found.title = title!.trim();
    return t`title`;
  });
  line.take(grammar.people, ([, people = '']) => {
    found.people = Number(people);
    return t`${people} people`;
  });
  line.take(grammar.times, ([, count = '']) => {
    found.count = Number(count);
    return t`${count} dates`;
  });
  line.take(grammar.every, ([, word, number, unit]) => {
    const [every, of] = word
      ? grammar.words[word.toLowerCase()]!
      : [
          number === undefined ? 1 : grammar.other.test(number) ? 2 : Number(number),
          grammar.units[unit!.toLowerCase()]!,
        ];
    if (!every) return null;
    found.every = { every, unit: of };
    return everyText(every, of);
  });
  for (const type of known.equipment)
    line.take(new RegExp(`\\b(\\d{1,5})\\s*(?:x|×)?\\s+${escaped(type.name)}s?\\b`, 'i'), ([, quantity]) => {
      found.equipment = [...found.equipment, { typeId: type.id, quantity: Number(quantity) }];
      return `${quantity} × ${type.name}`;
    });
}

/** A space and how it is set. */
function takePlace(line: Line, found: Found, known: Known, grammar: Grammar): void {
  line.takeName(
    known.spaces,
    ({ name, code }) => [name, code],
    (space) => {
      found.spaceId = space.id;
      return space.name;
    },
  );
  line.takeName(
    LAYOUTS,
    (layout) => [LAYOUT_WORDS[layout], ...grammar.layouts[layout]],
    (layout) => {
      found.layout = layout;
      return LAYOUT_WORDS[layout];
    },
  );
}

function takeHours(line: Line, found: Found, grammar: Grammar): void {
  line.take(hoursOf(grammar), (match) => {
    const hours = hoursIn(match);
    if (!hours) return null;
    [found.fromMin, found.toMin] = hours;
    return `${sayClock(hours[0])}–${sayClock(hours[1] % 1440)}`;
  });
}

/** For whom it is: a category and a host. */
function takeFor(line: Line, found: Found, known: Known, grammar: Grammar): void {
  line.takeName(
    known.categories,
    ({ name }) => [name, name.replace(grammar.many, '')],
    (category) => {
      found.categoryId = category.id;
      return t`category ${category.name}`;
    },
  );
  line.takeName(
    known.hosts,
    ({ name }) => [name],
    (host) => {
      found.hostId = host.id;
      return t`for ${host.name}`;
    },
  );
}

/** An hour alone is when it begins, read last of all. */
function takeStart(line: Line, found: Found, grammar: Grammar): void {
  if (found.fromMin !== undefined) return;
  line.take(new RegExp(`\\b(?:${grammar.at})?${clockOf(grammar)}\\b`, 'i'), ([, hour, minute, half]) => {
    const from = minuteOf(hour!, minute, half);
    // A bare number is no time of day: it may be anything.
    if (from === null || (!minute && !half)) return null;
    found.fromMin = from;
    return t`from ${sayClock(from)}`;
  });
}

/**
 * A request in one line, as it is said on the telephone: `thu 14-16 potting studio 20 people rounds`. Every word is
 * either read, joins others, or is told as not read.
 */
export async function readQuickLine(text: string, known: Known): Promise<QuickReading> {
  const grammar = grammarOf(ownLanguage());
  const line = new Line(text.slice(0, 400));
  const found: Found = { equipment: [] };
  takeNumbers(line, found, known, grammar);
  takePlace(line, found, known, grammar);
  takeHours(line, found, grammar);
  takeFor(line, found, known, grammar);
  takeStart(line, found, grammar);
  const day = await takeDay(line, known.today as LocalDate);
  if (day) found.day = day;
  const unread = line.rest.split(/[\s|]+/).filter((word) => word && !grammar.joining.test(word));
  return { request: found, read: line.read, unread };
}

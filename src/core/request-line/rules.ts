import type { Weekday } from '../time/local-time';
import { weekdayIn, weekdaySource } from './days';
import type { Grammar } from './grammar';
import { wholeWords, type Line } from './line';
import type { Piece, SaidRule } from './meaning';
import { anyOf, listOf, numberIn, numberSource, valueIn } from './words';

type RuleRead = { readonly kind: 'rule'; readonly rule: SaidRule } | null;

const isRule = (rule: Partial<SaidRule> & Pick<SaidRule, 'unit'>): RuleRead => ({
  kind: 'rule',
  rule: { every: 1, weekdays: [], nths: [], monthDays: [], ...rule },
});

/** Sources of the parts that rules are said with. */
interface Parts {
  readonly grammar: Grammar;
  readonly weekday: string;
  readonly weekdays: string;
  readonly ordinals: string;
  readonly number: string;
  /** How often, by a number, a place or `other`. */
  readonly often: string;
  readonly units: string;
  readonly adverbs: string;
  readonly on: string;
}

function partsOf(grammar: Grammar): Parts {
  const weekday = weekdaySource(grammar);
  const ordinal = anyOf(Object.keys(grammar.ordinals));
  const number = numberSource(grammar);
  return {
    grammar,
    weekday,
    weekdays: listOf(grammar, weekday),
    ordinals: listOf(grammar, ordinal),
    number,
    often: `(?:${grammar.other}|${number}|${ordinal})`,
    units: anyOf(Object.keys(grammar.units)),
    adverbs: anyOf(Object.keys(grammar.adverbs)),
    on: `(?:(?:${grammar.on})\\s+)?`,
  };
}

function weekdaysIn({ grammar, weekday }: Parts, text: string): Weekday[] | null {
  const days = [...text.matchAll(wholeWords(weekday))].map(([word]) => weekdayIn(grammar, word));
  return days.includes(null) ? null : [...new Set(days as Weekday[])].sort((a, b) => a - b);
}

const nthsIn = ({ grammar }: Parts, text: string): number[] =>
  [...text.matchAll(wholeWords(anyOf(Object.keys(grammar.ordinals))))].map(([word]) =>
    valueIn(grammar.ordinals, word)!,
  );

/** Every how many; 0 for what is no such number. */
function oftenIn({ grammar }: Parts, text: string | undefined): number {
  if (!text) return 1;
  if (new RegExp(`^(?:${grammar.other})$`, 'iu').test(text)) return 2;
  const value = valueIn(grammar.ordinals, text) ?? numberIn(grammar, text);
  return Number.isInteger(value) && value > 0 && value < 100 ? value : 0;
}

/** `last Friday of every month`, `monthly on the second Sunday`, `on the 15th of every month`. */
function takeMonthly(line: Line, parts: Parts): Piece[] {
  const { grammar, weekday, ordinals, on, adverbs, units } = parts;
  const monthly = `(?:(${adverbs})|(?:${grammar.every})\\s+(${units}))\\s*,?\\s*`;
  const isMonthly = (adverb?: string, unit?: string) =>
    (adverb ? valueIn(grammar.adverbs, adverb)?.[1] : valueIn(grammar.units, unit ?? '')) === 'month';
  const inMonth = (nths: string, word: string): RuleRead => {
    const day = weekdayIn(grammar, word);
    return day && isRule({ unit: 'month', nths: nthsIn(parts, nths), weekdays: [day] });
  };
  const onDay = (text: string): RuleRead => {
    const days = (text.match(/\d{1,2}/g) ?? []).map(Number);
    return days.every((day) => day >= 1 && day <= 31) ? isRule({ unit: 'month', monthDays: days }) : null;
  };
  const every = `(?:(?:${grammar.every})\\s+)?`;
  const days = listOf(grammar, '\\d{1,2}(?:st|nd|rd|th|\\.)?');
  return [
    ...line.take(
      wholeWords(`${on}${every}(${ordinals})\\s+(${weekday})\\s+(?:${grammar.ofMonth})`),
      ([, nths = '', word = '']) => inMonth(nths, word),
    ),
    ...line.take(
      wholeWords(`${monthly}${on}(${ordinals})\\s+(${weekday})`),
      ([, adverb = '', unit = '', nths = '', word = '']) =>
        isMonthly(adverb, unit) ? inMonth(nths, word) : null,
    ),
    ...line.take(wholeWords(`${on}(${days})\\s+(?:${grammar.ofMonth})`), ([, text = '']) => onDay(text)),
    ...line.take(
      wholeWords(`${monthly}${on}(${days})(?![:.]?\\d)`),
      ([, adverb = '', unit = '', text = '']) => (isMonthly(adverb, unit) ? onDay(text) : null),
    ),
    ...line.take(wholeWords(`${on}(?:${grammar.lastDay})\\s+(?:${grammar.ofMonth})`), () =>
      isRule({ unit: 'month', monthDays: [-1] }),
    ),
  ];
}

/** `Mon-Fri`, `Tuesday to Thursday`: all days of the week between two. */
function takeStretch(line: Line, { grammar, weekday, on }: Parts): Piece[] {
  return line.take(
    wholeWords(`${on}(${weekday})\\s*(?:[-–—]|(?:${grammar.until})\\s)\\s*(${weekday})`),
    ([, first = '', last = '']) => {
      const [from, to] = [weekdayIn(grammar, first), weekdayIn(grammar, last)];
      const days = ([1, 2, 3, 4, 5, 6, 7] as const).filter((day) => from && to && day >= from && day <= to);
      return days.length ? isRule({ unit: 'week', weekdays: days }) : null;
    },
  );
}

/** `every second Tuesday`, `weekly on Thursdays`, `every 3 weeks on Fri`, `Mondays and Fridays`, `Mon, Wed and Fri`. */
function takeWeekly(line: Line, parts: Parts): Piece[] {
  const { grammar, weekday, weekdays, often, on, adverbs, units } = parts;
  const also = `(?:\\s*,?\\s*(?:(?:${grammar.on})\\s+)?(${weekdays}))?`;
  const onDays = (every: number, unit: SaidRule['unit'], text: string | undefined): RuleRead => {
    const days = text ? weekdaysIn(parts, text) : [];
    // `every 14 days` is every two weeks.
    const [number, of] = unit === 'day' && every % 7 === 0 ? [every / 7, 'week' as const] : [every, unit];
    if (!every || !days || (days.length > 0 && of !== 'week')) return null;
    return isRule({ every: number, unit: of, weekdays: days });
  };
  const several = `(?:${grammar.weekdays.join('|')})(?:${grammar.several})`;
  return [
    ...takeStretch(line, parts),
    ...line.take(wholeWords(grammar.workdays), () => isRule({ unit: 'week', weekdays: [1, 2, 3, 4, 5] })),
    ...line.take(
      wholeWords(`${on}(?:${grammar.every})\\s+(?:(${often})\\s+)?(${weekdays})`),
      ([, number = '', days]) => onDays(oftenIn(parts, number), 'week', days),
    ),
    ...line.take(
      wholeWords(`(?:${grammar.every})\\s+(?:(${often})\\s+)?(${units})${also}`),
      ([, number = '', unit = '', days]) =>
        onDays(oftenIn(parts, number), valueIn(grammar.units, unit)!, days),
    ),
    ...line.take(wholeWords(`(${adverbs})${also}`), ([, adverb = '', days]) => {
      const [every, unit] = valueIn(grammar.adverbs, adverb)!;
      return onDays(every, unit, days);
    }),
    ...line.take(
      wholeWords(
        `${on}(${listOf(grammar, `(?:${several})`)}|${weekday}(?:\\s*,\\s*${weekday})*\\s*,?\\s*(?:${grammar.and})\\s*${weekday})`,
      ),
      ([, days]) => onDays(1, 'week', days),
    ),
  ];
}

/** `four Saturdays`: how many, and on which day of the week. */
function takeSoMany(line: Line, parts: Parts): Piece[] {
  const { grammar, number } = parts;
  const several = `(?:${grammar.weekdays.join('|')})(?:${grammar.several})`;
  return line.take(wholeWords(`(${number})\\s+(${several})`), ([, many = '', word = '']) => {
    const day = weekdayIn(grammar, word);
    const count = numberIn(grammar, many);
    return day && Number.isInteger(count) && count > 1
      ? {
          kind: 'rule' as const,
          rule: { every: 1, unit: 'week' as const, weekdays: [day], nths: [], monthDays: [], count },
        }
      : null;
  });
}

/** How often it is, and for how many dates. */
export function takeRules(line: Line, grammar: Grammar): Piece[] {
  const parts = partsOf(grammar);
  const rules = [...takeSoMany(line, parts), ...takeMonthly(line, parts), ...takeWeekly(line, parts)];
  const counts = line.take(
    wholeWords(`(?:(?:${grammar.forSpan})\\s+)?(${parts.number})\\s*(?:${grammar.times})`),
    ([, number = '']) => {
      const count = numberIn(grammar, number);
      return Number.isInteger(count) && count > 0 ? { kind: 'count' as const, count } : null;
    },
  );
  return [...rules, ...counts];
}

import { takeDates, takeDaysFromToday } from './days';
import type { Grammar } from './grammar';
import { Line, wholeWords, type Stretch } from './line';
import type { Known, Meaning, Piece, Read, Reading, Unsure } from './meaning';
import { takeRules } from './rules';
import { findCategories, takeLayouts, takeNamed, takePeople, takeWay, tellingWords } from './things';
import { takeTimes } from './times';
import { anyOf, numberSource } from './words';

/** Longer than anybody says a request; what is beyond it is not looked at. */
export const MOST_LINE = 400;

const QUOTED = /["“”„«»]([^"“”„«»]{1,120})["“”«»]/gu;

/** Said twice and differently, only the first counts and the second is told; of the others there may be several. */
const ONCE: ReadonlySet<Meaning['kind']> = new Set([
  'title',
  'rule',
  'count',
  'until',
  'range',
  'hours',
  'length',
  'people',
  'layout',
  'category',
  'host',
  'way',
]);

const sayOf = ({ from: _, to: __, ...meaning }: Piece): string => JSON.stringify(meaning);

/** Pieces in the order of the line, and what contradicts one before it. */
function settled(pieces: readonly Piece[]) {
  const kept: Piece[] = [];
  const unread: Stretch[] = [];
  for (const piece of [...pieces].sort((a, b) => a.from - b.from)) {
    const before = ONCE.has(piece.kind) ? kept.find(({ kind }) => kind === piece.kind) : undefined;
    if (!before || sayOf(before) === sayOf(piece)) kept.push(piece);
    else if (piece.kind !== 'category') unread.push({ from: piece.from, to: piece.to });
  }
  return { kept, unread };
}

/** What is left of the line between marks and what was read, without the words at its ends that only join others. */
function leftIn(line: Line, grammar: Grammar) {
  const { joining, asking, article } = grammar;
  const leading = new RegExp(
    `^\\s*(?:${[grammar.inPlace, grammar.until, grammar.from, grammar.except].join('|')})\\s`,
    'iu',
  );
  return [...line.rest.matchAll(/[^|,;:()\n]+/g)].flatMap(({ index, 0: text }) => {
    const words = [...text.matchAll(/\S+/g)];
    // `The Tempest` begins with its article, `the tempest` may do without.
    const says = words.map(([word]) => !joining.test(word) || (article.test(word) && /^\p{Lu}/u.test(word)));
    const [first, last] = [words[says.indexOf(true)], words[says.lastIndexOf(true)]];
    if (!first || !last || words.every(([word]) => joining.test(word) || asking.test(word))) return [];
    const from = index + first.index;
    const to = index + last.index + last[0].length;
    return [{ from, to, text: line.text.slice(from, to), isLed: index > 0 && leading.test(text) }];
  });
}

const within = (inner: Stretch, outer: Stretch): boolean => inner.from >= outer.from && inner.to <= outer.to;

/**
 * The title: what is quoted, else the first stretch of words that nothing else was made of, else the category as it is
 * said. What stands behind `in` or `until`, begins with a number, or has a word of a space in it while no space was read,
 * is rather something that is not known.
 */
function titleIn(line: Line, grammar: Grammar, known: Known, pieces: readonly Piece[]) {
  const categories = pieces.filter(({ kind }) => kind === 'category');
  const isCategory = (each: Stretch) => categories.some((category) => within(each, category));
  const left = leftIn(line, grammar);
  const telling = pieces.some(({ kind }) => kind === 'space')
    ? []
    : tellingWords(known.spaces).map(([word]) => word);
  const isTitle = ({ text, isLed }: (typeof left)[number]) =>
    !isLed &&
    /\p{L}{2}/u.test(text) &&
    !/^\d+(?!\p{L})/u.test(text) &&
    !telling.some((word) => text.toLowerCase().split(/\s+/).includes(word));
  const open = left.filter((each) => !isCategory(each));
  const found = pieces.some(({ kind }) => kind === 'title')
    ? undefined
    : (open.find(isTitle) ?? left.filter(isCategory).find(isTitle));
  return {
    titles: found ? [{ kind: 'title' as const, title: found.text, from: found.from, to: found.to }] : [],
    unread: open.filter((each) => each !== found).map(({ from, to }): Stretch => ({ from, to })),
  };
}

const takeUnsure = (line: Line, sources: readonly string[]) =>
  sources.flatMap((source) => line.take(wholeWords(source), (): Unsure => ({ kind: 'unsure' })));

/** Behind a stretch of days `each day` is its hours; before it, it is a rule that begins and ends with them. */
function takeEachDay(line: Line, { eachDay }: Grammar, dates: readonly Read[]): Piece[] {
  const range = dates.find(({ kind }) => kind === 'range');
  if (!range) return [];
  return line.take(wholeWords(eachDay), ({ index }) =>
    index > range.from ? { kind: 'each-day' as const } : null,
  );
}

/** When it is: from what says most to what says least, so that no part of a date is taken for an hour. */
function takeWhen(line: Line, grammar: Grammar, known: Known): Read[] {
  const months = `(?:${grammar.months.join('|')})`;
  const inMonth = takeUnsure(line, [`(?:${grammar.inPlace})\\s+${months}`]);
  const dates = takeDates(line, grammar, known);
  return [
    ...inMonth,
    ...dates,
    ...takeEachDay(line, grammar, dates),
    ...takeRules(line, grammar),
    ...takeDaysFromToday(line, grammar, known),
    ...takeTimes(line, grammar),
    ...takeUnsure(line, [`(?:${grammar.from}|${grammar.until})\\s+${months}`]),
  ];
}

const isSure = (piece: Read): piece is Piece => piece.kind !== 'unsure';

/**
 * A request in one line, as it is said on the telephone: `thu 14-16 potting studio 20 people rounds`. Every word is read,
 * joins others, or is told as not read; nothing that can mean two things is taken for one of them. At most 400 characters.
 */
export function readLine(text: string, grammar: Grammar, known: Known): Reading {
  const line = new Line(text.slice(0, MOST_LINE));
  const soMany = `(?:(?:${grammar.forSpan})\\s+)?${numberSource(grammar)}\\s+${anyOf(Object.keys(grammar.units))}`;
  // In this order: an array's members are made one after the other.
  const all: Read[] = [
    ...line.take(QUOTED, ([, title = '']) => ({ kind: 'title' as const, title: title.trim() })),
    ...takeWay(line, grammar),
    ...takeNamed(line, grammar, known),
    ...takeUnsure(line, grammar.unsure),
    ...takeWhen(line, grammar, known),
    ...takePeople(line, grammar),
    ...takeLayouts(line, grammar, known),
    // So many weeks: nobody says of what.
    ...takeUnsure(line, [soMany]),
  ];
  const { kept, unread } = settled([...all.filter(isSure), ...findCategories(line, grammar, known)]);
  const title = titleIn(line, grammar, known, kept);
  const unsure = all.filter((piece) => !isSure(piece)).map(({ from, to }): Stretch => ({ from, to }));
  return {
    pieces: [...kept, ...title.titles].sort((a, b) => a.from - b.from),
    unread: [...unread, ...unsure, ...title.unread].sort((a, b) => a.from - b.from),
  };
}

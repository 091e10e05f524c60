import type { Grammar } from './grammar';
import { escaped } from './line';

/** One of several sources, the longest first: what begins like a shorter one is not cut short. */
export const anyOf = (sources: readonly string[]): string =>
  `(?:${[...sources].sort((a, b) => b.length - a.length).join('|')})`;

/** Which of several sources a text is, by its place; −1 for none. */
export const placeIn = (sources: readonly string[], text: string): number =>
  sources.findIndex((source) => new RegExp(`^(?:${source})$`, 'iu').test(text));

/** A number, in figures or in a word. */
export const numberSource = ({ numbers }: Grammar): string =>
  `(?:\\d{1,5}(?:[.,]5)?|${anyOf(Object.keys(numbers))})`;

/** Its value; NaN for what is no number. */
export const numberIn = ({ numbers }: Grammar, text: string): number =>
  numbers[text.trim().toLowerCase()] ?? Number(text.replace(',', '.'));

/** The value under the source that a text is; undefined where it is none. */
export function valueIn<Value>(table: Readonly<Record<string, Value>>, text: string): Value | undefined {
  const place = placeIn(Object.keys(table), text.trim());
  return place < 0 ? undefined : Object.values(table)[place];
}

/** A list of one or more: `a`, `a, b and c`. */
export const listOf = ({ and }: Grammar, item: string): string =>
  `${item}(?:\\s*,\\s*${item})*(?:\\s*,?\\s*(?:${and})\\s*${item})?`;

const UMLAUTS: Readonly<Record<string, string>> = { ä: 'a', ö: 'o', ü: 'u' };
const folded = (text: string): string => text.toLowerCase().replace(/[äöü]/g, (letter) => UMLAUTS[letter]!);

/** A word as it may stand for one and for several: with and without its endings, umlauts made plain. */
export function singulars({ plurals }: Grammar, word: string): readonly string[] {
  const plain = folded(word);
  const cut = plurals
    .split('|')
    .filter((ending) => plain.endsWith(ending) && plain.length - ending.length > 2)
    .map((ending) => plain.slice(0, -ending.length));
  return [plain, ...cut];
}

/** Whether a phrase is a name, or (`ends`) what a name ends in, for one or for several. */
export function isCalled(grammar: Grammar, phrase: string, name: string, how: 'whole' | 'ends'): boolean {
  const whole = folded(name);
  return singulars(grammar, phrase).some((each) => (how === 'whole' ? whole === each : whole.endsWith(each)));
}

/** A name, for one or for several. */
export const nameSource = ({ plurals }: Grammar, name: string): string => `${escaped(name)}(?:${plurals})?`;

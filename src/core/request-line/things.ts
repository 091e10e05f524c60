import { LAYOUTS } from '../seating/layouts';
import type { Grammar } from './grammar';
import { escaped, wholeWords, type Line } from './line';
import type { Known, Meaning, Piece, Read, Unsure } from './meaning';
import { isCalled, nameSource, numberIn, numberSource } from './words';

/** A name that is nowhere in the line need not be looked for: an office has thousands. */
const inLine =
  (line: Line) =>
  ({ name }: { readonly name: string }): boolean =>
    line.text.toLowerCase().includes(name.toLowerCase());

const longestFirst = <Item extends { readonly name: string }>(items: readonly Item[]): Item[] =>
  [...items].sort((a, b) => b.name.length - a.name.length);

/** Words of four letters and more that one space alone has in its name. */
export function tellingWords(spaces: Known['spaces']): readonly (readonly [word: string, id: number])[] {
  const all = spaces.flatMap(({ id, name }) =>
    (name.match(/\p{L}{4,}/gu) ?? []).map((word) => [word.toLowerCase(), id] as const),
  );
  return all.filter(([word]) => all.filter(([other]) => other === word).length === 1);
}

/** Spaces by name, by code as it is written, and behind `in` by a word no other has. */
function takeSpaces(line: Line, grammar: Grammar, { spaces }: Known): Piece[] {
  const isSpace = (id: number) => () => ({ kind: 'space' as const, id });
  const before = `(?:(?:${grammar.inPlace}|${grammar.and})\\s+)?`;
  return [
    ...longestFirst(spaces.filter(inLine(line))).flatMap(({ id, name }) =>
      line.take(wholeWords(`${before}${escaped(name)}`), isSpace(id)),
    ),
    ...spaces
      .filter(({ code }) => code.length > 1)
      .flatMap(({ id, code }) =>
        line.take(new RegExp(`(?<![\\p{L}\\d])${escaped(code)}(?![\\p{L}\\d])`, 'gu'), isSpace(id)),
      ),
    ...tellingWords(spaces).flatMap(([word, id]) =>
      line.take(wholeWords(`(?:${grammar.inPlace})\\s+${escaped(word)}`), isSpace(id)),
    ),
  ];
}

const takeHosts = (line: Line, grammar: Grammar, { hosts }: Known): Piece[] =>
  longestFirst(hosts.filter(inLine(line))).flatMap(({ id, name }) =>
    line.take(wholeWords(`(?:(?:${grammar.forPeople})\\s+)?${escaped(name)}`), () => ({
      kind: 'host' as const,
      id,
    })),
  );

/** The words of a name, without what only measures it, as the 1.5 m of a table. */
const wordsOf = (name: string): string => name.replace(/\s*\d.*$/u, '');

/** What a number of things is: one kind of equipment, several it may be, or none. */
function equipmentCalled(grammar: Grammar, equipment: Known['equipment'], phrase: string) {
  const whole = equipment.filter(({ name }) => isCalled(grammar, phrase, wordsOf(name), 'whole'));
  if (whole.length) return whole;
  return phrase.length < 4
    ? []
    : equipment.filter(({ name }) => isCalled(grammar, phrase, wordsOf(name), 'ends'));
}

/** Equipment behind a number, by its name or by what it ends in; without a number by its whole name, one of it. */
function takeEquipment(line: Line, grammar: Grammar, { equipment }: Known): Read[] {
  const found: Read[] = [];
  for (const { id, name } of longestFirst(equipment))
    found.push(
      ...line.take(
        wholeWords(`(?:(${numberSource(grammar)})\\s*[x×]?\\s+)?${nameSource(grammar, name)}`),
        ([, number = '']) => {
          const quantity = number ? numberIn(grammar, number) : 1;
          return Number.isInteger(quantity) && quantity > 0
            ? { kind: 'equipment' as const, id, quantity }
            : null;
        },
      ),
    );
  for (const words of [3, 2, 1])
    found.push(
      ...line.take(
        wholeWords(`(${numberSource(grammar)})\\s*[x×]?\\s+(\\p{L}+(?:[ -]\\p{L}+){${words - 1}})`),
        ([, number = '', phrase = '']): Extract<Meaning, { kind: 'equipment' }> | Unsure | null => {
          const things = equipmentCalled(grammar, equipment, phrase);
          const quantity = numberIn(grammar, number);
          if (!things.length || !Number.isInteger(quantity)) return null;
          return things.length === 1
            ? { kind: 'equipment', id: things[0]!.id, quantity }
            : { kind: 'unsure' };
        },
      ),
    );
  return found;
}

/** Places, hosts and equipment by the names the office gives them. */
export const takeNamed = (line: Line, grammar: Grammar, known: Known) => [
  ...takeSpaces(line, grammar, known),
  ...takeHosts(line, grammar, known),
  ...takeEquipment(line, grammar, known),
];

/** How many come: `20 people`, `about 90 guests`, `for 12`. */
export function takePeople(line: Line, grammar: Grammar): Piece[] {
  const number = numberSource(grammar);
  const before = `(?:(?:${grammar.forPeople})\\s+)?(?:(?:${grammar.about})\\s+)?(?:\\d{1,5}\\s*[-–]\\s*)?`;
  const isPeople = (text: string) => {
    const people = numberIn(grammar, text);
    return Number.isInteger(people) && people > 0 ? { kind: 'people' as const, people } : null;
  };
  return [
    ...line.take(wholeWords(`${before}(${number})\\s*(?:${grammar.people})`), ([, text = '']) =>
      isPeople(text),
    ),
    ...line.take(
      wholeWords(`(?:${grammar.forPeople})\\s+(?:(?:${grammar.about})\\s+)?(\\d{1,5})(?=\\s*(?:$|[,;|]))`),
      ([, text = '']) => isPeople(text),
    ),
  ];
}

/** How the room is set. A name that may be a word of a title is taken for one only between marks. */
export function takeLayouts(line: Line, grammar: Grammar, { layouts }: Known): Piece[] {
  const names = LAYOUTS.flatMap((layout) =>
    [...grammar.layouts[layout], ...(layouts[layout] ? [layouts[layout]] : [])].map((name) => ({
      name,
      layout,
    })),
  );
  return longestFirst(names).flatMap(({ name, layout }) => {
    const isUnsure = grammar.unsureLayouts.some((each) => each.toLowerCase() === name.toLowerCase());
    const source = isUnsure ? `(?<=^\\s*|[|,;]\\s*)${escaped(name)}(?=\\s*(?:$|[|,;.]))` : escaped(name);
    return line.take(wholeWords(source), () => ({ kind: 'layout' as const, layout }));
  });
}

/** The categories a line names, where they stand: a title may have the word in it, so it is left in the line. */
export const findCategories = (line: Line, grammar: Grammar, { categories }: Known): Piece[] =>
  longestFirst(categories).flatMap(({ id, name }) =>
    [...line.rest.matchAll(/\p{L}[\p{L}-]*(?:\s+\p{L}[\p{L}-]*){0,3}/gu)].flatMap(({ index, 0: words }) => {
      const size = name.split(/\s+/).length;
      const each = [...words.matchAll(/\S+/g)];
      return each.flatMap((first, at) => {
        const last = each[at + size - 1];
        if (!last) return [];
        const phrase = words.slice(first.index, last.index + last[0].length);
        const isIt =
          phrase.length > 2 &&
          (isCalled(grammar, phrase, name, 'whole') || isCalled(grammar, name, phrase, 'whole'));
        return isIt
          ? [
              {
                kind: 'category' as const,
                id,
                from: index + first.index,
                to: index + last.index + last[0].length,
              },
            ]
          : [];
      });
    }),
  );

/** Whether a space is left to the office, or equipment alone is wanted. */
export const takeWay = (line: Line, grammar: Grammar): Piece[] => [
  ...line.take(wholeWords(grammar.anySpace), () => ({
    kind: 'way' as const,
    way: 'office-chooses' as const,
  })),
  ...line.take(wholeWords(grammar.borrow), () => ({ kind: 'way' as const, way: 'loan' as const })),
];

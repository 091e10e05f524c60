import { join } from 'node:path';
import german from '@/contracts/language/de.json';
import { textsIn } from '../../scripts/language/texts-in';

const found = textsIn(join(__dirname, '..', '..', 'src'));
const keys = new Set(found.map(({ key }) => key));
const translated = new Map(Object.entries(german));
const putIn = (text: string): string[] => [...text.matchAll(/\{(\d+)/g)].map(([, number]) => number!);

test('so many texts are found in the code that none can have slipped through as a whole', () => {
  expect(keys.size).toBeGreaterThan(3000);
});

test('every text of the code has its German, and the catalogue holds nothing else', () => {
  expect(found.filter(({ key }) => !translated.has(key))).toEqual([]);
  expect([...translated.keys()].filter((key) => !keys.has(key))).toEqual([]);
});

test('a translation puts in only what there is, and is never empty', () => {
  for (const [key, text] of translated) {
    expect({ key, text: text.trim() }).not.toEqual({ key, text: '' });
    expect({ key, unknown: putIn(text).filter((each) => !putIn(key).includes(each)) }).toEqual({
      key,
      unknown: [],
    });
  }
});

/** German says these another way: “it” and “them”, “it” and “names it”, “to come” need no word of their own. */
const DROPPED = [
  '{0} booked by it. Remove it from {1} first.',
  '{0} done by it. Give {1} to another team first.',
  '{0} is promised to {1} to come. Give {2} another first.',
  '{0} of equipment out of use {1} it.',
  '{0} to come {1} asked for by them and {2}.',
  '{0} to come {1} of it and {2}.',
];

test('what is put in is said in German too, but for these', () => {
  const dropping = [...translated].filter(([key, text]) =>
    putIn(key).some((each) => !putIn(text).includes(each)),
  );
  expect(dropping.map(([key]) => key).sort()).toEqual(DROPPED);
});

test('what stands at the edges of a text stands there in German, so that parts join', () => {
  // A comma may take the place of a space: German divides where English does not.
  const edges = (text: string) => [/^[\s,]/.test(text), /\s$/.test(text)];
  for (const [key, text] of translated)
    expect({ key, edges: edges(text) }).toEqual({ key, edges: edges(key) });
});

import { readFileSync, writeFileSync } from 'node:fs';
import { RULES, type Rule } from '@/core/checks/rules/all';
import { ALTERNATIVE_KINDS } from '@/core/alternatives/alternative';
import { allSentences, ANSWERS, FINDINGS, sayRule } from '@tests/builders/sentences';

const FILE = 'docs/sentences.md';

test('what people are told is what was reviewed; `npm run sentences` writes it anew', () => {
  const text = allSentences();
  if (process.env.WRITE_SENTENCES) writeFileSync(FILE, text);
  expect(readFileSync(FILE, 'utf8')).toBe(text);
});

test('every rule and every way out has its sentence', () => {
  expect(Object.keys(FINDINGS).sort()).toEqual(Object.keys(RULES).sort());
  const answered = new Set((Object.keys(ANSWERS) as Rule[]).flatMap((rule) => ANSWERS[rule]));
  expect([...answered].sort()).toEqual([...ALTERNATIVE_KINDS].sort());
});

test('they are sentences people can read: whole, without codes, undefined or null in them', () => {
  const lines = allSentences()
    .split('\n')
    .filter((line) => /^ *- /.test(line) && line !== '- Alternatives:');
  expect(lines.length).toBeGreaterThan(80);
  for (const line of lines) {
    expect(line).not.toMatch(/undefined|null|NaN|\[object|\{|\}| {2,}\S.*\.\.| ,/);
    expect(line.replace(/ \([^)]*\)$/, '')).toMatch(/[.”]$/);
  }
});

/** Rules that find somebody else’s booking, and name it to whoever may know its title. */
const NAMING_ANOTHER = ['expected-later', 'occupied', 'same-audience', 'shared-shoulder', 'unit-taken'];

test.each(['requester', 'office'] as const)(
  'where the %s may know the title in the way it is told, where not the sentence is whole without it',
  (side) => {
    const telling = (Object.keys(RULES) as Rule[]).filter((rule) => {
      const [told, untold] = [sayRule(rule, side, 'Grafting night'), sayRule(rule, side, null)];
      expect(untold.join('\n')).not.toMatch(/Grafting night|“”|“null”/);
      return told.some(
        (sentence, index) => sentence.includes('Grafting night') && sentence !== untold[index],
      );
    });
    expect(telling.sort()).toEqual(NAMING_ANOTHER);
  },
);

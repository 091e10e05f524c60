import { t, texts, sayNumber } from '@/contracts/language/translate';
import {
  FORMULA_FUNCTIONS,
  FORMULA_MOST,
  FORMULA_MOST_LETTERS,
  FORMULA_NAMES,
  type FormulaName,
  type FormulaProblem,
} from '@/core/work-orders/formula';
import { listText } from './rule';

/** What each name in a formula stands for. */
export const FORMULA_NAME_WORDS: Readonly<Record<FormulaName, string>> = texts({
  people: 'people in the space',
  wheelchairs: 'of them in wheelchairs',
  seats: 'seats of the space, set so',
  hours: 'length of the event in hours',
  area: 'floor in square metres',
  chairs: 'chairs for so many people, set so',
  tables: 'tables for so many people, set so',
  quantity: 'of the equipment the template is about',
});

const rounded = (value: number): string => sayNumber(value, 2);

/** What is wrong with a formula, and what would be right. */
export function formulaSentence(problem: FormulaProblem, own: readonly string[] = []): string {
  switch (problem.kind) {
    case 'not-readable':
      return t`The formula cannot be read. Write it like ceil(people / 8) or tables * 2 + 1.`;
    case 'too-long':
      return t`The formula is longer than ${FORMULA_MOST_LETTERS} characters.`;
    case 'unknown-name':
      return t`Formulas do not know “${problem.name.slice(0, 30)}”. They know ${listText([...FORMULA_NAMES, ...own])}, and ${listText([...FORMULA_FUNCTIONS])}.`;
    case 'no-number':
      return t`The formula comes to no number: is something divided by nothing?`;
    case 'below-zero':
      return t`The formula comes to ${rounded(problem.value)}, and nobody can bring less than nothing. max(0, …) would keep it at nothing.`;
    case 'too-much':
      return t`The formula comes to ${rounded(problem.value)}, more than ${rounded(FORMULA_MOST)}.`;
  }
}

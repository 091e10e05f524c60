import type { Question } from '@/contracts/forms/questions';
import type { Reader } from '../../db/connection';
import { QUESTIONS } from './house.queries';

export type QuestionOwner = 'space' | 'category' | 'service';

export interface OwnedQuestion extends Question {
  readonly owner: QuestionOwner;
  readonly ownerId: number;
}

/** Everything spaces, categories and services ask. */
export async function loadQuestions(reader: Reader): Promise<OwnedQuestion[]> {
  const rows = await reader.value(QUESTIONS);
  return rows.map((row) => ({ ...row, required: row.required === 1 }));
}

export const questionsOf = (
  all: readonly OwnedQuestion[],
  owner: QuestionOwner,
  ids: readonly number[],
): OwnedQuestion[] => all.filter((each) => each.owner === owner && ids.includes(each.ownerId));

/** What formulas can count with: each name with the questions it is answered by, in the order of the names. */
export async function numbersAsked(reader: Reader): Promise<{ name: string; question: string }[]> {
  const asked = new Map<string, string[]>();
  for (const { numberName, text } of await loadQuestions(reader))
    if (numberName !== null) asked.set(numberName, [...(asked.get(numberName) ?? []), text]);
  return [...asked].sort().map(([name, texts]) => ({ name, question: [...new Set(texts)].join('; ') }));
}

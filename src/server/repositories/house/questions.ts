import type { Question } from '@/contracts/questions';
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

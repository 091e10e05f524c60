import type { Question } from '@/contracts/questions';
import type { Reader } from '../../db/connection';

export type QuestionOwner = 'space' | 'category' | 'service';

interface QuestionRow {
  readonly id: number;
  readonly owner: QuestionOwner;
  readonly ownerId: number;
  readonly text: string;
  readonly required: 0 | 1;
  readonly choices: string[];
}

export interface OwnedQuestion extends Question {
  readonly owner: QuestionOwner;
  readonly ownerId: number;
}

// One after another, as the office has put them.
const QUESTIONS = `SELECT json_group_array(json_object('id', id, 'owner', owner_kind, 'ownerId', owner_id, 'text', text, 'required', required, 'choices', json(choices))
  ORDER BY owner_kind, owner_id, position, id) AS json FROM question WHERE retired_at IS NULL`;

/** Everything spaces, categories and services ask. */
export async function loadQuestions(reader: Reader): Promise<OwnedQuestion[]> {
  const rows = await reader.json<QuestionRow[]>(QUESTIONS);
  return rows.map((row) => ({ ...row, required: row.required === 1 }));
}

export const questionsOf = (
  all: readonly OwnedQuestion[],
  owner: QuestionOwner,
  ids: readonly number[],
): OwnedQuestion[] => all.filter((each) => each.owner === owner && ids.includes(each.ownerId));

import type { OfficeInput } from '@/contracts/administration/office';
import type { Writer } from '../../../db/connection';
import type { QuestionOwner } from '../../../repositories/house/questions';
import { insert, known } from './office-rows';
import { Question } from '../../../db/tables/house';
import { Service } from '../../../db/tables/spaces';

type Questions = OfficeInput['services'][number]['questions'];

/** What a space, a category or a service asks, in the order of the file. */
export async function addQuestions(
  tx: Writer,
  owner: QuestionOwner,
  ownerId: number,
  questions: Questions,
): Promise<void> {
  for (const [position, { text, required, choices, seenBy, numberName }] of questions.entries())
    await insert(tx, Question, {
      owner_kind: owner,
      owner_id: ownerId,
      text,
      required: required ? 1 : 0,
      choices: JSON.stringify(choices),
      seen_by: seenBy,
      number_name: numberName || null,
      position,
    });
}

export async function addServices(
  tx: Writer,
  { services }: OfficeInput,
  teams: ReadonlyMap<string, number>,
): Promise<void> {
  for (const [position, { name, about, team, leadDays, crewMin, questions }] of services.entries()) {
    const id = await insert(tx, Service, {
      name,
      about,
      team_id: known(teams, team, 'team'),
      lead_days: leadDays,
      crew_min: crewMin,
      position,
    });
    await addQuestions(tx, 'service', id, questions);
  }
}

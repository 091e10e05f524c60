import { t } from '@/contracts/language/translate';
import type { FieldFault } from '@/contracts/base/refusal';
import type { PersonId } from '@/core/ids';
import type { Reader } from '../../db/connection';
import { TEAM_AND_PERSON } from './set-up.queries';

interface Worker {
  readonly teamId: number;
  /** Null is whoever of the team is there. */
  readonly personId: PersonId | null;
}

/**
 * What keeps work, a shift or a template from being given to a team and somebody of it. One rule for all who give work;
 * `under` is where in the body the two fields stand.
 */
export async function teamFaults(
  reader: Reader,
  { teamId, personId }: Worker,
  under = '',
): Promise<FieldFault[]> {
  const known = await reader.one(TEAM_AND_PERSON, { teamId, personId });
  const { team, person, isMember } = known;
  if (team === null)
    return [{ path: `${under}teamId`, message: t`This team is there no more. Choose another.` }];
  if (personId === null || (person !== null && isMember)) return [];
  const message = person
    ? t`${person} is not in the team ${team}. Choose a person of that team, or none.`
    : t`There is no person of that name any more. Choose another person, or none.`;
  return [{ path: `${under}personId`, message }];
}

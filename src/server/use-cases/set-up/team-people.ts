import { say } from '@/contracts/language/say';
import type { FieldFault } from '@/contracts/refusal';
import type { PersonId } from '@/core/ids';
import type { Reader } from '../../db/connection';

interface Worker {
  readonly teamId: number;
  /** Null is whoever of the team is there. */
  readonly personId: PersonId | null;
}

interface Known {
  readonly team: string | null;
  readonly person: string | null;
  readonly isMember: 0 | 1;
}

const KNOWN = `SELECT (SELECT name FROM team WHERE id = $teamId AND retired_at IS NULL) AS team, (SELECT name FROM person WHERE id = $personId AND retired_at IS NULL) AS person,
  EXISTS (SELECT 1 FROM team_member WHERE team_id = $teamId AND person_id = $personId) AS isMember`;

/**
 * What keeps work, a shift or a recipe from being given to a team and somebody of it. One rule for all who give work;
 * `under` is where in the body the two fields stand.
 */
export async function teamFaults(
  reader: Reader,
  { teamId, personId }: Worker,
  under = '',
): Promise<FieldFault[]> {
  const [known] = await reader.rows<Known>(KNOWN, { teamId, personId });
  const { team, person, isMember } = known!;
  if (team === null)
    return [{ path: `${under}teamId`, message: say`This team is there no more. Choose another.` }];
  if (personId === null || (person !== null && isMember)) return [];
  const message = person
    ? say`${person} is not in the team ${team}. Choose somebody who is, or nobody.`
    : say`There is nobody of that name any more. Choose somebody else, or nobody.`;
  return [{ path: `${under}personId`, message }];
}

/** The teams with their people, as JSON. */
export const TEAMS_WITH_PEOPLE = `(SELECT json_group_array(json_object('id', t.id, 'name', t.name, 'rosteredUntil', (SELECT MAX(s.end_min) FROM shift s WHERE s.team_id = t.id),
  'people', (SELECT json_group_array(json_object('id', p.id, 'name', p.name) ORDER BY p.name) FROM team_member m JOIN person p ON p.id = m.person_id AND p.retired_at IS NULL
    WHERE m.team_id = t.id)) ORDER BY t.id) FROM team t WHERE t.retired_at IS NULL)`;

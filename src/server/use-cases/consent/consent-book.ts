import type { ClaimId, PersonId, SpaceId } from '@/core/ids';
import type { ConsentAnswer, ConsentBook, Steward } from '@/core/checks/consent';
import type { Reader } from '../../db/connection';

/** Whose consent a space needs: the stewards of the space itself, else those of its building. */
export const CONSENTERS = `
SELECT s.id AS spaceId, p.id, p.name FROM space s JOIN role_grant g ON g.role = 'steward' AND g.asks_consent = 1
  AND ((g.scope_kind = 'space' AND g.scope_id = s.id) OR (g.scope_kind = 'building' AND g.scope_id = s.building_id
    AND NOT EXISTS (SELECT 1 FROM role_grant o WHERE o.role = 'steward' AND o.asks_consent = 1 AND o.scope_kind = 'space' AND o.scope_id = s.id)))
  JOIN person p ON p.id = g.person_id AND p.retired_at IS NULL`;

const ANSWERS = `SELECT claim_id AS claim, steward_id AS steward, answer FROM consent
WHERE answer IS NOT NULL AND claim_id IN (SELECT value FROM json_each($claims))`;

/** Who has to agree to the use of these spaces, and what was answered of these claims. Nearly always one cheap query. */
export async function loadConsentBook(
  reader: Reader,
  spaces: readonly SpaceId[],
  claims: readonly ClaimId[],
): Promise<ConsentBook> {
  const found = await reader.rows<Steward & { spaceId: SpaceId }>(
    `${CONSENTERS} WHERE s.id IN (SELECT value FROM json_each($spaces)) ORDER BY p.name`,
    { spaces: JSON.stringify([...new Set(spaces)]) },
  );
  const stewardsOf = new Map<SpaceId, Steward[]>();
  for (const { spaceId, id, name } of found)
    stewardsOf.set(spaceId, [...(stewardsOf.get(spaceId) ?? []), { id, name }]);
  const answers = new Map<ClaimId, Map<PersonId, ConsentAnswer>>();
  if (!found.length) return { stewardsOf, answers };
  const rows = await reader.rows<{ claim: ClaimId; steward: PersonId; answer: ConsentAnswer }>(ANSWERS, {
    claims: JSON.stringify(claims),
  });
  for (const { claim, steward, answer } of rows) {
    const own = answers.get(claim) ?? new Map<PersonId, ConsentAnswer>();
    answers.set(claim, own.set(steward, answer));
  }
  return { stewardsOf, answers };
}

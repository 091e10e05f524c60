import type { PersonId, RequestId } from '@/core/ids';
import { consentOf } from '@/core/checks/consent';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { ConsentLine } from '@/contracts/consent';
import { momentText } from '@/contracts/words/when';
import type { Reader } from '../../db/connection';
import type { DateRow } from '../request-rows';
import type { PlaceNames } from '../request-view';
import { loadConsentBook } from './consent-book';

/** What those who look after the places say of the dates of a request that wait; one line for each of them. */
export async function consentsOf(
  reader: Reader,
  request: RequestId,
  waiting: readonly DateRow[],
  names: PlaceNames,
  tzid: string,
): Promise<ConsentLine[]> {
  const spacesOf = ({ claim }: DateRow) => claim.spaces.map(({ spaceId }) => spaceId);
  const book = await loadConsentBook(
    reader,
    waiting.flatMap(spacesOf),
    waiting.map(({ claimId }) => claimId),
  );
  if (!book.stewardsOf.size) return [];
  const reasons = await reader.rows<{ steward: PersonId; reason: string }>(
    `SELECT DISTINCT steward_id AS steward, reason FROM consent WHERE reason <> '' AND claim_id IN (SELECT value FROM json_each($claims))`,
    { claims: JSON.stringify(waiting.map(({ claimId }) => claimId)) },
  );
  const asked = await reader.rows<{ steward: PersonId; at: EpochMinute }>(
    `SELECT to_person_id AS steward, MAX(created_min) AS at FROM outbox WHERE request_id = $request AND kind = 'consent-wanted' GROUP BY to_person_id`,
    { request },
  );
  const stewards = new Map([...book.stewardsOf.values()].flat().map((each) => [each.id, each]));
  return [...stewards.values()].map((steward) => {
    const own = [...book.stewardsOf].flatMap(([space, those]) =>
      those.some(({ id }) => id === steward.id) ? [space] : [],
    );
    const counts = { given: 0, refused: 0, awaited: 0 };
    for (const date of waiting)
      if (spacesOf(date).some((id) => own.includes(id)))
        counts[consentOf([steward], book.answers.get(date.claimId))] += 1;
    const at = asked.find((each) => each.steward === steward.id)?.at;
    return {
      steward: steward.name,
      places: own.map((id) => names.spaces[id]!.name).join(' + '),
      counts,
      reasons: reasons.filter((each) => each.steward === steward.id).map(({ reason }) => reason),
      askedText: at === undefined ? null : momentText(at, tzid),
    };
  });
}

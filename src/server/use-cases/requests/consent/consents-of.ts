import type { ClaimId, EquipmentTypeId, RequestId, SpaceId } from '@/core/ids';
import type { ClaimContent } from '@/core/occupancy/bands';
import { consentOf } from '@/core/checks/consent';
import type { ConsentLine } from '@/contracts/requests/consent';
import { momentText } from '@/contracts/words/when';
import type { Reader } from '../../../db/connection';
import type { PlaceNames } from '../../../repositories/requests/place-names';
import { loadConsentBook } from '../../../repositories/consent/consent-book';
import { STEWARDS_ASKED, REASONS_GIVEN } from '../../../repositories/consent/consent.queries';

interface WantedClaim {
  readonly id: ClaimId;
  readonly content: ClaimContent;
}

/** What is looked after: spaces and pools, and whether a claim is in them. */
const lookedAfter = (
  { stewardsOf, stewardsOfPool }: Awaited<ReturnType<typeof loadConsentBook>>,
  names: PlaceNames,
) => [
  ...[...stewardsOf].map(([id, stewards]) => ({
    name: names.spaceOf(id).name,
    stewards,
    isIn: isPlaceIn(id),
  })),
  ...[...stewardsOfPool].map(([id, stewards]) => ({
    name: names.equipmentOf(id),
    stewards,
    isIn: isPoolIn(id),
  })),
];

/** What those who look after places and pools say of claims of a request that wait; one line for each of them. */
export async function consentsOf(
  reader: Reader,
  request: RequestId,
  wanted: readonly WantedClaim[],
  names: PlaceNames,
  tzid: string,
): Promise<ConsentLine[]> {
  const claims = wanted.map(({ id }) => id);
  const book = await loadConsentBook(
    reader,
    wanted.map(({ content }) => content),
    claims,
  );
  if (!book.stewardsOf.size && !book.stewardsOfPool.size) return [];
  const reasons = await reader.all(REASONS_GIVEN, { claims });
  const asked = await reader.all(STEWARDS_ASKED, { request });
  const things = lookedAfter(book, names);
  const stewards = new Map(things.flatMap((thing) => thing.stewards).map((each) => [each.id, each]));
  return [...stewards.values()].map((steward) => {
    const own = things.filter((thing) => thing.stewards.some(({ id }) => id === steward.id));
    const counts = { given: 0, refused: 0, awaited: 0 };
    for (const { id, content } of wanted)
      if (own.some(({ isIn }) => isIn(content))) counts[consentOf([steward], book.answers.get(id))] += 1;
    const at = asked.find((each) => each.steward === steward.id)?.at;
    return {
      steward: steward.name,
      places: own.map(({ name }) => name).join(' + '),
      counts,
      reasons: reasons.filter((each) => each.steward === steward.id).map(({ reason }) => reason),
      askedText: at === undefined ? null : momentText(at, tzid),
    };
  });
}

const isPlaceIn = (id: SpaceId) => (content: ClaimContent) =>
  content.spaces.some(({ spaceId }) => spaceId === id);
const isPoolIn = (id: EquipmentTypeId) => (content: ClaimContent) =>
  content.equipment.some(({ typeId }) => typeId === id);

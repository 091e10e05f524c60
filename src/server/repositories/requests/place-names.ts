import { ResultOf } from '../../db/statement';
import { loaded } from '@/core/lists';
import { SpaceId, EquipmentTypeId } from '@/core/ids';
import type { Reader } from '../../db/connection';
import type { DateRow } from './request-rows';
import { PLACE_NAMES } from './requests.queries';

type Named = ResultOf<typeof PLACE_NAMES>;
type NamedSpace = Named['spaces'][string];

/** Every space and type of equipment there is, also those no longer in use. */
export interface PlaceNames extends Named {
  /** What each space is called, and what is known of it. @throws Error for one that is not there */
  readonly spaceOf: (id: SpaceId) => NamedSpace;
  readonly equipmentOf: (id: EquipmentTypeId) => string;
}

export async function loadPlaceNames(reader: Reader): Promise<PlaceNames> {
  const { spaces, equipment } = await reader.value(PLACE_NAMES);
  const spaceOf = loaded('space', Object.entries(spaces));
  const equipmentOf = loaded('equipment', Object.entries(equipment));
  return {
    spaces,
    equipment,
    spaceOf: (id) => spaceOf(String(id)),
    equipmentOf: (id) => equipmentOf(String(id)),
  };
}

export const placesOf = (date: Pick<DateRow, 'claim'>, names: PlaceNames): string =>
  date.claim.spaces.map(({ spaceId }) => names.spaceOf(spaceId).name).join(' + ');

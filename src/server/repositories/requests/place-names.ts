import type { Reader } from '../../db/connection';
import type { DateRow } from './request-rows';
import { PLACE_NAMES } from './requests.queries';

export interface PlaceNames {
  readonly spaces: Record<
    string,
    { name: string; code: string; building: string; isOutdoor: boolean; hasFloor: boolean }
  >;
  readonly equipment: Record<string, string>;
}

export const loadPlaceNames = (reader: Reader): Promise<PlaceNames> => reader.value(PLACE_NAMES);

export const placesOf = (date: Pick<DateRow, 'claim'>, names: PlaceNames): string =>
  date.claim.spaces.map(({ spaceId }) => names.spaces[spaceId]!.name).join(' + ');

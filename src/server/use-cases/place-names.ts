import type { Reader } from '../db/connection';
import { BUILDING } from '../db/names';
import type { DateRow } from './request-rows';

export interface PlaceNames {
  readonly spaces: Record<
    string,
    { name: string; code: string; building: string; isOutdoor: boolean; hasFloor: boolean }
  >;
  readonly equipment: Record<string, string>;
}

export const loadPlaceNames = (reader: Reader): Promise<PlaceNames> =>
  reader.json<PlaceNames>(`SELECT json_object(
    'spaces', (SELECT json_group_object(s.id, json_object('name', s.name, 'code', s.code, 'building', ${BUILDING},
      'isOutdoor', json(iif(s.outdoor, 'true', 'false')),
      'hasFloor', json(iif(s.area_m2 IS NOT NULL OR (s.length_m IS NOT NULL AND s.width_m IS NOT NULL), 'true', 'false')))) FROM space s JOIN building b ON b.id = s.building_id),
    'equipment', (SELECT json_group_object(id, name) FROM equipment_type)) AS json`);

export const placesOf = (date: Pick<DateRow, 'claim'>, names: PlaceNames): string =>
  date.claim.spaces.map(({ spaceId }) => names.spaces[spaceId]!.name).join(' + ');

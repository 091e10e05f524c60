import type { EquipmentTypeId, ResourceId } from '@/core/ids';
import type { Bounds, HousedSpace } from '@/core/remedies/bounds';
import type { Side } from '@/core/checks/findings';
import type { Reader } from '../../db/connection';
import { siteDays } from '../../db/space-facts';
import { knownSpaces } from '../look/board-house';

/** How far a date is moved within its day: four hours either way. Common practice, no source. */
export const MOST_SHIFT_MIN = 240;

interface OtherRow {
  readonly typeId: EquipmentTypeId;
  readonly others: number[];
}

const SUBSTITUTES = `SELECT json_group_array(json_object('typeId', t.type_id, 'others',
  (SELECT json_group_array(s.by_type_id ORDER BY s.position) FROM equipment_substitute s JOIN equipment_type y ON y.id = s.by_type_id AND y.retired_at IS NULL WHERE s.type_id = t.type_id))) AS json
  FROM (SELECT DISTINCT type_id FROM equipment_substitute) t`;
const UNITS = `SELECT json_group_array(json_object('typeId', t.type_id, 'others',
  (SELECT json_group_array(l.resource_id ORDER BY l.resource_id) FROM stock_line l WHERE l.type_id = t.type_id AND l.resource_id IS NOT NULL))) AS json
  FROM (SELECT DISTINCT type_id FROM stock_line WHERE resource_id IS NOT NULL) t`;

const byType = <Id extends number>(rows: readonly OtherRow[]) => {
  const found = new Map(rows.map(({ typeId, others }) => [typeId, others as Id[]]));
  return (type: EquipmentTypeId): readonly Id[] => found.get(type) ?? [];
};

/** What may be looked at for ways out: every space in use, what stands in for what, and how far times are moved. */
export async function waysOutBounds(reader: Reader, side: Side): Promise<Bounds> {
  const buildings = new Map<string, number>();
  const spaces = (await knownSpaces(reader)).map(({ facts, building, outdoor }): HousedSpace => {
    if (!buildings.has(building)) buildings.set(building, buildings.size);
    return { facts, building: buildings.get(building)!, isOutdoor: outdoor };
  });
  return {
    ...(await siteDays(reader)),
    mostShiftMin: MOST_SHIFT_MIN,
    spaces,
    substitutesOf: byType<EquipmentTypeId>(await reader.json<OtherRow[]>(SUBSTITUTES)),
    unitsOf: byType<ResourceId>(await reader.json<OtherRow[]>(UNITS)),
    mayHireIn: side === 'office',
  };
}

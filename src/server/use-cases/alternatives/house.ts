import type { EquipmentTypeId, ResourceId } from '@/core/ids';
import type { Bounds, SpaceInBuilding } from '@/core/alternatives/bounds';
import type { Side } from '@/core/checks/rules/rule';
import type { Reader } from '../../db/connection';
import { siteDays } from '../../repositories/world/space-facts';
import { knownSpaces } from '../calendar/board-data';
import { SUBSTITUTES, UNITS_BY_TYPE } from './alternatives.queries';

/** How far a date is moved within its day: four hours either way. Common practice, no source. */
export const MOST_SHIFT_MIN = 240;

interface OtherRow<Id> {
  readonly typeId: EquipmentTypeId;
  readonly others: Id[];
}

const byType = <Id extends number>(rows: readonly OtherRow<Id>[]) => {
  const found = new Map(rows.map(({ typeId, others }) => [typeId, others]));
  return (type: EquipmentTypeId): readonly Id[] => found.get(type) ?? [];
};

/** What may be looked at for alternatives: every space in use, what stands in for what, and how far times are moved. */
export async function alternativesBounds(reader: Reader, side: Side): Promise<Bounds> {
  const buildings = new Map<string, number>();
  const spaces = (await knownSpaces(reader)).map(({ facts, building, outdoor }): SpaceInBuilding => {
    const position = buildings.get(building) ?? buildings.size;
    buildings.set(building, position);
    return { facts, building: position, isOutdoor: outdoor };
  });
  return {
    ...(await siteDays(reader)),
    mostShiftMin: MOST_SHIFT_MIN,
    spaces,
    substitutesOf: byType<EquipmentTypeId>(await reader.value(SUBSTITUTES)),
    unitsOf: byType<ResourceId>(await reader.value(UNITS_BY_TYPE)),
    mayHireIn: side === 'office',
  };
}

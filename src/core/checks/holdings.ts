import type { EquipmentTypeId, SpaceId } from '../ids';
import { TOP_UP_MIN } from '../occupancy/turnover';
import type { Holdings } from '../occupancy/imply';
import type { EquipmentFacts, SpaceFacts, WorldSnapshot } from './world';

const byId = <K, T extends { readonly id: K }>(rows: readonly T[]): Map<K, T> =>
  new Map(rows.map((row) => [row.id, row]));

/** The facts of a snapshot by number. What it does not hold throws: our own mistake. */
export interface WorldHoldings extends Holdings {
  readonly equipment: ReadonlyMap<EquipmentTypeId, EquipmentFacts>;
  factsOf(space: SpaceId): SpaceFacts;
  /** Minutes the crew needs between two events in one set-up. */
  topUpOf(space: SpaceId): number;
}

/** Facts by number, for whoever computes with a snapshot. @throws Error for what it does not hold: our own mistake. */
export function holdingsOf(world: Pick<WorldSnapshot, 'spaces' | 'equipment'>): WorldHoldings {
  const spaces = byId<SpaceId, SpaceFacts>(world.spaces);
  const equipment = byId<EquipmentTypeId, EquipmentFacts>(world.equipment);
  const known = <T>(found: T | undefined, what: string): T => {
    if (found === undefined) throw new Error(`${what} is not in the snapshot`);
    return found;
  };
  const factsOf = (space: SpaceId) => known(spaces.get(space), `space ${space}`);
  return {
    equipment,
    factsOf,
    partsOf: (space) => factsOf(space).parts,
    movingMinutes: (type) => known(equipment.get(type), `equipment ${type}`),
    topUpOf: (space) => factsOf(space).topUpMin ?? TOP_UP_MIN,
  };
}

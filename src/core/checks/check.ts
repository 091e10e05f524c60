import type { EquipmentTypeId, SpaceId } from '../ids';
import type { SpaceFacts, WorldSnapshot } from '../occupancy/world';
import { checkCapacity } from './capacity';
import { checkEquipment } from './equipment-short';
import type { Finding, WantedDate } from './findings';
import { checkHours } from './hours';
import { checkOccupied, indexBusy } from './occupied';

const byId = <K, T extends { readonly id: K }>(rows: readonly T[]): Map<K, T> =>
  new Map(rows.map((row) => [row.id, row]));

/**
 * Everything that speaks against the wanted dates, in order of dates. They are checked against the world and
 * against one another. The snapshot must know every space and type wanted, and leave out claims being replaced.
 * @throws Error when a wanted space or type is missing from the snapshot: our own mistake.
 */
export function checkDates(dates: readonly WantedDate[], world: WorldSnapshot): Finding[] {
  const spaces = byId<SpaceId, SpaceFacts>(world.spaces);
  const factsOf = (space: SpaceId): SpaceFacts => {
    const facts = spaces.get(space);
    if (!facts) throw new Error(`space ${space} is not in the snapshot`);
    return facts;
  };
  const findings = [
    ...checkOccupied(dates, (space) => factsOf(space).parts, indexBusy(world.busy)),
    ...checkEquipment(
      dates,
      byId<EquipmentTypeId, WorldSnapshot['equipment'][number]>(world.equipment),
      world.uses,
    ),
    ...dates.flatMap((date) =>
      date.claim.spaces.flatMap((space, index) => [
        ...checkCapacity(date, index, factsOf(space.spaceId)),
        ...checkHours(date, index, factsOf(space.spaceId), world.tzid),
      ]),
    ),
  ];
  const order = new Map(dates.map(({ key }, index) => [key, index]));
  return findings.sort((a, b) => order.get(a.key)! - order.get(b.key)!);
}

/** Findings by date; every wanted date has an entry. */
export function findingsByDate(
  dates: readonly WantedDate[],
  findings: readonly Finding[],
): Map<string, Finding[]> {
  const grouped = new Map<string, Finding[]>(dates.map(({ key }) => [key, []]));
  for (const finding of findings) grouped.get(finding.key)?.push(finding);
  return grouped;
}

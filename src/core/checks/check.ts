import type { EquipmentTypeId, SpaceId } from '../ids';
import { mergeOwnShoulders, TOP_UP_MIN, type OwnLink } from '../occupancy/turnover';
import type { EquipmentFacts, SpaceFacts, WorldSnapshot } from './world';
import { dateOf } from '../time/local-time';
import { toLocal } from '../time/zone';
import { checkCapacity } from './capacity';
import { checkCrew } from './crew';
import { checkAudience, checkDemand, checkExpected } from './demand';
import { checkEquipment } from './equipment-short';
import type { AskedFacts, Finding, WantedDate } from './findings';
import { checkHours } from './hours';
import { checkOccupied, indexBusy, wantedParts, type OccupiedContext } from './occupied';
import { checkPast } from './past';
import { checkPolicy } from './policy';

const byId = <K, T extends { readonly id: K }>(rows: readonly T[]): Map<K, T> =>
  new Map(rows.map((row) => [row.id, row]));

const HOUSE_HORIZON_MONTHS = 24;

/** Facts by number, for whoever computes with a snapshot. @throws Error for what it does not hold: our own mistake. */
export function holdingsOf(world: Pick<WorldSnapshot, 'spaces' | 'equipment'>) {
  const spaces = byId<SpaceId, SpaceFacts>(world.spaces);
  const equipment = byId<EquipmentTypeId, EquipmentFacts>(world.equipment);
  const factsOf = (space: SpaceId): SpaceFacts => {
    const facts = spaces.get(space);
    if (!facts) throw new Error(`space ${space} is not in the snapshot`);
    return facts;
  };
  return {
    equipment,
    factsOf,
    partsOf: (space: SpaceId) => factsOf(space).parts,
    movingMinutes: (type: EquipmentTypeId) => equipment.get(type)!,
    topUpOf: (space: SpaceId) => factsOf(space).topUpMin ?? TOP_UP_MIN,
  };
}

/** Dates of different requests, decided in one step, that hand one set-up over to each other. */
function checkHandovers(dates: readonly WantedDate[], links: readonly OwnLink[]): Finding[] {
  const byDate = new Map(dates.map((date) => [date.key, date]));
  return links.flatMap(({ beforeKey, beforeSlot, afterKey, afterSlot, boundary, savedMin, isOwn }) => {
    if (isOwn) return [];
    const [before, after] = [byDate.get(beforeKey)!, byDate.get(afterKey)!];
    const tell = (date: WantedDate, slot: number, side: 'before' | 'after', other: WantedDate): Finding => ({
      key: date.key,
      spaceId: date.claim.spaces[slot]!.spaceId,
      facts: {
        rule: 'shared-shoulder',
        savedMin,
        boundary,
        side,
        by: { kind: 'same-step', claimId: other.of!.claimId },
        claimSpaceId: null,
        isOwn: false,
      },
    });
    return [tell(after, afterSlot, 'before', before), tell(before, beforeSlot, 'after', after)];
  });
}

/** No end was given: the end of the season the series is in is offered. */
function checkEnd(dates: readonly WantedDate[], asked: AskedFacts, world: WorldSnapshot): Finding[] {
  const [first] = dates;
  if (!asked.isEndless || !first) return [];
  const day = dateOf(toLocal(first.claim.event.start, world.tzid));
  const season =
    (world.seasons ?? []).filter(({ to }) => to >= day).sort((a, b) => (a.to < b.to ? -1 : 1))[0] ?? null;
  return [{ key: first.key, spaceId: null, facts: { rule: 'no-end', season } }];
}

/**
 * Everything that speaks against the wanted dates, in order of dates. They are checked against the world and
 * against one another. The snapshot must know every space and type wanted, and leave out claims being replaced.
 * @throws Error when a wanted space or type is missing from the snapshot: our own mistake.
 */
export function checkDates(
  wanted: readonly WantedDate[],
  world: WorldSnapshot,
  asked: AskedFacts = {},
): Finding[] {
  const holdings = holdingsOf(world);
  const { dates, links } = mergeOwnShoulders(wanted, holdings.topUpOf);
  const parts = wantedParts(dates, holdings);
  const context: OccupiedContext = { ...holdings, requestId: asked.requestId };
  const horizon = world.horizonMonths ?? HOUSE_HORIZON_MONTHS;
  const findings = [
    ...checkOccupied(parts, indexBusy(world.busy), context),
    ...checkHandovers(wanted, links),
    ...checkEquipment(dates, holdings.equipment, world.uses),
    ...dates.flatMap((date) =>
      date.claim.spaces.flatMap((space, index) => {
        const facts = holdings.factsOf(space.spaceId);
        return [
          ...checkCapacity(date, index, facts),
          ...checkHours(date, index, facts, world.tzid),
          ...checkPolicy(date, facts, asked.asker ?? null, horizon, world.tzid),
        ];
      }),
    ),
    ...dates.flatMap((date) => checkPast(date, asked.now ?? asked.asker?.now)),
    ...checkAudience(dates, asked.audiences ?? [], world.publicEvents ?? []),
    ...checkCrew(dates, world.teams ?? [], asked.categories ?? [], holdings.factsOf),
    ...checkDemand(parts, world.waiting ?? []),
    ...checkExpected(parts, world.expected ?? [], asked.requestId),
    ...checkEnd(dates, asked, world),
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

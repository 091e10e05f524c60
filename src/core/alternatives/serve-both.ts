import type { ClaimId, RequestId } from '../ids';
import { impliedOccupancy, impliedUses } from '../occupancy/imply';
import { neighbourOf } from '../occupancy/turnover';
import type { BusyRow, UseRow, WorldSnapshot } from '../checks/world';
import { holdingsOf } from '../checks/holdings';
import { NearWorld } from './near-world';
import { alternativesOf, type DateInTrouble, type Search, type Alternatives } from './of-date';
import { pointsOf } from './points';

/** One of two that want one place: its date, and how its alternatives are looked for. */
export interface Contender extends Omit<DateInTrouble, 'findings'> {
  readonly claimId: ClaimId;
  readonly requestId: RequestId;
  readonly search: Search;
  readonly siblings: DateInTrouble['date'][];
}

/** Two requests for one place: what each could have instead, if the other gets what it asked for. */
export interface ServedBoth {
  /** What the second could have if the first gets what it asked for. */
  readonly second: Alternatives;
  /** What the first could have if the second does. */
  readonly first: Alternatives;
  /** Which of them moves with less harm; null where neither can. */
  readonly moves: 'first' | 'second' | null;
}

/** The world as it would be if a claim had what it wants. */
function withClaim(
  world: WorldSnapshot,
  { date: { claim }, claimId, requestId }: Pick<Contender, 'date' | 'claimId' | 'requestId'>,
): WorldSnapshot {
  const { factsOf } = holdingsOf(world);
  const known = new Set(world.spaces.map(({ id }) => id));
  const types = new Map(world.equipment.map((type) => [type.id, type]));
  const holdings = {
    partsOf: (space: (typeof claim.spaces)[number]['spaceId']) =>
      known.has(space) ? factsOf(space).parts : [],
    movingMinutes: (type: (typeof claim.equipment)[number]['typeId']) =>
      types.get(type) ?? { fetchMin: 0, returnMin: 0 },
  };
  const busy = impliedOccupancy(claim, holdings).map(({ spaceIndex, resourceId, span }): BusyRow => {
    const row = { resourceId, span, claimId, requestId };
    if (spaceIndex < 0) return row;
    // It is not stored, so no link to it can be: its shoulders are nobody's to share.
    const neighbour = {
      ...neighbourOf(claim, spaceIndex),
      claimSpaceId: -1,
      hasLink: { before: true, after: true },
    };
    return { ...row, neighbour };
  });
  const uses = impliedUses(claim, holdings).map(({ typeId, span, quantity }): UseRow => ({
    typeId,
    span,
    quantity,
    claimId,
  }));
  return { ...world, busy: [...world.busy, ...busy], uses: [...world.uses, ...uses] };
}

/** The world as it would be if all of them had what they want. */
export const serveWorld = (
  world: WorldSnapshot,
  claims: readonly Pick<Contender, 'date' | 'claimId' | 'requestId'>[],
): WorldSnapshot => claims.reduce(withClaim, world);

/** Alternatives of one date in a world in which the other has what it wants. */
function besides(one: Contender, other: Contender): Alternatives {
  const world = withClaim(one.search.near.world, other);
  const near = new NearWorld(world, one.siblings);
  const findings = near.check([one.date], one.search.asked);
  return alternativesOf({ ...one, findings }, { ...one.search, near });
}

/**
 * Two want one place: what each could have if the other got it, so that both are served if at all possible. `moves` is
 * null where neither has an alternative.
 */
export function serveBoth(first: Contender, second: Contender): ServedBoth {
  const found = { second: besides(second, first), first: besides(first, second) };
  const harm = ({ best: [alternative] }: Alternatives): number =>
    alternative ? pointsOf(alternative) + (alternative.hasNewDoubt ? 1000 : 0) : Infinity;
  const [one, two] = [harm(found.first), harm(found.second)];
  const moves = one === Infinity && two === Infinity ? null : one < two ? 'first' : 'second';
  return { ...found, moves };
}

import type { ClaimId, SpaceId } from '../../ids';
import { intersection, type Interval } from '../../time/epoch-minute';
import type { Overlap } from '../asked';
import { overlapOf } from '../collisions';
import { byResource } from '../parts';
import { NOTES, USUAL, type Check, type CheckRule, type Found } from './rule';

/** Other requests wait for the same place: how long, and when, both want it. */
export interface AlsoWanted extends Overlap {
  readonly by: readonly ClaimId[];
}

interface Demand {
  readonly key: string;
  readonly spaceId: SpaceId;
  readonly claims: Set<ClaimId>;
  readonly shared: Interval[];
}

function find({ parts, world: { waiting = [] } }: Check): Found<AlsoWanted>[] {
  if (!waiting.length) return [];
  const rowsOf = byResource(waiting);
  const found = new Map<string, Demand>();
  for (const { date, spaceIndex, resourceId, span } of parts) {
    const space = date.claim.spaces[spaceIndex];
    if (!space) continue;
    for (const row of rowsOf.get(resourceId) ?? []) {
      // In order of start, and these may overlap: only the start says when to stop looking.
      if (row.span.start >= span.end) break;
      const shared = intersection(row.span, span);
      if (!shared) continue;
      const id = `${date.key}|${spaceIndex}`;
      const demand = found.get(id) ?? {
        key: date.key,
        spaceId: space.spaceId,
        claims: new Set(),
        shared: [],
      };
      found.set(id, demand);
      demand.claims.add(row.claimId);
      demand.shared.push(shared);
    }
  }
  return [...found.values()].map(({ key, spaceId, claims, shared }) => ({
    key,
    spaceId,
    facts: { by: [...claims], ...overlapOf(shared) },
  }));
}

/** Other requests that wait for the same place at the same time: told, never in the way. */
export const alsoWanted: CheckRule<AlsoWanted> = {
  ...NOTES,
  ...USUAL,
  touches: 'nothing',
  reads: ['parts'],
  judged: { by: 'dates', find },
};

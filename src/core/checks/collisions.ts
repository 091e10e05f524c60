import type { RequestId, ResourceId, SpaceId } from '../ids';
import { neighbourOf, sharedShoulder, type SharedShoulder } from '../occupancy/turnover';
import { intersection, spanning, totalMin, union, type Interval } from '../time/epoch-minute';
import type { Collider, Overlap } from './asked';
import type { WorldHoldings } from './holdings';
import { byResource, type WantedPart } from './parts';
import type { BusyRow } from './world';

/** Rows of one resource in order; since they never overlap, ends are in order too. */
type BusyByResource = ReadonlyMap<ResourceId, readonly BusyRow[]>;

/** Position of the first row that ends after `minute`. */
function firstEndingAfter(rows: readonly BusyRow[], minute: number): number {
  let low = 0;
  let high = rows.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    const row = rows[middle];
    if (row && row.span.end <= minute) low = middle + 1;
    else high = middle;
  }
  return low;
}

interface Met {
  readonly part: WantedPart;
  readonly by: Collider;
  readonly shared: Interval[];
  /** One row of what it collides with, if it is in the world. */
  readonly row: BusyRow | null;
}

/** Shared minutes by what they collide with: parts of one space that are all taken by one claim count once. */
class Meetings {
  private readonly found = new Map<string, Met>();

  add(part: WantedPart, by: Collider, shared: Interval, row: BusyRow | null): void {
    const other =
      by.kind === 'same-request'
        ? `own ${by.key} ${by.spaceId}`
        : `${by.kind} ${by.claimId} ${row?.neighbour?.claimSpaceId ?? ''}`;
    const id = `${part.date.key}|${part.spaceIndex}|${part.equipmentIndex}|${other}`;
    const known = this.found.get(id);
    if (known) known.shared.push(shared);
    else this.found.set(id, { part, by, shared: [shared], row });
  }

  all(): Met[] {
    return [...this.found.values()];
  }
}

function againstWorld(parts: readonly WantedPart[], busy: BusyByResource, meetings: Meetings): void {
  for (const part of parts) {
    const rows = busy.get(part.resourceId) ?? [];
    for (let at = firstEndingAfter(rows, part.span.start); ; at += 1) {
      const row = rows[at];
      const shared = row && intersection(row.span, part.span);
      if (!shared) break;
      meetings.add(part, { kind: 'claim', claimId: row.claimId }, shared, row);
    }
  }
}

/** How `other` is told to the date it collides with. */
function colliderOf({ date, spaceIndex }: WantedPart, other: WantedPart): Collider {
  if (date.of && date.of.requestId !== other.date.of?.requestId)
    return { kind: 'same-step', claimId: date.of.claimId };
  const spaceId = date.claim.spaces[Math.max(0, spaceIndex)]?.spaceId ?? (0 as SpaceId);
  return { kind: 'same-request', key: date.key, spaceId };
}

function againstOneAnother(parts: readonly WantedPart[], meetings: Meetings): void {
  const sorted = [...parts].sort((a, b) => a.resourceId - b.resourceId || a.span.start - b.span.start);
  sorted.forEach((part, index) => {
    for (let next = index + 1; ; next += 1) {
      const other = sorted[next];
      // In order of start: the first that shares nothing ends the search.
      const shared = other?.resourceId === part.resourceId && intersection(part.span, other.span);
      if (!other || !shared) break;
      meetings.add(part, colliderOf(other, part), shared, null);
      meetings.add(other, colliderOf(part, other), shared, null);
    }
  });
}

/** What part of one date and something else want at once. */
export interface Collision extends Overlap {
  readonly part: WantedPart;
  readonly by: Collider;
  /** Set where only shoulders meet, both in the same set-up: they can be shared. */
  readonly shoulder: Shoulder | null;
}

/** Set-up or clearing that a date could share with another claim beside it. */
export interface Shoulder extends SharedShoulder {
  /** Where the other claim stands: before or after the date. */
  readonly side: 'before' | 'after';
  readonly by: Collider & { readonly kind: 'claim' };
  readonly claimSpaceId: number;
  /** Both belong to one request. */
  readonly isOwn: boolean;
}

type Asked = Pick<WorldHoldings, 'topUpOf'> & { readonly requestId: RequestId | undefined };

function shoulderOf({ part, by, row }: Met, asked: Asked): Shoulder | null {
  const other = row?.neighbour;
  const space = part.date.claim.spaces[part.spaceIndex];
  if (!other || !space || by.kind !== 'claim') return null;
  const own = neighbourOf(part.date.claim, part.spaceIndex);
  const topUpMin = asked.topUpOf(space.spaceId);
  const before = other.hasLink.after ? null : sharedShoulder(other, own, topUpMin);
  const after = before || other.hasLink.before ? null : sharedShoulder(own, other, topUpMin);
  const shared = before ?? after;
  if (!shared) return null;
  const request = part.date.of?.requestId ?? asked.requestId;
  return {
    ...shared,
    side: before ? 'before' : 'after',
    by,
    claimSpaceId: other.claimSpaceId,
    isOwn: row.requestId !== undefined && row.requestId === request,
  };
}

/** Minutes shared, and from the first of them to the last. */
export function overlapOf(shared: readonly Interval[]): Overlap {
  const whole = union(shared);
  return { minutes: totalMin(whole), during: spanning(whole) };
}

/**
 * Atomic parts and units that are taken, by the world or by another date or space of the same check, bands included.
 * `busy` must not hold claims that the change replaces.
 */
export function collisionsOf(
  parts: readonly WantedPart[],
  busy: readonly BusyRow[],
  asked: Asked,
): Collision[] {
  const meetings = new Meetings();
  againstWorld(parts, byResource(busy), meetings);
  againstOneAnother(parts, meetings);
  return meetings.all().map((met) => ({
    part: met.part,
    by: met.by,
    ...overlapOf(met.shared),
    shoulder: shoulderOf(met, asked),
  }));
}

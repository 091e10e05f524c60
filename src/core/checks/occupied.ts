import type { RequestId, ResourceId, SpaceId } from '../ids';
import { impliedOccupancy, type Holdings } from '../occupancy/imply';
import { neighbourOf, sharedShoulder, type SharedShoulder } from '../occupancy/turnover';
import type { BusyRow } from './world';
import { intersection, totalMin, union, type Interval } from '../time/epoch-minute';
import type { Collider, Finding, FindingFacts, WantedDate } from './findings';

/** An atomic part or unit wanted by one date of the request. */
export interface WantedPart {
  readonly date: WantedDate;
  /** −1 for a unit. */
  readonly spaceIndex: number;
  readonly equipmentIndex: number;
  readonly resourceId: ResourceId;
  readonly span: Interval;
}

/** Rows of one resource in order; since they never overlap, ends are in order too. */
type BusyByResource = ReadonlyMap<ResourceId, readonly BusyRow[]>;

export function indexBusy<Row extends { readonly resourceId: ResourceId; readonly span: Interval }>(
  rows: readonly Row[],
): ReadonlyMap<ResourceId, readonly Row[]> {
  const byResource = new Map<ResourceId, Row[]>();
  for (const row of rows) {
    const list = byResource.get(row.resourceId);
    if (list) list.push(row);
    else byResource.set(row.resourceId, [row]);
  }
  for (const list of byResource.values()) list.sort((a, b) => a.span.start - b.span.start);
  return byResource;
}

/** Position of the first row that ends after `minute`. */
function firstEndingAfter(rows: readonly BusyRow[], minute: number): number {
  let low = 0;
  let high = rows.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rows[middle]!.span.end <= minute) low = middle + 1;
    else high = middle;
  }
  return low;
}

interface Collision {
  readonly part: WantedPart;
  readonly by: Collider;
  readonly shared: Interval[];
  /** One row of what it collides with, if it is in the world. */
  readonly row: BusyRow | null;
}

/** Shared minutes by what they collide with: parts of one space that are all taken by one claim count once. */
class Collisions {
  private readonly found = new Map<string, Collision>();

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

  all(): Collision[] {
    return [...this.found.values()];
  }
}

function againstWorld(parts: readonly WantedPart[], busy: BusyByResource, collisions: Collisions): void {
  for (const part of parts) {
    const rows = busy.get(part.resourceId) ?? [];
    for (let at = firstEndingAfter(rows, part.span.start); at < rows.length; at += 1) {
      const shared = intersection(rows[at]!.span, part.span);
      if (!shared) break;
      collisions.add(part, { kind: 'claim', claimId: rows[at]!.claimId }, shared, rows[at]!);
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

function againstOneAnother(parts: readonly WantedPart[], collisions: Collisions): void {
  const sorted = [...parts].sort((a, b) => a.resourceId - b.resourceId || a.span.start - b.span.start);
  sorted.forEach((part, index) => {
    for (let next = index + 1; next < sorted.length; next += 1) {
      const other = sorted[next]!;
      if (other.resourceId !== part.resourceId || other.span.start >= part.span.end) break;
      const shared = intersection(part.span, other.span)!;
      collisions.add(part, colliderOf(other, part), shared, null);
      collisions.add(other, colliderOf(part, other), shared, null);
    }
  });
}

/** Whether the collision is one of shoulders only, both in the same set-up, and which side the other stands on. */
function shoulderWith(
  { part, row }: Collision,
  topUpMin: number,
): (SharedShoulder & { side: 'before' | 'after' }) | null {
  const other = row?.neighbour;
  if (!other || part.spaceIndex < 0) return null;
  const own = neighbourOf(part.date.claim, part.spaceIndex);
  const before = other.hasLink.after ? null : sharedShoulder(other, own, topUpMin);
  if (before) return { ...before, side: 'before' };
  const after = other.hasLink.before ? null : sharedShoulder(own, other, topUpMin);
  return after && { ...after, side: 'after' };
}

function factsOf(collision: Collision, asked: OccupiedContext): FindingFacts {
  const { part, by, row } = collision;
  const whole = union(collision.shared);
  const overlap = {
    minutes: totalMin(whole),
    during: { start: whole[0]!.start, end: whole[whole.length - 1]!.end },
  };
  if (part.spaceIndex < 0) {
    const { typeId } = part.date.claim.equipment[part.equipmentIndex]!;
    return { rule: 'unit-taken', typeId, unitId: part.resourceId, by, ...overlap };
  }
  const spaceId = part.date.claim.spaces[part.spaceIndex]!.spaceId;
  const shoulder = shoulderWith(collision, asked.topUpOf(spaceId));
  if (!shoulder || by.kind !== 'claim') return { rule: 'occupied', by, ...overlap };
  return {
    rule: 'shared-shoulder',
    savedMin: shoulder.savedMin,
    boundary: shoulder.boundary,
    side: shoulder.side,
    by,
    claimSpaceId: row!.neighbour!.claimSpaceId,
    isOwn: row!.requestId !== undefined && row!.requestId === (part.date.of?.requestId ?? asked.requestId),
  };
}

export interface OccupiedContext extends Holdings {
  topUpOf(space: SpaceId): number;
  readonly requestId?: RequestId;
}

/** Every part and unit the dates take. */
export const wantedParts = (dates: readonly WantedDate[], holdings: Holdings): WantedPart[] =>
  dates.flatMap((date) => impliedOccupancy(date.claim, holdings).map((implied) => ({ date, ...implied })));

/**
 * Atomic parts and units that are taken, by the world or by another date or space of the same request, bands included.
 * Where only shoulders meet and both want the same set-up, that is told instead. `busy` must not hold claims that the
 * change replaces.
 */
export function checkOccupied(
  parts: readonly WantedPart[],
  busy: BusyByResource,
  context: OccupiedContext,
): Finding[] {
  const collisions = new Collisions();
  againstWorld(parts, busy, collisions);
  againstOneAnother(parts, collisions);
  return collisions.all().map((collision) => ({
    key: collision.part.date.key,
    spaceId: collision.part.date.claim.spaces[collision.part.spaceIndex]?.spaceId ?? null,
    facts: factsOf(collision, context),
  }));
}

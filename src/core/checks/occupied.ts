import type { ResourceId, SpaceId } from '../ids';
import { impliedOccupancy } from '../occupancy/imply';
import type { BusyRow } from '../occupancy/world';
import { intersection, totalMin, union, type Interval } from '../time/epoch-minute';
import type { Collider, Finding, WantedDate } from './findings';

/** An atomic part wanted by one date of the request. */
interface WantedPart {
  readonly key: string;
  readonly spaceId: SpaceId;
  readonly spaceIndex: number;
  readonly resourceId: ResourceId;
  readonly span: Interval;
}

/** Rows of one resource in order; since they never overlap, ends are in order too. */
type BusyByResource = ReadonlyMap<ResourceId, readonly BusyRow[]>;

export function indexBusy(rows: readonly BusyRow[]): BusyByResource {
  const byResource = new Map<ResourceId, BusyRow[]>();
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

/** Shared minutes by what they collide with: parts of one space that are all taken by one claim count once. */
class Collisions {
  private readonly found = new Map<string, { part: WantedPart; by: Collider; shared: Interval[] }>();

  add(part: WantedPart, by: Collider, shared: Interval): void {
    const other = by.kind === 'claim' ? `claim ${by.claimId}` : `own ${by.key} ${by.spaceId}`;
    const id = `${part.key}|${part.spaceIndex}|${other}`;
    const known = this.found.get(id);
    if (known) known.shared.push(shared);
    else this.found.set(id, { part, by, shared: [shared] });
  }

  findings(): Finding[] {
    return [...this.found.values()].map(({ part, by, shared }) => {
      const whole = union(shared);
      const during = { start: whole[0]!.start, end: whole[whole.length - 1]!.end };
      return {
        key: part.key,
        spaceId: part.spaceId,
        facts: { rule: 'occupied', minutes: totalMin(whole), during, by },
      };
    });
  }
}

function againstWorld(parts: readonly WantedPart[], busy: BusyByResource, collisions: Collisions): void {
  for (const part of parts) {
    const rows = busy.get(part.resourceId) ?? [];
    for (let at = firstEndingAfter(rows, part.span.start); at < rows.length; at += 1) {
      const shared = intersection(rows[at]!.span, part.span);
      if (!shared) break;
      collisions.add(part, { kind: 'claim', claimId: rows[at]!.claimId }, shared);
    }
  }
}

function againstOneAnother(parts: readonly WantedPart[], collisions: Collisions): void {
  const sorted = [...parts].sort((a, b) => a.resourceId - b.resourceId || a.span.start - b.span.start);
  sorted.forEach((part, index) => {
    for (let next = index + 1; next < sorted.length; next += 1) {
      const other = sorted[next]!;
      if (other.resourceId !== part.resourceId || other.span.start >= part.span.end) break;
      const shared = intersection(part.span, other.span)!;
      collisions.add(part, { kind: 'same-request', key: other.key, spaceId: other.spaceId }, shared);
      collisions.add(other, { kind: 'same-request', key: part.key, spaceId: part.spaceId }, shared);
    }
  });
}

/**
 * Atomic parts that are taken, by the world or by another date or space of the same request, bands included.
 * `busy` must not hold claims that the change replaces.
 */
export function checkOccupied(
  dates: readonly WantedDate[],
  partsOf: (space: SpaceId) => readonly ResourceId[],
  busy: BusyByResource,
): Finding[] {
  const parts = dates.flatMap(({ key, claim }) =>
    impliedOccupancy(claim, { partsOf }).map(({ spaceIndex, resourceId, span }) => ({
      key,
      spaceIndex,
      spaceId: claim.spaces[spaceIndex]!.spaceId,
      resourceId,
      span,
    })),
  );
  const collisions = new Collisions();
  againstWorld(parts, busy, collisions);
  againstOneAnother(parts, collisions);
  return collisions.findings();
}

import type { ResourceId } from '../ids';
import { impliedOccupancy, type Holdings } from '../occupancy/imply';
import type { Interval } from '../time/epoch-minute';
import type { WantedDate } from './asked';

/** An atomic part or unit wanted by one date of the request. */
export interface WantedPart {
  readonly date: WantedDate;
  /** −1 for a unit. */
  readonly spaceIndex: number;
  readonly equipmentIndex: number;
  readonly resourceId: ResourceId;
  readonly span: Interval;
}

/** Every part and unit the dates take. Empty where the dates take no space and no stock. */
export const wantedParts = (dates: readonly WantedDate[], holdings: Holdings): WantedPart[] =>
  dates.flatMap((date) => impliedOccupancy(date.claim, holdings).map((implied) => ({ date, ...implied })));

/** Rows of each resource in order of their starts. A resource without rows is not in the map, so no list is empty. */
export function byResource<Row extends { readonly resourceId: ResourceId; readonly span: Interval }>(
  rows: readonly Row[],
): ReadonlyMap<ResourceId, readonly Row[]> {
  const found = new Map<ResourceId, Row[]>();
  for (const row of rows) {
    const list = found.get(row.resourceId);
    if (list) list.push(row);
    else found.set(row.resourceId, [row]);
  }
  for (const list of found.values()) list.sort((a, b) => a.span.start - b.span.start);
  return found;
}

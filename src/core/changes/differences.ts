import { pairs } from '@/core/lists';
import type { EquipmentTypeId, SpaceId } from '../ids';
import type { ClaimContent } from '../occupancy/bands';
import type { Layout } from '../seating/layouts';
import type { ClaimDraft } from './plan-date';

/** One thing that is not as it was about a date. */
export type Difference =
  | { readonly kind: 'time' }
  | { readonly kind: 'spaces'; readonly was: readonly SpaceId[] }
  | { readonly kind: 'layout'; readonly was: Layout; readonly is: Layout }
  | { readonly kind: 'people'; readonly was: number; readonly is: number }
  | {
      readonly kind: 'equipment';
      readonly typeId: EquipmentTypeId;
      readonly was: number;
      readonly is: number;
    }
  /** The host's own minutes before and after. */
  | {
      readonly kind: 'own-time';
      readonly was: readonly [number, number];
      readonly is: readonly [number, number];
    };

const peopleOf = ({ people, spaces }: ClaimContent): number =>
  people ?? spaces.reduce((sum, space) => sum + space.people, 0);

function quantities({ equipment }: ClaimContent): Map<EquipmentTypeId, number> {
  const sums = new Map<EquipmentTypeId, number>();
  for (const { typeId, quantity } of equipment) sums.set(typeId, (sums.get(typeId) ?? 0) + quantity);
  return sums;
}

function equipmentDifferences(was: ClaimContent, is: ClaimContent): Difference[] {
  const [before, after] = [quantities(was), quantities(is)];
  return [...new Set([...before.keys(), ...after.keys()])].flatMap((typeId) => {
    const [old, now] = [before.get(typeId) ?? 0, after.get(typeId) ?? 0];
    return old === now ? [] : [{ kind: 'equipment' as const, typeId, was: old, is: now }];
  });
}

/** From what to what a date changed between two of its claims; empty where they want the same. */
export function differencesBetween(was: ClaimDraft, is: ClaimDraft): Difference[] {
  const [before, after] = [was.content, is.content];
  const spacesOf = ({ spaces }: ClaimContent) => spaces.map(({ spaceId }) => spaceId);
  const found: Difference[] = [];
  if (was.startLocal !== is.startLocal || was.endLocal !== is.endLocal) found.push({ kind: 'time' });
  if (String(spacesOf(before)) !== String(spacesOf(after)))
    found.push({ kind: 'spaces', was: spacesOf(before) });
  else
    pairs(before.spaces, after.spaces).forEach(([{ layout }, { layout: now }]) => {
      if (layout !== now) found.push({ kind: 'layout', was: layout, is: now });
    });
  const [people, nowPeople] = [peopleOf(before), peopleOf(after)];
  if (people !== nowPeople) found.push({ kind: 'people', was: people, is: nowPeople });
  if (before.accessMin !== after.accessMin || before.exitMin !== after.exitMin)
    found.push({
      kind: 'own-time',
      was: [before.accessMin, before.exitMin],
      is: [after.accessMin, after.exitMin],
    });
  return [...found, ...equipmentDifferences(before, after)];
}

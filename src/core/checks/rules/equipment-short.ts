import { scarcest, type Use } from '../../equipment/peak-use';
import type { EquipmentTypeId } from '../../ids';
import { impliedUses, type Holdings } from '../../occupancy/imply';
import { spanning, type Interval } from '../../time/epoch-minute';
import { RowsByStart } from '../../time/rows-by-start';
import type { WantedDate } from '../asked';
import type { WorldHoldings } from '../holdings';
import type { WorldSnapshot } from '../world';
import { BLOCKS, USUAL, type Check, type CheckRule, type Found } from './rule';

interface DatedUse extends Use {
  readonly key: string;
}

/** What one date takes of a type: one line even where it goes to several spaces. */
function wantedByType(dates: readonly WantedDate[], holdings: Holdings): Map<EquipmentTypeId, DatedUse[]> {
  const byType = new Map<EquipmentTypeId, DatedUse[]>();
  for (const { key, claim } of dates)
    for (const use of impliedUses(claim, holdings)) {
      const list = byType.get(use.typeId) ?? [];
      list.push({ key, span: use.span, quantity: use.quantity });
      byType.set(use.typeId, list);
    }
  return byType;
}

function byKey(uses: readonly DatedUse[]): Map<string, DatedUse[]> {
  const grouped = new Map<string, DatedUse[]>();
  for (const use of uses) {
    const known = grouped.get(use.key);
    if (known) known.push(use);
    else grouped.set(use.key, [use]);
  }
  return grouped;
}

interface Looked extends Pick<Check, 'dates'> {
  readonly holdings: Pick<WorldHoldings, 'partsOf' | 'movingMinutes' | 'equipment'>;
  readonly world: Pick<WorldSnapshot, 'uses'>;
}

/** Pieces of a type that are missing at the worst moment, with when that is. */
export interface EquipmentShort {
  readonly typeId: EquipmentTypeId;
  readonly asked: number;
  /** At the worst minute. */
  readonly short: number;
  readonly during: Interval;
}

/**
 * Types of which more is promised than there is at some minute of a date, fetch and return included, counting what
 * the world uses and all wanted dates together.
 */
export function shortages({ dates, holdings, world }: Looked): Found<EquipmentShort>[] {
  const findings: Found<EquipmentShort>[] = [];
  for (const [typeId, wanted] of wantedByType(dates, holdings)) {
    const all = new RowsByStart<Use>([...world.uses.filter((use) => use.typeId === typeId), ...wanted]);
    const stock = holdings.equipment.get(typeId)?.stock ?? [];
    for (const [key, own] of byKey(wanted)) {
      const window = spanning(own.map(({ span }) => span));
      const worst = scarcest(window, all.touching(window), stock);
      if (worst.left >= 0) continue;
      const asked = own.reduce((sum, use) => sum + use.quantity, 0);
      findings.push({ key, spaceId: null, facts: { typeId, asked, short: -worst.left, during: worst.span } });
    }
  }
  return findings;
}

/** More pieces are wanted at one moment than are in stock and not lent; minutes of fetching and returning count. */
export const equipmentShort: CheckRule<EquipmentShort> = {
  ...BLOCKS,
  ...USUAL,
  touches: 'stock',
  about: ({ typeId }) => typeId,
  isTakenByOthers: true,
  befallsBy: ['stock'],
  reads: ['stock'],
  judged: { by: 'dates', find: shortages },
};

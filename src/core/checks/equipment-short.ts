import { scarcest, type Use } from '../equipment/peak-use';
import type { EquipmentTypeId } from '../ids';
import { impliedUses } from '../occupancy/imply';
import type { EquipmentFacts, UseRow } from './world';
import { spanning } from '../time/epoch-minute';
import { RowsByStart } from '../time/rows-by-start';
import type { Finding, WantedDate } from './findings';

interface DatedUse extends Use {
  readonly key: string;
}

/** What one date takes of a type: one line even where it goes to several spaces. */
function wantedByType(
  dates: readonly WantedDate[],
  facts: ReadonlyMap<EquipmentTypeId, EquipmentFacts>,
): Map<EquipmentTypeId, DatedUse[]> {
  const byType = new Map<EquipmentTypeId, DatedUse[]>();
  for (const { key, claim } of dates)
    for (const use of impliedUses(claim, { movingMinutes: (type) => facts.get(type)! })) {
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

/**
 * Types of which more is promised than there is at some minute of a date, fetch and return included, counting what
 * the world uses and all wanted dates together. The measure is the worst minute's shortage.
 */
export function checkEquipment(
  dates: readonly WantedDate[],
  equipment: ReadonlyMap<EquipmentTypeId, EquipmentFacts>,
  world: readonly UseRow[],
): Finding[] {
  const findings: Finding[] = [];
  for (const [typeId, wanted] of wantedByType(dates, equipment)) {
    const all = new RowsByStart<Use>([...world.filter((use) => use.typeId === typeId), ...wanted]);
    for (const [key, own] of byKey(wanted)) {
      const window = spanning(own.map(({ span }) => span));
      const worst = scarcest(window, all.touching(window), equipment.get(typeId)!.stock);
      if (worst.left >= 0) continue;
      const asked = own.reduce((sum, use) => sum + use.quantity, 0);
      findings.push({
        key,
        spaceId: null,
        facts: { rule: 'equipment-short', typeId, asked, short: -worst.left, during: worst.span },
      });
    }
  }
  return findings;
}

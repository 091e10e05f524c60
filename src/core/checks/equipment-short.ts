import { scarcest, type Use } from '../equipment/peak-use';
import type { EquipmentTypeId } from '../ids';
import { impliedUses } from '../occupancy/imply';
import type { EquipmentFacts, UseRow } from '../occupancy/world';
import { overlaps, type Interval } from '../time/epoch-minute';
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

const spanOf = (uses: readonly Use[]): Interval => ({
  start: uses.reduce((least, { span }) => (span.start < least ? span.start : least), uses[0]!.span.start),
  end: uses.reduce((most, { span }) => (span.end > most ? span.end : most), uses[0]!.span.end),
});

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
    const all: Use[] = [...world.filter((use) => use.typeId === typeId), ...wanted];
    for (const key of new Set(wanted.map((use) => use.key))) {
      const own = wanted.filter((use) => use.key === key);
      const window = spanOf(own);
      const touching = all.filter((use) => overlaps(use.span, window));
      const worst = scarcest(window, touching, equipment.get(typeId)!.stock);
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

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

/** Uses in order of start, so that those touching a window are found without looking at all of them. */
class UsesByStart {
  private readonly sorted: readonly Use[];
  private readonly longestMin: number;

  constructor(uses: readonly Use[]) {
    this.sorted = [...uses].sort((a, b) => a.span.start - b.span.start);
    this.longestMin = uses.reduce((most, { span }) => Math.max(most, span.end - span.start), 0);
  }

  /** Position of the first use that starts after `minute`. */
  private firstAfter(minute: number): number {
    let low = 0;
    let high = this.sorted.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.sorted[middle]!.span.start <= minute) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  touching(window: Interval): Use[] {
    const from = this.firstAfter(window.start - this.longestMin);
    return this.sorted
      .slice(from, this.firstAfter(window.end - 1))
      .filter((use) => overlaps(use.span, window));
  }
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
    const all = new UsesByStart([...world.filter((use) => use.typeId === typeId), ...wanted]);
    for (const [key, own] of byKey(wanted)) {
      const window = spanOf(own);
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

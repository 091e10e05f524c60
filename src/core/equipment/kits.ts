import type { EquipmentTypeId } from '../ids';

/** One thing a kit holds. */
export interface KitItem {
  readonly typeId: EquipmentTypeId;
  readonly quantity: number;
}

/** A line of what was asked for: a type, or a kit that stands for its contents. */
export interface AskedItem {
  readonly typeId: EquipmentTypeId;
  readonly quantity: number;
}

/** A wanted item with the kit it came from. */
export interface CountedItem extends AskedItem {
  /** The kit the line comes from; null when it was asked for by itself. */
  readonly kitId: EquipmentTypeId | null;
}

/** A kit counts as its contents; kits may hold kits. One that holds itself was refused when it was made. */
export function countKits(
  asked: readonly AskedItem[],
  contentsOf: (type: EquipmentTypeId) => readonly KitItem[],
): CountedItem[] {
  const counted = (item: AskedItem, kitId: EquipmentTypeId | null): CountedItem[] => {
    const contents = contentsOf(item.typeId);
    if (!contents.length) return [{ ...item, kitId }];
    return contents.flatMap((inside) =>
      counted({ typeId: inside.typeId, quantity: inside.quantity * item.quantity }, kitId ?? item.typeId),
    );
  };
  return asked.flatMap((item) => counted(item, null));
}

/** The kit that would hold itself, or null when every kit ends in plain types. */
export function kitCycle(
  kits: ReadonlyMap<EquipmentTypeId, readonly KitItem[]>,
): readonly EquipmentTypeId[] | null {
  const settled = new Set<EquipmentTypeId>();
  const visit = (
    type: EquipmentTypeId,
    path: readonly EquipmentTypeId[],
  ): readonly EquipmentTypeId[] | null => {
    if (path.includes(type)) return [...path.slice(path.indexOf(type)), type];
    if (settled.has(type)) return null;
    for (const { typeId } of kits.get(type) ?? []) {
      const found = visit(typeId, [...path, type]);
      if (found) return found;
    }
    settled.add(type);
    return null;
  };
  for (const type of kits.keys()) {
    const found = visit(type, []);
    if (found) return found;
  }
  return null;
}

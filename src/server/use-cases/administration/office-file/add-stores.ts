import { kitCycle } from '@/core/equipment/kits';
import { idOf, type EquipmentTypeId } from '@/core/ids';
import { epochMinute } from '@/core/time/epoch-minute';
import { toEpochMinute } from '@/core/time/zone';
import type { OfficeInput } from '@/contracts/administration/office';
import type { Writer } from '../../../db/connection';
import { insert, known, OfficeFileError } from './office-rows';
import {
  EquipmentType,
  StockLine,
  Store,
  Resource,
  KitItem,
  EquipmentSubstitute,
} from '../../../db/tables/spaces';

type TypeInput = OfficeInput['stores'][number]['equipment'][number];

/** Kits by their contents, refused when one holds itself. */
async function addKits(
  tx: Writer,
  types: readonly TypeInput[],
  ids: ReadonlyMap<string, number>,
): Promise<void> {
  const kits = new Map(
    types
      .filter(({ kit }) => kit.length)
      .map(({ name, kit }) => [
        idOf<EquipmentTypeId>(known(ids, name, 'equipment')),
        kit.map((item) => ({
          typeId: idOf<EquipmentTypeId>(known(ids, item.name, 'equipment')),
          quantity: item.quantity,
        })),
      ]),
  );
  if (kitCycle(kits)) throw new OfficeFileError('a kit holds itself: check kit');
  for (const [kit, items] of kits)
    for (const { typeId, quantity } of items)
      await insert(tx, KitItem, { kit_id: kit, type_id: typeId, quantity });
}

/** What stands in for what, the first choice first. */
async function addSubstitutes(
  tx: Writer,
  types: readonly TypeInput[],
  ids: ReadonlyMap<string, number>,
): Promise<void> {
  for (const { name, substitutes } of types)
    for (const [position, other] of substitutes.entries()) {
      if (other === name) throw new OfficeFileError(`${name} cannot stand in for itself: check substitutes`);
      await insert(tx, EquipmentSubstitute, {
        type_id: known(ids, name, 'equipment'),
        by_type_id: known(ids, other, 'equipment'),
        position,
      });
    }
}

type StockLineOf = (
  from: number,
  to: number | null,
  delta: number,
  reason: string,
  unit?: number,
) => Promise<number>;

/** What is owned: each numbered unit a line of its own, everything else one line. Kits and pools own nothing. */
async function addOwned(tx: Writer, type: TypeInput, line: StockLineOf): Promise<void> {
  if (type.kit.length || type.poolOf !== null) return;
  for (const name of type.units)
    await line(epochMinute(0), null, 1, 'owned', await insert(tx, Resource, { kind: 'unit', name }));
  if (!type.units.length) await line(epochMinute(0), null, type.quantity, 'owned');
}

/** Stores with their types, kits, units and dated stock. */
export async function addStores(
  tx: Writer,
  siteId: number,
  { stores, site }: OfficeInput,
  teams: ReadonlyMap<string, number>,
): Promise<void> {
  let position = 0;
  const ids = new Map<string, number>();
  for (const store of stores) {
    const storeId = await insert(tx, Store, { site_id: siteId, name: store.name });
    for (const type of store.equipment) {
      const typeId = await insert(tx, EquipmentType, {
        store_id: storeId,
        name: type.name,
        fetch_min: type.fetchMin,
        return_min: type.returnMin,
        pool_team_id: type.poolOf === null ? null : known(teams, type.poolOf, 'team'),
        position: position++,
      });
      ids.set(type.name, typeId);
      const line: StockLineOf = (from, to, delta, reason, unit) =>
        insert(tx, StockLine, {
          type_id: typeId,
          resource_id: unit ?? null,
          from_min: from,
          to_min: to,
          delta,
          reason,
        });
      await addOwned(tx, type, line);
      for (const { from, to, delta, reason } of type.changes) {
        const minute = (at: typeof from) => toEpochMinute(at, site.zone, 'offset-before');
        await line(minute(from), to && minute(to), delta, reason);
      }
    }
  }
  const types = stores.flatMap(({ equipment }) => equipment);
  await addKits(tx, types, ids);
  await addSubstitutes(tx, types, ids);
}

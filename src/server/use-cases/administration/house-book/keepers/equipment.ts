import { rulesThatBefallBy } from '@/core/checks/findings';
import { say } from '@/contracts/language/say';
import { kitCycle, type KitItem } from '@/core/equipment/kits';
import type { EquipmentTypeId, ResourceId } from '@/core/ids';
import type { EquipmentDoc } from '@/contracts/house-book/things';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/refusal';
import { countText } from '@/contracts/words/when';
import type { ChangeSet } from '../../../../repositories/changes/change-set';
import { guardThatStopped, type Reader } from '../../../../db/connection';
import {
  counted,
  fault,
  lastPosition,
  nameFaults,
  numbers,
  oneJson,
  referenceFaults,
  replaceRows,
  writeRow,
  type Keeper,
} from '../keeper';
import { loadStock, storeStock } from './stock';
import { DROP_LATER_STOCK_OF_UNIT, DROP_SUBSTITUTES, CLOSE_STOCK_OF_UNIT } from './keepers.queries';
import {
  EquipmentType,
  KitItem as KitItems,
  Resource,
  StockLine,
  EquipmentSubstitute,
} from '../../../../db/tables/spaces';
import { Picture } from '../../../../db/tables/house';
import { epochMinute } from '@/core/time/epoch-minute';
import { KIT_ITEMS } from '../../../../repositories/house/house.queries';

/** What was there from the beginning. */
const ALWAYS = epochMinute(0);

// A unit that is given up has an end to its line of stock; what once had it keeps its name.
const UNITS = `SELECT r.id, r.name FROM stock_line s JOIN resource r ON r.id = s.resource_id WHERE s.type_id = t.id AND s.to_min IS NULL ORDER BY s.id`;
const TYPE = `SELECT json_object('name', t.name, 'storeId', t.store_id, 'fetchMin', t.fetch_min, 'returnMin', t.return_min, 'poolTeamId', t.pool_team_id,
  'units', (SELECT json_group_array(json_object('id', id, 'name', name)) FROM (${UNITS})),
  'kit', (SELECT json_group_array(json_object('typeId', type_id, 'quantity', quantity) ORDER BY type_id) FROM kit_item WHERE kit_id = t.id),
  'substitutes', (SELECT json_group_array(by_type_id ORDER BY position) FROM equipment_substitute WHERE type_id = t.id)) FROM equipment_type t WHERE t.id = $id`;

async function storeUnits(
  { tx, at }: ChangeSet,
  type: number,
  units: EquipmentDoc['units'],
  before: EquipmentDoc['units'],
): Promise<FieldFault[]> {
  for (const { id, name } of before) {
    if (units.some((unit) => unit.id === id)) continue;
    const promised = await numbers(
      tx,
      'SELECT claim_id AS id FROM occupancy WHERE resource_id = $id AND occupies = 1 AND end_min > $at',
      { id, at },
    );
    if (promised.length)
      return [
        {
          path: 'units',
          message: say`${name} is promised to ${countText(promised.length, 'date', 'dates')} to come. Give ${promised.length === 1 ? say`it` : say`them`} another first.`,
        },
      ];
    await tx.execute(CLOSE_STOCK_OF_UNIT, { id, at });
    await tx.execute(DROP_LATER_STOCK_OF_UNIT, { id, at });
  }
  for (const { id, name } of units) {
    if (id !== null && before.some((unit) => unit.id === id))
      await tx.table(Resource).update({ id }, { name });
    else {
      const unit = await tx.table(Resource).insert({ kind: 'unit', name });
      await tx.table(StockLine).insert({
        type_id: type as EquipmentTypeId,
        resource_id: unit as ResourceId,
        from_min: before.length ? at : ALWAYS,
        delta: 1,
        reason: 'owned',
      });
    }
  }
  return [];
}

/** The path of a kit that would hold itself. */
async function holdsItself(reader: Reader): Promise<boolean> {
  const rows = await reader.all(KIT_ITEMS);
  const kits = new Map<EquipmentTypeId, KitItem[]>();
  for (const { kit, typeId, quantity } of rows)
    kits.set(kit, [...(kits.get(kit) ?? []), { typeId, quantity }]);
  return Boolean(kitCycle(kits));
}

/** Dates keep it away from the store as long as its minutes say; other minutes may leave too few for all of them. */
async function followMinutes(change: ChangeSet, type: number): Promise<FieldFault[]> {
  change.because({ kind: 'moving-minutes', type });
  try {
    await change.follow();
    return [];
  } catch (error) {
    if (!guardThatStopped(error)) throw error;
    const message = say`With these minutes there would be too few for dates that follow one another closely. Shorten them, or add stock first.`;
    return [{ path: 'fetchMin', message }];
  }
}

async function store(
  change: ChangeSet,
  id: number | null,
  doc: EquipmentDoc,
  before: EquipmentDoc | null,
): Promise<Outcome<number>> {
  const { tx } = change;
  const row = await writeRow(tx, EquipmentType, id, {
    store_id: doc.storeId,
    name: doc.name,
    fetch_min: doc.fetchMin,
    return_min: doc.returnMin,
    pool_team_id: doc.poolTeamId,
    ...(id === null && { position: await lastPosition(tx, 'equipment_type') }),
  });
  await replaceRows(
    tx,
    KitItems,
    { kit_id: row },
    doc.kit.map(({ typeId, quantity }) => ({ type_id: typeId, quantity })),
  );
  await replaceRows(
    tx,
    EquipmentSubstitute,
    { type_id: row },
    doc.substitutes.map((by_type_id, position) => ({ by_type_id, position })),
  );
  if (await holdsItself(tx)) return fault('kit', say`A kit would hold itself. Leave one of these out.`);
  const isMoved = before && (before.fetchMin !== doc.fetchMin || before.returnMin !== doc.returnMin);
  const faults = [
    ...(await storeUnits(change, row, doc.units, before?.units ?? [])),
    ...(await storeStock(change, row, doc.stock, id === null)),
    ...(isMoved ? await followMinutes(change, row) : []),
  ];
  return faults.length ? refuse({ code: 'bad-input', fields: faults }) : done(row);
}

export const equipmentKeeper: Keeper<'equipment'> = {
  table: 'equipment_type',
  retires: true,
  lines: `SELECT t.id, t.name, s.name AS note, t.retired_at IS NOT NULL AS isRetired FROM equipment_type t JOIN store s ON s.id = t.store_id ORDER BY t.position, t.id`,
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await oneJson<Omit<EquipmentDoc, 'stock'>>(reader, TYPE, id);
    return row && { ...row, stock: await loadStock(reader, id) };
  },
  faults: async (reader, id, { name, storeId, poolTeamId, kit, substitutes }) => [
    ...(await nameFaults(reader, 'equipment_type', id, name)),
    ...(await referenceFaults(reader, [
      { path: 'storeId', table: 'store', ids: [storeId] },
      { path: 'poolTeamId', table: 'team', ids: [poolTeamId] },
      { path: 'kit', table: 'equipment_type', ids: kit.map(({ typeId }) => typeId) },
      { path: 'substitutes', table: 'equipment_type', ids: substitutes },
    ])),
    ...(substitutes.some((other) => other === id)
      ? [{ path: 'substitutes', message: say`Nothing stands in for itself.` }]
      : []),
  ],
  store,
  touches: async (_, id, before, after) => ({
    types: [id],
    rules: rulesThatBefallBy('stock'),
    isQuoted:
      before !== null &&
      JSON.stringify([before.name, before.storeId]) !== JSON.stringify([after?.name, after?.storeId]),
  }),
  usedBy: (reader, id, now) =>
    counted(
      reader,
      { id, now },
      [
        `SELECT COUNT(DISTINCT o.id) AS n FROM claim_equipment e JOIN claim c ON c.id = e.claim_id JOIN occurrence o ON o.standing_id = c.id
         WHERE e.type_id = $id AND c.end_min > $now AND o.state IN ('approved', 'waiting')`,
        (n) => say`${countText(n, 'date', 'dates')} to come ${n === 1 ? say`keeps` : say`keep`} it.`,
      ],
      [
        `SELECT COUNT(*) AS n FROM kit_item k JOIN equipment_type t ON t.id = k.kit_id AND t.retired_at IS NULL WHERE k.type_id = $id`,
        (n) => say`${countText(n, 'kit holds', 'kits hold')} it.`,
      ],
    ),
  remove: async (tx, id) => {
    await tx.table(KitItems).remove({ kit_id: id });
    await tx.execute(DROP_SUBSTITUTES, { id });
    await tx.table(StockLine).remove({ type_id: id });
    await tx.table(Picture).remove({ owner_kind: 'pool', owner_id: id });
    await tx.table(EquipmentType).remove({ id });
  },
};

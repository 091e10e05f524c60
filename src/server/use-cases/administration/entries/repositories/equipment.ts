import { rulesThatBefallBy } from '@/core/checks/findings';
import { t } from '@/contracts/language/translate';
import { kitCycle } from '@/core/equipment/kits';
import { idOf, type EquipmentTypeId, type ResourceId } from '@/core/ids';
import type { EquipmentDoc } from '@/contracts/administration/things';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import type { ChangeSet } from '../../../../repositories/changes/change-set';
import { guardThatStopped, type Reader } from '../../../../db/connection';
import {
  counted,
  fault,
  lastPosition,
  nameFaults,
  referenceFaults,
  replaceRows,
  writeRow,
  type EntryRepository,
} from '../entry-repository';
import { loadStock, storeStock } from './stock';
import { DROP_LATER_STOCK_OF_UNIT, DROP_SUBSTITUTES, CLOSE_STOCK_OF_UNIT } from './shared.queries';
import {
  EquipmentType,
  KitItem as KitItems,
  Resource,
  StockLine,
  EquipmentSubstitute,
  Team,
  Store,
} from '../../../../db/tables/spaces';
import { Picture } from '../../../../db/tables/house';
import { epochMinute } from '@/core/time/epoch-minute';
import { KIT_ITEMS } from '../../../../repositories/house/house.queries';
import {
  PROMISED_UNITS,
  DATES_WITH_TYPE,
  EQUIPMENT_DOC,
  EQUIPMENT_LINES,
  KITS_WITH_TYPE,
} from './things.queries';
import { groupBy } from '@/core/lists';

/** What was there from the beginning. */
const ALWAYS = epochMinute(0);

async function storeUnits(
  { tx, at }: ChangeSet,
  type: number,
  units: EquipmentDoc['units'],
  before: EquipmentDoc['units'],
): Promise<FieldFault[]> {
  for (const { id, name } of before) {
    if (id === null || units.some((unit) => unit.id === id)) continue;
    const promised = await tx.all(PROMISED_UNITS, { id, at });
    if (promised.length)
      return [
        {
          path: 'units',
          message: t`${name} is promised to ${countText(promised.length, 'date', 'dates')} to come. Give ${promised.length === 1 ? t`it` : t`them`} another first.`,
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
        type_id: idOf<EquipmentTypeId>(type),
        resource_id: idOf<ResourceId>(unit),
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
  return Boolean(kitCycle(groupBy(await reader.all(KIT_ITEMS), ({ kit }) => kit)));
}

/** Dates keep it away from the store as long as its minutes say; other minutes may leave too few for all of them. */
async function followMinutes(change: ChangeSet, type: number): Promise<FieldFault[]> {
  change.because({ kind: 'moving-minutes', type });
  try {
    await change.follow();
    return [];
  } catch (error) {
    if (!guardThatStopped(error)) throw error;
    const message = t`With these minutes there would be too few for dates that follow one another closely. Shorten them, or add stock first.`;
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
    ...(id === null && { position: await lastPosition(tx, EquipmentType) }),
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
  if (await holdsItself(tx)) return fault('kit', t`A kit would hold itself. Leave one of these out.`);
  const isMoved = before && (before.fetchMin !== doc.fetchMin || before.returnMin !== doc.returnMin);
  const faults = [
    ...(await storeUnits(change, row, doc.units, before?.units ?? [])),
    ...(await storeStock(change, row, doc.stock, id === null)),
    ...(isMoved ? await followMinutes(change, row) : []),
  ];
  return faults.length ? refuse({ code: 'bad-input', fields: faults }) : done(row);
}

export const equipmentRepository: EntryRepository<'equipment'> = {
  table: EquipmentType,
  retires: true,
  lines: EQUIPMENT_LINES,
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await reader.value(EQUIPMENT_DOC, { id });
    return row && { ...row, stock: await loadStock(reader, id) };
  },
  faults: async (reader, id, { name, storeId, poolTeamId, kit, substitutes }) => [
    ...(await nameFaults(reader, EquipmentType, id, name)),
    ...(await referenceFaults(reader, [
      { path: 'storeId', table: Store, ids: [storeId] },
      { path: 'poolTeamId', table: Team, ids: [poolTeamId] },
      { path: 'kit', table: EquipmentType, ids: kit.map(({ typeId }) => typeId) },
      { path: 'substitutes', table: EquipmentType, ids: substitutes },
    ])),
    ...(substitutes.some((other) => other === id)
      ? [{ path: 'substitutes', message: t`Nothing stands in for itself.` }]
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
        DATES_WITH_TYPE,
        (n) => t`${countText(n, 'date', 'dates')} to come ${n === 1 ? t`keeps` : t`keep`} it.`,
      ],
      [KITS_WITH_TYPE, (n) => t`${countText(n, 'kit holds', 'kits hold')} it.`],
    ),
  remove: async (tx, id) => {
    await tx.table(KitItems).remove({ kit_id: id });
    await tx.execute(DROP_SUBSTITUTES, { id });
    await tx.table(StockLine).remove({ type_id: id });
    await tx.table(Picture).remove({ owner_kind: 'pool', owner_id: id });
    await tx.table(EquipmentType).remove({ id });
  },
};

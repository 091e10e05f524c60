import type { EquipmentTypeId } from '@/core/ids';
import { scarcest } from '@/core/equipment/peak-use';
import { impliedUses } from '@/core/occupancy/imply';
import type { EquipmentFacts } from '@/core/occupancy/world';
import type { CheckInput } from '@/contracts/ask';
import type { FieldFault } from '@/contracts/refusal';
import type { Reader } from '../../db/connection';
import { loadNames } from '../../db/names';
import { loadEquipmentFacts } from '../../db/space-facts';
import type { AskedDates } from './wanted-dates';

async function inUse(
  reader: Reader,
  table: 'space' | 'equipment_type',
  ids: readonly number[],
): Promise<Set<number>> {
  const rows = await reader.rows<{ id: number }>(
    `SELECT id FROM ${table} WHERE retired_at IS NULL AND id IN (SELECT value FROM json_each($ids))`,
    { ids: JSON.stringify(ids) },
  );
  return new Set(rows.map(({ id }) => id));
}

/** Spaces and equipment that are not there, or no longer. */
export async function unknownThings(reader: Reader, input: CheckInput): Promise<FieldFault[]> {
  const spaces = await inUse(
    reader,
    'space',
    input.spaces.map(({ spaceId }) => spaceId),
  );
  const types = await inUse(
    reader,
    'equipment_type',
    input.equipment.map(({ typeId }) => typeId),
  );
  return [
    ...input.spaces.flatMap(({ spaceId }, index) =>
      spaces.has(spaceId)
        ? []
        : [{ path: `spaces.${index}.spaceId`, message: 'There is no such space. Choose one from the list.' }],
    ),
    ...input.equipment.flatMap(({ typeId }, index) =>
      types.has(typeId)
        ? []
        : [
            {
              path: `equipment.${index}.typeId`,
              message: 'There is no such equipment. Choose from the list.',
            },
          ],
    ),
  ];
}

/** Most of the stock over a window with nothing in use: more than that can never be had on that date. */
const stockLeast = (
  facts: EquipmentFacts,
  claim: AskedDates['dates'][number]['claim'],
  index: number,
): number => {
  const use = impliedUses(claim, { movingMinutes: () => facts })[index]!;
  return scarcest(use.span, [], facts.stock).stock;
};

/** Quantities beyond what is owned: no date of the calendar could change that, so they are put right in the form. */
export async function beyondStock(
  reader: Reader,
  input: CheckInput,
  asked: AskedDates,
): Promise<FieldFault[]> {
  const facts = await loadEquipmentFacts(
    reader,
    input.equipment.map(({ typeId }) => typeId),
  );
  const byId = new Map<EquipmentTypeId, EquipmentFacts>(facts.map((each) => [each.id, each]));
  const names = await loadNames(reader);
  return input.equipment.flatMap(({ typeId, quantity }, index) => {
    const owned = Math.max(...asked.dates.map(({ claim }) => stockLeast(byId.get(typeId)!, claim, index)));
    if (quantity <= owned) return [];
    const message = `${names.equipment(typeId)}: there are ${owned} in all; ${quantity.toLocaleString('en-GB')} are ${quantity - owned} too many.`;
    return [{ path: `equipment.${index}.quantity`, message }];
  });
}

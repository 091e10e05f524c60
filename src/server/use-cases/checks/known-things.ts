import { t } from '@/contracts/language/translate';
import { scarcest } from '@/core/equipment/peak-use';
import { impliedUses } from '@/core/occupancy/imply';
import type { EquipmentFacts } from '@/core/checks/world';
import type { CheckInput } from '@/contracts/requests/ask';
import type { FieldFault } from '@/contracts/base/refusal';
import type { Reader } from '../../db/connection';
import { loadNames } from '../../repositories/names';
import { loadEquipmentFacts } from '../../repositories/world/space-facts';
import type { AskedDates } from '@/contracts/requests/asked-dates';
import { unknownInPatches } from './known-patches';
import { TYPES_OF_UNITS } from './checks.queries';
import { Space, EquipmentType } from '../../db/tables/spaces';
import { missingFaults } from '../../repositories/known-ids';
import { at, isFilled } from '@/core/lists';

/** Spaces and equipment that are not there, or no longer. */
export async function unknownThings(reader: Reader, input: CheckInput): Promise<FieldFault[]> {
  const spaces = input.spaces.map(({ spaceId }) => spaceId);
  const types = input.equipment.map(({ typeId }) => typeId);
  return [
    ...(await unitFaults(reader, input)),
    ...(await unknownInPatches(
      reader,
      input.overrides.map(({ patch }, index) => ({ path: `overrides.${index}.patch`, patch })),
    )),
    ...(await missingFaults(reader, Space, spaces, {
      isInUse: true,
      path: (index) => `spaces.${index}.spaceId`,
      message: t`There is no such space. Choose one from the list.`,
    })),
    ...(await missingFaults(reader, EquipmentType, types, {
      isInUse: true,
      path: (index) => `equipment.${index}.typeId`,
      message: t`There is no such equipment. Choose from the list.`,
    })),
  ];
}

/** A numbered unit is one thing of one type. */
async function unitFaults(reader: Reader, input: CheckInput): Promise<FieldFault[]> {
  const rows = await reader.all(TYPES_OF_UNITS, {
    ids: input.equipment.flatMap(({ unitId }) => unitId ?? []),
  });
  return input.equipment.flatMap(({ typeId, unitId, quantity }, index) => {
    if (unitId === undefined) return [];
    const isOfType = rows.some((row) => row.resource_id === unitId && row.type_id === typeId);
    if (!isOfType)
      return [
        {
          path: `equipment.${index}.unitId`,
          message: t`There is no such unit of this. Choose one from the list.`,
        },
      ];
    return quantity === 1
      ? []
      : [
          {
            path: `equipment.${index}.quantity`,
            message: t`A numbered unit is one: ask for 1, or leave the unit open.`,
          },
        ];
  });
}

/** The most of a type there is on some date, with nothing in use: more can never be had. */
function ownedMost(facts: EquipmentFacts, dates: AskedDates['dates']): number {
  const spans = dates.flatMap(({ claim }) =>
    impliedUses(claim, { movingMinutes: () => facts }).filter(({ typeId }) => typeId === facts.id),
  );
  return Math.max(0, ...spans.map(({ span }) => scarcest(span, [], facts.stock).stock));
}

/** Quantities beyond what is owned, kits counted as their contents: no calendar could change that, so the form does. */
export async function beyondStock(
  reader: Reader,
  input: CheckInput,
  asked: AskedDates,
): Promise<FieldFault[]> {
  const lines = at(asked.dates, 0).claim.equipment;
  const facts = await loadEquipmentFacts(reader, [...new Set(lines.map(({ typeId }) => typeId))]);
  const names = await loadNames(reader);
  return facts.flatMap((each) => {
    const own = lines.filter(({ typeId }) => typeId === each.id);
    if (!isFilled(own)) return [];
    const quantity = own.reduce((sum, line) => sum + line.quantity, 0);
    const owned = ownedMost(each, asked.dates);
    if (quantity <= owned) return [];
    const asks = own[0].kitId ?? each.id;
    const index = input.equipment.findIndex(({ typeId }) => typeId === asks);
    const message = t`${names.equipment(each.id)}: there are ${owned} in all; ${quantity} are ${quantity - owned} too many.`;
    // What the first date has of its own stands among the dates that differ.
    return [{ path: index < 0 ? 'overrides' : `equipment.${index}.quantity`, message }];
  });
}

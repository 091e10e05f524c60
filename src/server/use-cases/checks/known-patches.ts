import { say } from '@/contracts/language/say';
import type { DatePatch } from '@/core/changes/patch';
import type { FieldFault } from '@/contracts/refusal';
import type { Reader } from '../../db/connection';

/** A patch with where it stands in what was sent. */
export interface PlacedPatch {
  readonly path: string;
  readonly patch: DatePatch;
}

interface Unknown {
  readonly spaces: number[];
  readonly types: number[];
  readonly kits: number[];
  readonly units: [from: number, to: number][];
}

const UNKNOWN = `SELECT json_object(
  'spaces', (SELECT json_group_array(x.value) FROM json_each($spaces) x WHERE x.value NOT IN (SELECT id FROM space WHERE retired_at IS NULL)),
  'types', (SELECT json_group_array(x.value) FROM json_each($types) x WHERE x.value NOT IN (SELECT id FROM equipment_type WHERE retired_at IS NULL)),
  'kits', (SELECT json_group_array(x.value) FROM json_each($types) x WHERE x.value IN (SELECT kit_id FROM kit_item)),
  'units', (SELECT json_group_array(json(x.value)) FROM json_each($units) x WHERE NOT EXISTS (SELECT 1 FROM stock_line a JOIN stock_line b ON b.type_id = a.type_id
    WHERE a.resource_id = x.value->>0 AND b.resource_id = x.value->>1))) AS json`;

const noSpace = (): string => say`There is no such space. Choose one from the list.`;

function faultsOf({ path, patch }: PlacedPatch, unknown: Unknown): FieldFault[] {
  const { place, spaces = [], equipment = [], units = [] } = patch;
  const isNoSpace = (id: number) => unknown.spaces.includes(id);
  return [
    ...(place && isNoSpace(place.spaceId) ? [{ path: `${path}.place.spaceId`, message: noSpace() }] : []),
    ...spaces.flatMap(({ to }, index) =>
      isNoSpace(to) ? [{ path: `${path}.spaces.${index}.to`, message: noSpace() }] : [],
    ),
    ...(equipment.some(({ typeId }) => unknown.types.includes(typeId))
      ? [{ path: `${path}.equipment`, message: say`There is no such equipment. Choose from the list.` }]
      : []),
    ...(equipment.some(({ typeId }) => unknown.kits.includes(typeId))
      ? [
          {
            path: `${path}.equipment`,
            message: say`A kit counts as its contents: say what of them is to differ.`,
          },
        ]
      : []),
    ...(units.some((swap) => unknown.units.some(([from, to]) => from === swap.from && to === swap.to))
      ? [
          {
            path: `${path}.units`,
            message: say`There is no such unit of this equipment. Choose from the list.`,
          },
        ]
      : []),
  ];
}

/** What patches name that is not there: nothing of it would be found out before it is checked or stored. */
export async function unknownInPatches(
  reader: Reader,
  placed: readonly PlacedPatch[],
): Promise<FieldFault[]> {
  const all = placed.map(({ patch }) => patch);
  const spaces = all.flatMap(({ spaces: swaps = [], place }) => [
    ...swaps.map(({ to }) => to),
    ...(place ? [place.spaceId] : []),
  ]);
  const types = all.flatMap(({ equipment = [] }) => equipment.map(({ typeId }) => typeId));
  const units = all.flatMap(({ units: swaps = [] }) => swaps.map(({ from, to }) => [from, to]));
  if (!spaces.length && !types.length && !units.length) return [];
  const unknown = await reader.json<Unknown>(UNKNOWN, {
    spaces: JSON.stringify(spaces),
    types: JSON.stringify(types),
    units: JSON.stringify(units),
  });
  return placed.flatMap((each) => faultsOf(each, unknown));
}

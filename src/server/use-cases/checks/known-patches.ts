import { t } from '@/contracts/language/translate';
import type { DatePatch } from '@/core/changes/patch';
import type { FieldFault } from '@/contracts/base/refusal';
import type { Reader } from '../../db/connection';
import { UNKNOWN_IN_PATCHES } from './checks.queries';

/** A patch with where it stands in what was sent. */
export interface PlacedPatch {
  readonly path: string;
  readonly patch: DatePatch;
}

type Unknown = Awaited<ReturnType<typeof unknownOf>>;

const noSpace = (): string => t`There is no such space. Choose one from the list.`;

function faultsOf({ path, patch }: PlacedPatch, unknown: Unknown): FieldFault[] {
  const { place, spaces = [], equipment = [], units = [] } = patch;
  const isNoSpace = (id: number) => unknown.spaces.includes(id);
  return [
    ...(place && isNoSpace(place.spaceId) ? [{ path: `${path}.place.spaceId`, message: noSpace() }] : []),
    ...spaces.flatMap(({ to }, index) =>
      isNoSpace(to) ? [{ path: `${path}.spaces.${index}.to`, message: noSpace() }] : [],
    ),
    ...(equipment.some(({ typeId }) => unknown.types.includes(typeId))
      ? [{ path: `${path}.equipment`, message: t`There is no such equipment. Choose from the list.` }]
      : []),
    ...(equipment.some(({ typeId }) => unknown.kits.includes(typeId))
      ? [
          {
            path: `${path}.equipment`,
            message: t`A kit counts as its contents: say what of them is to differ.`,
          },
        ]
      : []),
    ...(units.some((swap) => unknown.units.some(([from, to]) => from === swap.from && to === swap.to))
      ? [
          {
            path: `${path}.units`,
            message: t`There is no such unit of this equipment. Choose from the list.`,
          },
        ]
      : []),
  ];
}

const unknownOf = (
  reader: Reader,
  spaces: readonly number[],
  types: readonly number[],
  units: readonly (readonly number[])[],
) => reader.value(UNKNOWN_IN_PATCHES, { spaces, types, units: units });

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
  const unknown = await unknownOf(reader, spaces, types, units);
  return placed.flatMap((each) => faultsOf(each, unknown));
}

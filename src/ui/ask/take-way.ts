import type { AskChoices } from '@/contracts/requests/ask-choices';
import type { DatePatchBody } from '@/contracts/requests/patch';
import { addWallMinutes, dateOf, parseLocalDateTime, timeOf, wallMinute } from '@/core/time/local-time';
import { usualSpace, type AskForm, type DifferingForm } from './draft';
import { timesOf } from './form-body';

/** Start and end moved as the patch says, as the fields hold them. */
function movedTimes(form: AskForm, { shiftMin = 0, lengthMin }: DatePatchBody): Partial<AskForm> {
  const times = timesOf(form);
  const [start, end] = [parseLocalDateTime(times.startsAt), parseLocalDateTime(times.endsAt)];
  if (!start || !end || (shiftMin === 0 && lengthMin === undefined)) return {};
  const from = addWallMinutes(start, shiftMin);
  const to = addWallMinutes(from, lengthMin ?? wallMinute(end) - wallMinute(start));
  // A whole day ends at the midnight after it, and the field names the day.
  const last = form.allDay ? addWallMinutes(to, -1) : to;
  return {
    startDate: dateOf(from),
    endDate: dateOf(last),
    ...(!form.allDay && { startTime: timeOf(from), endTime: timeOf(to) }),
  };
}

function movedSpaces(form: AskForm, choices: AskChoices, { spaces = [] }: DatePatchBody): AskForm['spaces'] {
  return form.spaces.map((space) => {
    const swap = spaces.find(({ from }) => String(from) === space.spaceId);
    return swap ? usualSpace(choices, swap.to, swap.layout ?? (space.layout || undefined)) : space;
  });
}

function changedEquipment(
  { equipment }: AskForm,
  { equipment: quantities = [], units = [] }: DatePatchBody,
): AskForm['equipment'] {
  const kept = equipment.flatMap((line) => {
    const wanted = quantities.find(({ typeId }) => String(typeId) === line.typeId);
    const swap = units.find(({ from }) => String(from) === line.unitId);
    if (wanted?.quantity === 0) return [];
    return [
      {
        ...line,
        ...(wanted && { quantity: String(wanted.quantity) }),
        ...(swap && { unitId: String(swap.to) }),
      },
    ];
  });
  const added = quantities.filter(
    ({ typeId, quantity }) => quantity > 0 && equipment.every((line) => line.typeId !== String(typeId)),
  );
  return [
    ...kept,
    ...added.map(({ typeId, quantity }) => ({
      typeId: String(typeId),
      quantity: String(quantity),
      unitId: '',
    })),
  ];
}

/** What the fields hold once the one date of a form goes the way a patch says. */
export const takeInFields = (form: AskForm, choices: AskChoices, patch: DatePatchBody): Partial<AskForm> => ({
  ...movedTimes(form, patch),
  ...(patch.spaces && { spaces: movedSpaces(form, choices, patch) }),
  ...((patch.equipment || patch.units) && { equipment: changedEquipment(form, patch) }),
});

/** A kit counts as its contents, which no field of the form names: then the date differs instead. */
export function fitsFields(form: AskForm, choices: AskChoices, patch: DatePatchBody): boolean {
  const kits = new Set(choices.equipment.filter(({ isKit }) => isKit).map(({ id }) => String(id)));
  return !patch.equipment || !form.equipment.some(({ typeId }) => kits.has(typeId));
}

export interface TakenWay {
  readonly at: string;
  readonly patch: DatePatchBody;
  readonly sentence: string;
}

/** The dates that differ once some of a series go their ways; what they had of their own before is replaced. */
export function takeForDates(
  differing: readonly DifferingForm[],
  ways: readonly TakenWay[],
): DifferingForm[] {
  const taken = new Map(ways.map((way) => [way.at, way]));
  return [
    ...differing.filter(({ at }) => !taken.has(at)),
    ...ways.map(({ at, patch, sentence }) => ({
      at,
      startTime: '',
      endTime: '',
      people: '',
      spaceId: '',
      taken: { patch, sentence },
    })),
  ];
}

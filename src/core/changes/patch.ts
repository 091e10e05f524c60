import type { EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import type { ClaimContent, WantedEquipment, WantedSpace } from '../occupancy/bands';
import type { Layout } from '../seating/layouts';
import type { LayoutOffer } from '../seating/capacity';
import { addMinutes } from '../time/epoch-minute';
import { addWallMinutes, dateOf, isWholeDays, wallMinute, type LocalDateTime } from '../time/local-time';
import { toEpochMinute, toLocal } from '../time/zone';
import type { ClaimDraft } from './plan-date';

/** What of a date can be kept of its own when its series changes. */
export const OWN_FIELDS = ['time', 'spaces', 'people', 'bands', 'equipment'] as const;
export type OwnField = (typeof OWN_FIELDS)[number];

/** What is to be different; everything else stays. Times are minutes on the wall. */
export interface DatePatch {
  /** Moves start and end together, the length on the wall kept. */
  readonly shiftMin?: number;
  /** Another time of day, `18:15`; the day stays. */
  readonly startsAt?: string;
  readonly lengthMin?: number;
  readonly spaces?: readonly { readonly from: SpaceId; readonly to: SpaceId; readonly layout?: Layout }[];
  /** Where a date goes that has no space yet. */
  readonly place?: { readonly spaceId: SpaceId; readonly layout?: Layout };
  readonly people?: number;
  readonly accessMin?: number;
  readonly exitMin?: number;
  /** How many of a type the date is to have, 0 for none; a type it had none of goes to its first space. */
  readonly equipment?: readonly { readonly typeId: EquipmentTypeId; readonly quantity: number }[];
  /** Another numbered unit of the same type. */
  readonly units?: readonly { readonly from: ResourceId; readonly to: ResourceId }[];
}

/** The fields of a date that a patch says; empty where it says none. */
export function fieldsOf(patch: DatePatch): OwnField[] {
  const isSet = (value: unknown) => value !== undefined;
  const touched: Record<OwnField, boolean> = {
    time: isSet(patch.shiftMin) || isSet(patch.startsAt) || isSet(patch.lengthMin),
    spaces: (patch.spaces?.length ?? 0) > 0 || isSet(patch.place),
    people: isSet(patch.people),
    bands: isSet(patch.accessMin) || isSet(patch.exitMin),
    equipment: (patch.equipment?.length ?? 0) + (patch.units?.length ?? 0) > 0,
  };
  return OWN_FIELDS.filter((field) => touched[field]);
}

/** The patch without the fields a date keeps of its own. */
export function withoutFields(patch: DatePatch, kept: readonly OwnField[]): DatePatch {
  const { shiftMin, startsAt, lengthMin, spaces, place, people, accessMin, exitMin, equipment, units } =
    patch;
  return {
    ...(!kept.includes('time') && { shiftMin, startsAt, lengthMin }),
    ...(!kept.includes('spaces') && { spaces, place }),
    ...(!kept.includes('people') && { people }),
    ...(!kept.includes('bands') && { accessMin, exitMin }),
    ...(!kept.includes('equipment') && { equipment, units }),
  };
}

type OffersOf = (space: SpaceId) => readonly LayoutOffer[];

/** The space somebody moves to, set as before if it offers that, else as it is usually set; its usual minutes. */
function movedSpace(
  space: WantedSpace,
  to: SpaceId,
  layout: Layout | undefined,
  offersOf: OffersOf,
): WantedSpace {
  const offers = offersOf(to);
  const offer =
    offers.find((each) => each.layout === (layout ?? space.layout)) ?? (layout ? undefined : offers[0]);
  return {
    ...space,
    spaceId: to,
    layout: offer?.layout ?? layout ?? space.layout,
    setupMin: offer?.setupMin ?? space.setupMin,
    strikeMin: offer?.strikeMin ?? space.strikeMin,
  };
}

/** A space for a date that has none: in the layout named, else in the smallest that seats the people. */
function placedIn(
  { spaceId, layout }: NonNullable<DatePatch['place']>,
  people: number,
  offersOf: OffersOf,
): WantedSpace {
  const offers = [...offersOf(spaceId)].sort((a, b) => a.seats - b.seats);
  const fitting = offers.find((each) => each.seats >= people) ?? offers[offers.length - 1];
  const offer = layout ? offers.find((each) => each.layout === layout) : fitting;
  return {
    spaceId,
    layout: offer?.layout ?? layout ?? 'empty',
    people,
    setupMin: offer?.setupMin ?? 0,
    strikeMin: offer?.strikeMin ?? 0,
  };
}

function patchedSpaces(content: ClaimContent, patch: DatePatch, offersOf: OffersOf): WantedSpace[] {
  if (patch.place && !content.spaces.length)
    return [placedIn(patch.place, patch.people ?? content.people ?? 1, offersOf)];
  return content.spaces.map(({ cut: _cut, ...space }) => {
    const move = patch.spaces?.find(({ from }) => from === space.spaceId);
    const moved = move ? movedSpace(space, move.to, move.layout, offersOf) : space;
    return patch.people === undefined ? moved : { ...moved, people: patch.people };
  });
}

/** The lines of a type made to hold so many together: what is too much comes off the last of them first. */
function withQuantity(
  lines: readonly WantedEquipment[],
  typeId: EquipmentTypeId,
  quantity: number,
  hasSpace: boolean,
): WantedEquipment[] {
  const own = lines.filter((line) => line.typeId === typeId);
  if (!own.length)
    return quantity > 0 ? [...lines, { typeId, quantity, spaceIndex: hasSpace ? 0 : -1 }] : [...lines];
  let left = quantity;
  const kept = new Map<WantedEquipment, number>();
  own.forEach((line, index) => {
    const isLast = index === own.length - 1;
    const share = isLast && !line.unitId ? left : Math.min(line.quantity, left);
    kept.set(line, share);
    left -= share;
  });
  return lines.flatMap((line) => {
    const share = kept.get(line);
    if (share === undefined) return [line];
    return share > 0 ? [{ ...line, quantity: share }] : [];
  });
}

function patchedEquipment(lines: readonly WantedEquipment[], patch: DatePatch, hasSpace: boolean) {
  const swapped = lines.map((line) => {
    const swap = patch.units?.find(({ from }) => from === line.unitId);
    return swap ? { ...line, unitId: swap.to } : line;
  });
  return (patch.equipment ?? []).reduce<readonly WantedEquipment[]>(
    (all, { typeId, quantity }) => withQuantity(all, typeId, quantity, hasSpace),
    swapped,
  );
}

function patchedTime(date: ClaimDraft, patch: DatePatch, tzid: string) {
  const { startLocal: from, endLocal: to, content } = date;
  const isElsewhen =
    patch.startsAt !== undefined || patch.shiftMin !== undefined || patch.lengthMin !== undefined;
  if (!isElsewhen) return { startLocal: from, endLocal: to, event: content.event };
  const base = patch.startsAt ? (`${dateOf(from)}T${patch.startsAt}` as LocalDateTime) : from;
  const asked = addWallMinutes(base, patch.shiftMin ?? 0);
  const wallMin = patch.lengthMin ?? wallMinute(to) - wallMinute(from);
  const askedEnd = addWallMinutes(asked, wallMin);
  const start = toEpochMinute(asked, tzid, 'offset-before');
  const end = toEpochMinute(askedEnd, tzid, 'offset-before');
  // Whole days begin with their day, whatever the wall shows first.
  if (isWholeDays(asked, askedEnd)) return { startLocal: asked, endLocal: askedEnd, event: { start, end } };
  // Where the clocks jump over so much that nothing would be left, it keeps its length.
  const event = { start, end: end > start ? end : addMinutes(start, wallMin) };
  return { startLocal: toLocal(event.start, tzid), endLocal: toLocal(event.end, tzid), event };
}

/**
 * A date with what is to be different. The moved claim begins with whole bands: turnover links belong to the place it
 * leaves. A start the clocks jump over takes the offset before (RFC 5545 3.3.5), as a single time does.
 */
export function patchDate(date: ClaimDraft, patch: DatePatch, tzid: string, offersOf: OffersOf): ClaimDraft {
  const { startLocal, endLocal, event } = patchedTime(date, patch, tzid);
  const { content } = date;
  const spaces = patchedSpaces(content, patch, offersOf);
  // What was to go to whichever space is found goes there now.
  const lines =
    spaces.length > content.spaces.length
      ? content.equipment.map((line) => ({ ...line, spaceIndex: 0 }))
      : content.equipment;
  return {
    startLocal,
    endLocal,
    content: {
      ...content,
      event,
      accessMin: patch.accessMin ?? content.accessMin,
      exitMin: patch.exitMin ?? content.exitMin,
      spaces,
      equipment: patch.equipment || patch.units ? patchedEquipment(lines, patch, spaces.length > 0) : lines,
      ...(!spaces.length && patch.people !== undefined && { people: patch.people }),
    },
  };
}

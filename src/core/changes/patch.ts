import type { SpaceId } from '../ids';
import type { ClaimContent, WantedSpace } from '../occupancy/bands';
import type { Layout, LayoutOffer } from '../seating/capacity';
import { addWallMinutes, dateOf, wallMinute, type LocalDateTime } from '../time/local-time';
import { toEpochMinute } from '../time/zone';
import type { ClaimDraft } from './plan-date';

/** What of a date can be kept of its own when its series changes. */
export const OWN_FIELDS = ['time', 'spaces', 'people', 'bands'] as const;
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
}

export function fieldsOf(patch: DatePatch): OwnField[] {
  const isSet = (value: unknown) => value !== undefined;
  const touched: Record<OwnField, boolean> = {
    time: isSet(patch.shiftMin) || isSet(patch.startsAt) || isSet(patch.lengthMin),
    spaces: (patch.spaces?.length ?? 0) > 0 || isSet(patch.place),
    people: isSet(patch.people),
    bands: isSet(patch.accessMin) || isSet(patch.exitMin),
  };
  return OWN_FIELDS.filter((field) => touched[field]);
}

/** The patch without the fields a date keeps of its own. */
export function withoutFields(patch: DatePatch, kept: readonly OwnField[]): DatePatch {
  const { shiftMin, startsAt, lengthMin, spaces, place, people, accessMin, exitMin } = patch;
  return {
    ...(!kept.includes('time') && { shiftMin, startsAt, lengthMin }),
    ...(!kept.includes('spaces') && { spaces, place }),
    ...(!kept.includes('people') && { people }),
    ...(!kept.includes('bands') && { accessMin, exitMin }),
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

/**
 * A date with what is to be different. The moved claim begins with whole bands: turnover links belong to the place it
 * leaves. A start the clocks jump over takes the offset before (RFC 5545 3.3.5), as a single time does.
 */
export function patchDate(date: ClaimDraft, patch: DatePatch, tzid: string, offersOf: OffersOf): ClaimDraft {
  const base = patch.startsAt
    ? (`${dateOf(date.startLocal)}T${patch.startsAt}` as LocalDateTime)
    : date.startLocal;
  const startLocal = addWallMinutes(base, patch.shiftMin ?? 0);
  const length = patch.lengthMin ?? wallMinute(date.endLocal) - wallMinute(date.startLocal);
  const endLocal = addWallMinutes(startLocal, length);
  const start = toEpochMinute(startLocal, tzid, 'offset-before');
  const end = toEpochMinute(endLocal, tzid, 'offset-before');
  const { content } = date;
  const spaces = patchedSpaces(content, patch, offersOf);
  return {
    startLocal,
    endLocal,
    content: {
      ...content,
      event: { start, end: Math.max(end, start + 1) as typeof end },
      accessMin: patch.accessMin ?? content.accessMin,
      exitMin: patch.exitMin ?? content.exitMin,
      spaces,
      // What was to go to whichever space is found goes there now.
      ...(spaces.length > content.spaces.length && {
        equipment: content.equipment.map((line) => ({ ...line, spaceIndex: 0 })),
      }),
      ...(!spaces.length && patch.people !== undefined && { people: patch.people }),
    },
  };
}

import { at, pairs } from '@/core/lists';
import type { RequestId, SpaceId } from '../ids';
import { type EpochMinute, type Interval } from '../time/epoch-minute';
import { hostSpan, occupiedOf, setupKeyOf, type ClaimContent } from './bands';

/**
 * One side of a turnover: when the host has the space, and what is occupied around that. Minutes since 1970 UTC, ends
 * exclusive.
 */
export interface Neighbour {
  readonly setupKey: string;
  readonly host: Interval;
  readonly occupied: Interval;
}

/** The minutes two bookings of one space share between them, and where they would meet. */
export interface SharedShoulder {
  /** The earlier claim ends and the later one begins here at the latest and earliest. */
  readonly boundary: EpochMinute;
  /** Minutes both would have occupied: the crew does not clear and set again. */
  readonly savedMin: number;
}

/** Default of `topUpMinutes`: what the crew needs between two events in the same set-up. Common practice, no source. */
export const TOP_UP_MIN = 10;

/**
 * Whether two claims of one space can stand on the same set-up: events never overlap, only strike and setup do, and
 * between the hosts there is time to top up. The boundary leaves the top-up to the later claim; where its setup is
 * shorter than that, the rest stays with the strike of the earlier one, so that no minute between them falls free.
 */
export function sharedShoulder(before: Neighbour, after: Neighbour, topUpMin: number): SharedShoulder | null {
  const savedMin = before.occupied.end - after.occupied.start;
  if (savedMin <= 0 || before.setupKey !== after.setupKey) return null;
  const latest = after.host.start - topUpMin;
  if (latest < before.host.end) return null;
  const boundary = Math.max(after.occupied.start, Math.min(latest, before.occupied.end)) as EpochMinute;
  return { boundary, savedMin };
}

/**
 * The slot of a claim as a neighbour, cuts applied.
 * @throws RangeError for a slot the claim has not.
 */
export function neighbourOf(claim: ClaimContent, slot: number): Neighbour {
  const space = at(claim.spaces, slot);
  return {
    setupKey: setupKeyOf(space),
    host: hostSpan(claim.event, claim.accessMin, claim.exitMin),
    occupied: occupiedOf(claim, space),
  };
}

/**
 * The slot with its strike or setup cut at a boundary. The boundary is in minutes since 1970 UTC; slots count from 0.
 */
export function withCut(
  claim: ClaimContent,
  slot: number,
  side: 'start' | 'end',
  boundary: EpochMinute,
): ClaimContent {
  const spaces = claim.spaces.map((space, index) =>
    index === slot ? { ...space, cut: { ...space.cut, [side]: boundary } } : space,
  );
  return { ...claim, spaces };
}

/** Where a claim is joined with its neighbour, and the minute at which the one ends and the other begins. */
export interface OwnLink {
  readonly beforeKey: string;
  readonly beforeSlot: number;
  readonly afterKey: string;
  readonly afterSlot: number;
  readonly boundary: EpochMinute;
  readonly savedMin: number;
  /** Both dates belong to one request; else somebody has to agree to it. */
  readonly isOwn: boolean;
}

interface Dated {
  readonly key: string;
  readonly claim: ClaimContent;
  /** Whose it is, where dates of several requests are looked at together. */
  readonly of?: { readonly requestId: RequestId };
}

interface Slot {
  readonly index: number;
  readonly slot: number;
  readonly spaceId: SpaceId;
  readonly start: EpochMinute;
}

/**
 * Dates that are decided together and follow one another in the same set-up share their shoulders: those of one series
 * without asking. Gives the dates with their cuts, and the links that say why. Links are empty where nothing is
 * shared; boundaries in minutes since 1970 UTC.
 */
export function mergeOwnShoulders<Date extends Dated>(
  dates: readonly Date[],
  topUpOf: (space: SpaceId) => number,
): { dates: Date[]; links: OwnLink[] } {
  const merged = [...dates];
  const links: OwnLink[] = [];
  const slots: Slot[] = dates.flatMap(({ claim }, index) =>
    claim.spaces.map(({ spaceId }, slot) => ({ index, slot, spaceId, start: claim.event.start })),
  );
  slots.sort((a, b) => a.spaceId - b.spaceId || a.start - b.start);
  for (const [a, b] of pairs(slots.slice(0, -1), slots.slice(1))) {
    if (a.spaceId !== b.spaceId) continue;
    const [before, after] = [at(merged, a.index), at(merged, b.index)];
    const shared = sharedShoulder(
      neighbourOf(before.claim, a.slot),
      neighbourOf(after.claim, b.slot),
      topUpOf(a.spaceId),
    );
    if (!shared) continue;
    merged[a.index] = { ...before, claim: withCut(before.claim, a.slot, 'end', shared.boundary) };
    merged[b.index] = { ...after, claim: withCut(after.claim, b.slot, 'start', shared.boundary) };
    links.push({
      beforeKey: before.key,
      beforeSlot: a.slot,
      afterKey: after.key,
      afterSlot: b.slot,
      ...shared,
      isOwn: before.of?.requestId === after.of?.requestId,
    });
  }
  return { dates: merged, links };
}

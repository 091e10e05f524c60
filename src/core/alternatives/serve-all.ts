import { at, pairs } from '@/core/lists';
import { patchDate, type DatePatch } from '../changes/patch';
import type { ClaimDraft } from '../changes/plan-date';
import type { SpaceId } from '../ids';
import { occupiedOf, type ClaimContent } from '../occupancy/bands';
import type { Interval } from '../time/epoch-minute';
import { offerInstead, type SpaceInBuilding } from './bounds';
import { NearWorld } from './near-world';
import { serveWorld, type Contender } from './serve-both';
import { shareOut } from './share-out';
import { troublesOf } from './troubles';

/** Where one of several who want the same place goes. */
export interface Placement {
  readonly contender: Contender;
  readonly space: SpaceId;
  /** Null where it stays where it asked to be. */
  readonly patch: DatePatch | null;
  readonly draft: ClaimDraft;
}

/** The one space of a date that is shared out. */
const spaceOf = (claim: ClaimContent) => at(claim.spaces, 0);

/**
 * Rooms that share no floor: what was asked for first, then the others, undivided ones before those they make up, so
 * that there are as many as can be.
 */
function roomsFor(contenders: readonly Contender[], spaces: readonly SpaceInBuilding[]): SpaceInBuilding[] {
  const asked = new Set(contenders.map(({ date }) => spaceOf(date.claim).spaceId));
  const ordered = [
    ...spaces.filter(({ facts }) => asked.has(facts.id)),
    ...spaces
      .filter(({ facts }) => !asked.has(facts.id))
      .sort((a, b) => a.facts.parts.length - b.facts.parts.length),
  ];
  const taken = new Set<number>();
  return ordered.filter(({ facts }) => {
    if (!facts.parts.length || facts.parts.some((part) => taken.has(part))) return false;
    for (const part of facts.parts) taken.add(part);
    return true;
  });
}

/** How a date would go to a room; null where the room would not do, whoever else is there. */
function moveTo(contender: Contender, room: SpaceInBuilding, spaces: readonly SpaceInBuilding[]) {
  const own = spaceOf(contender.date.claim);
  if (room.facts.id === own.spaceId) return { patch: null, draft: contender.draft };
  const isOutdoor = spaces.find(({ facts }) => facts.id === own.spaceId)?.isOutdoor ?? false;
  const offer = offerInstead(own, isOutdoor, room);
  if (!offer) return null;
  const patch: DatePatch = { spaces: [{ from: own.spaceId, to: room.facts.id, layout: offer.layout }] };
  const { tzid } = contender.search.near.world;
  return { patch, draft: patchDate(contender.draft, patch, tzid, () => [offer]) };
}

/** Whether everybody stands where they were put, each checked whole with all others there. */
function allStand(contenders: readonly Contender[], claims: readonly ClaimContent[]): boolean {
  const moving = pairs(contenders, claims).map(([contender, claim]) => ({
    ...contender,
    date: { ...contender.date, claim },
  }));
  return moving.every((contender, index) => {
    const { search, date: moved } = contender;
    const others = moving.filter((_, other) => other !== index);
    const near = new NearWorld(serveWorld(search.near.world, others), contender.siblings);
    return troublesOf(moved, near.check([moved], search.asked), search.side).blocks.length === 0;
  });
}

/**
 * Several want one place on a day: where each could go at the time it asked for, so that all are served, as few as
 * possible moved, in as few rooms as possible. Null where not all can be, or where a date wants several spaces at once.
 */
export function serveAll(
  contenders: readonly Contender[],
  spaces: readonly SpaceInBuilding[],
): readonly Placement[] | null {
  if (contenders.some(({ date }) => date.claim.spaces.length !== 1)) return null;
  const rooms = roomsFor(contenders, spaces);
  const moves = contenders.map((contender) => rooms.map((room) => moveTo(contender, room, spaces)));
  const wants = pairs(contenders, moves).map(([{ date, search }, own], index) => ({
    key: String(index),
    asked: rooms.findIndex(({ facts }) => facts.id === spaceOf(date.claim).spaceId),
    inRoom: own.map((move): Interval | null => {
      if (!move || search.near.surelyFails(move.draft.content, new Set([date.key]))) return null;
      return occupiedOf(move.draft.content, spaceOf(move.draft.content));
    }),
  }));
  const shared = shareOut(
    wants.map((want) => ({ ...want, asked: want.asked < 0 ? null : want.asked })),
    rooms.map(() => []),
  );
  if (shared.left.length) return null;
  const placed = pairs(contenders, moves).flatMap(([contender, own], index) => {
    const room = shared.roomOf.get(String(index)) ?? -1;
    const [move, housed] = [own[room], rooms[room]];
    return move && housed ? [{ contender, space: housed.facts.id, ...move }] : [];
  });
  const claims = placed.map(({ draft }) => draft.content);
  return allStand(contenders, claims) ? placed : null;
}

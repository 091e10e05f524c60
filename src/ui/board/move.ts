import { patchDate, type DatePatch } from '@/core/changes/patch';
import type { ClaimDraft } from '@/core/changes/plan-date';
import type { SpaceId } from '@/core/ids';
import type { EpochMinute, Interval } from '@/core/time/epoch-minute';
import { wallMinute } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { spanText } from '@/contracts/words/when';
import { checkOnBoard, occupiedInSlot, type BoardVerdict, type OnBoard } from './board-check';
import type { Booking, KnownBooking } from './bookings';
import { asSpaceId } from './board-office';

/** A booking the viewer may move: known, and with what a change of it needs. */
export interface Movable extends Booking {
  readonly known: KnownBooking;
  readonly change: NonNullable<Booking['change']>;
}

export const isMovable = (booking: Booking, isManager: boolean): booking is Movable =>
  isManager && booking.known !== null && booking.change !== null;

/** Where a booking would stand. */
export interface Move {
  readonly booking: Movable;
  readonly patch: DatePatch;
  /** The space it would stand in. */
  readonly spaceId: number;
  readonly event: Interval;
  /** Setup to strike in that space. */
  readonly occupied: Interval;
  readonly verdict: BoardVerdict;
}

const wallAt = (at: EpochMinute, tzid: string): number => wallMinute(toLocal(at, tzid));

/** Day and hours in words. */
export const sayHours = ({ start, end }: Interval, tzid: string): string =>
  spanText(toLocal(start, tzid), toLocal(end, tzid));

/** The whole date a booking belongs to, with all its spaces as far as the board shows them. */
function draftOf({ known }: Movable, { bookings, house }: OnBoard): ClaimDraft {
  const slots = bookings.filter((each) => each.known?.claimId === known.claimId);
  return {
    startLocal: toLocal(known.event.start, house.tzid),
    endLocal: toLocal(known.event.end, house.tzid),
    content: {
      event: known.event,
      accessMin: known.accessMin,
      exitMin: known.exitMin,
      spaces: slots.map((slot) => ({
        spaceId: asSpaceId(slot.spaceId),
        layout: slot.known!.layout,
        people: slot.known!.people,
        setupMin: slot.known!.setupMin,
        strikeMin: slot.known!.strikeMin,
      })),
      equipment: [],
    },
  };
}

export interface Target {
  readonly start: EpochMinute;
  readonly end: EpochMinute;
  readonly spaceId: number;
}

/** What changes when a booking goes to `target`; null where it would stay as it is. */
export function patchFor(booking: Movable, target: Target, tzid: string): DatePatch | null {
  const { event } = booking.known;
  const shiftMin = wallAt(target.start, tzid) - wallAt(event.start, tzid);
  const lengthMin = wallAt(target.end, tzid) - wallAt(target.start, tzid);
  const before = wallAt(event.end, tzid) - wallAt(event.start, tzid);
  const patch: DatePatch = {
    ...(shiftMin !== 0 && { shiftMin }),
    ...(lengthMin !== before && { lengthMin }),
    ...(target.spaceId !== booking.spaceId && {
      spaces: [{ from: asSpaceId(booking.spaceId), to: asSpaceId(target.spaceId) }],
    }),
  };
  return Object.keys(patch).length ? patch : null;
}

/** A booking at another place or time, with the verdict of the core; null where nothing would change. */
export function moveTo(board: OnBoard, booking: Movable, target: Target): Move | null {
  const patch = patchFor(booking, target, board.house.tzid);
  if (!patch) return null;
  const offersOf = (space: SpaceId) => board.house.space(space)?.facts.layouts ?? [];
  const { startLocal, content } = patchDate(draftOf(booking, board), patch, board.house.tzid, offersOf);
  const verdict = checkOnBoard(
    board,
    { key: startLocal, claim: content, hasBegun: content.event.start === booking.known.event.start },
    { side: 'office', except: booking.known.claimId },
  );
  const slot = Math.max(
    0,
    content.spaces.findIndex(({ spaceId }) => spaceId === target.spaceId),
  );
  return {
    booking,
    patch,
    spaceId: target.spaceId,
    event: content.event,
    occupied: occupiedInSlot(content, slot),
    verdict,
  };
}

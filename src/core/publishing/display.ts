import type { EpochMinute, Interval } from '../time/epoch-minute';

/** One use of a space as a display by its door may tell it. */
export interface DisplayBooking {
  /** From when to when nobody else has the space. */
  readonly occupied: Interval;
  /** Advertised hours, where everybody may know them. */
  readonly event: Interval | null;
  /** Null where it is only taken. */
  readonly title: string | null;
}

/** What a display shows: what is on, what comes next, and until when that stays so; null where nothing is. */
export interface DisplayState {
  /** What has the space now: an event that is on, or somebody who sets it or clears it. */
  readonly now: DisplayBooking | null;
  /** Whether the advertised event itself is on. */
  readonly isOn: boolean;
  readonly next: DisplayBooking | null;
  /** When the space is taken next; null where nothing more is known, or where it is taken now. */
  readonly freeUntil: EpochMinute | null;
  /** When it is free again: uses without a gap between them count as one. Null where it is free. */
  readonly takenUntil: EpochMinute | null;
}

/** When somebody who walks by may expect it to begin. */
const beginOf = ({ event, occupied }: DisplayBooking): EpochMinute => (event ?? occupied).start;

/** What stands at the door of a space at a moment; of its uses over a day or so, in any order. */
export function displayState(bookings: readonly DisplayBooking[], at: EpochMinute): DisplayState {
  const sorted = [...bookings].sort((a, b) => a.occupied.start - b.occupied.start);
  const now = sorted.find(({ occupied }) => occupied.start <= at && at < occupied.end) ?? null;
  const isOn = now?.event ? now.event.start <= at && at < now.event.end : now !== null;
  // An event that is being set up for is the next one as well as what has the space.
  const next =
    (now?.event && at < now.event.start ? now : null) ??
    sorted.find((each) => each.occupied.start > at && beginOf(each) > at) ??
    null;
  if (!now) {
    const first = sorted.find(({ occupied }) => occupied.start > at);
    return { now, isOn: false, next, freeUntil: first?.occupied.start ?? null, takenUntil: null };
  }
  let takenUntil = now.occupied.end;
  for (const { occupied } of sorted)
    if (occupied.start <= takenUntil && occupied.end > takenUntil) takenUntil = occupied.end;
  return { now, isOn, next, freeUntil: null, takenUntil };
}

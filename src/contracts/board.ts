import type { Band } from '@/core/occupancy/bands';
import type { EpochMinute, Interval } from '@/core/time/epoch-minute';
import type { LocalDate } from '@/core/time/local-time';

/** What stands in a row of the board. */
export interface BoardBooking {
  /** Of the claimed space: a booking over two spaces has two. */
  readonly id: number;
  readonly span: Interval;
  /** `part`: a space that shares atomic parts with this row is booked, so this row is taken by it. */
  readonly kind: 'own' | 'part';
  readonly state: 'approved' | 'held' | 'waiting';
  /** Everything below is null or empty for viewers who may only know that it is taken. */
  readonly title: string | null;
  readonly bands: readonly Band[];
  readonly mark: string | null;
  readonly hue: string | null;
  readonly category: string | null;
  readonly host: string | null;
  readonly reference: string | null;
  /** `5 of 14`, on dates of a series. */
  readonly nth: string | null;
  /** Name of the space booked, where `kind` is `part`. */
  readonly via: string | null;
  readonly isOwn: boolean;
}

export interface BoardSpace {
  readonly id: number;
  readonly code: string;
  readonly name: string;
  readonly building: string;
  readonly outdoor: boolean;
  readonly stepFree: boolean;
  readonly seats: number;
  /** Names of the spaces it is made of. */
  readonly madeOf: readonly string[];
  readonly open: readonly Interval[];
  readonly shut: readonly { readonly span: Interval; readonly reason: string }[];
  readonly bookings: readonly BoardBooking[];
}

/** One day of all spaces, for one viewer. */
export interface BoardDay {
  readonly date: LocalDate;
  readonly dateText: string;
  readonly tzid: string;
  readonly now: EpochMinute;
  readonly day: Interval;
  /** From the first to the last minute worth drawing; hours outside are folded away. */
  readonly shown: Interval;
  readonly spaces: readonly BoardSpace[];
}

/** One day of the ruler. */
export interface RulerDay {
  readonly date: LocalDate;
  /** Occupied share of the open minutes of all spaces, 0 to 1. */
  readonly fullness: number;
  /** Dates that wait, for those who may see them. */
  readonly waiting: number;
}

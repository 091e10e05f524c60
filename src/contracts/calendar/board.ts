import type { EquipmentFacts, SpaceFacts } from '@/core/checks/world';
import type { Closure, HoursLine } from '@/core/spaces/hours';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDate } from '@/core/time/local-time';
import type { Requester } from '@/core/spaces/policy';
import type { Layout } from '@/core/seating/layouts';

// No schema here: browsers load this file, and need none.

/** Most days of the day strip at once: a year's fullness and a little more. */
export const MOST_DAY_STRIP_DAYS = 400;

/** A space as the board knows it; hours and closures are those of `BoardHouse.hours` and `.closures` at that position. */
export interface BoardSpace {
  readonly id: number;
  readonly code: string;
  readonly name: string;
  readonly building: string;
  readonly buildingId: number;
  readonly outdoor: boolean;
  readonly stepFree: boolean;
  readonly seats: number;
  /** Names of the spaces it is made of. */
  readonly madeOf: readonly string[];
  readonly hours: number;
  readonly closures: number;
  readonly facts: Omit<SpaceFacts, 'hours' | 'closures'>;
}

/** A type of equipment, or a pool of people, as the board shows it. */
export interface BoardPool {
  readonly id: number;
  readonly name: string;
  readonly store: string;
  readonly facts: EquipmentFacts;
  readonly units: readonly { readonly id: number; readonly name: string }[];
}

/** What stands still: spaces with their rules, pools with their stock. Sent once, and again when the house changes. */
export interface BoardData {
  readonly version: number;
  readonly tzid: string;
  readonly horizonMonths: number;
  /** Minutes that what is picked on the board snaps to. */
  readonly grainMin: number;
  readonly spaces: readonly BoardSpace[];
  readonly pools: readonly BoardPool[];
  readonly hours: readonly (readonly HoursLine[])[];
  readonly closures: readonly (readonly Closure[])[];
}

/** A space of the house with its hours and closures in place. */
export const factsOf = (house: BoardData, { facts, hours, closures }: BoardSpace): SpaceFacts => ({
  ...facts,
  hours: house.hours[hours]!,
  closures: house.closures[closures]!,
});

/** 0 approved, 1 held, 2 waiting. */
type StateCode = 0 | 1 | 2;

/**
 * A claimed space as SQLite writes it. From the event on, everything is null for viewers who may only know that it is
 * taken; occurrence and version only for those who may change it.
 */
export type BookingTuple = readonly [
  id: number,
  space: number,
  state: StateCode,
  occupiedStart: EpochMinute,
  occupiedEnd: EpochMinute,
  isOwn: 0 | 1,
  claim: number | null,
  eventStart: EpochMinute | null,
  eventEnd: EpochMinute | null,
  accessMin: number | null,
  exitMin: number | null,
  setupMin: number | null,
  strikeMin: number | null,
  title: string | null,
  category: number | null,
  host: string | null,
  nth: number | null,
  after: number | null,
  layout: Layout | null,
  people: number | null,
  reference: string | null,
  occurrence: number | null,
  version: number | null,
];

/** Pieces of a type that are away, nameless. Start inclusive, end exclusive, in minutes since 1970 UTC. */
export type UseTuple = readonly [type: number, start: EpochMinute, end: EpochMinute, quantity: number];

/** What stands in the rows of the board for some days, as far as one viewer may know. */
export interface BoardSpan {
  readonly from: LocalDate;
  readonly days: number;
  readonly now: EpochMinute;
  readonly bookings: readonly BookingTuple[];
  readonly uses: readonly UseTuple[];
}

/** A category as the board shows it. */
export interface BoardCategory {
  readonly id: number;
  readonly name: string;
  readonly mark: string;
  readonly hue: string;
}

/**
 * Who looks at the board, and what they may do there. Who has not signed in is judged as a requester, never as the
 * office.
 */
export interface BoardViewer {
  readonly isSignedIn: boolean;
  readonly isManager: boolean;
  readonly requester: Requester;
}

/** One day of the day strip. */
export interface DayStripDay {
  readonly date: LocalDate;
  /** Occupied share of the open minutes of all spaces, 0 to 1. */
  readonly fullness: number;
  /** Dates that wait, for those who may see them. */
  readonly waiting: number;
  /** How many of those stand in the way of something that is booked. */
  readonly clashing: number;
  /** Why the whole office is closed that day, or a part of it. */
  readonly closures: readonly string[];
  /** What the office says of the day. */
  readonly notes: readonly string[];
}

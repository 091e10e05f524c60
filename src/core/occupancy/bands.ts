import type { EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import type { Layout } from '../seating/layouts';
import type { Feature } from '../spaces/features';
import { addMinutes, type EpochMinute, type Interval } from '../time/epoch-minute';

/** Access and exit are the host's minutes, setup and strike the crew's. They add up; nothing is the larger of two. */
export interface BandMinutes {
  readonly setupMin: number;
  readonly accessMin: number;
  readonly exitMin: number;
  readonly strikeMin: number;
}

/** What a claim wants of one space. Setup and strike in minutes. */
export interface WantedSpace {
  readonly spaceId: SpaceId;
  readonly layout: Layout;
  readonly people: number;
  readonly setupMin: number;
  readonly strikeMin: number;
  /** How many of the people come in wheelchairs; 0 unless said. */
  readonly wheelchairs?: number;
  readonly features?: readonly Feature[];
  /** Where a turnover link cuts setup or strike short; absent when the bands are whole. */
  readonly cut?: BandCut;
}

/** Setup begins no earlier than `start`, strike ends no later than `end`. Never reaches into access, event or exit. */
export interface BandCut {
  readonly start?: EpochMinute;
  readonly end?: EpochMinute;
}

/** Pieces of a type for a date; `spaceIndex` is the space they go to, -1 where they go to none. */
export interface WantedEquipment {
  readonly typeId: EquipmentTypeId;
  readonly quantity: number;
  /** Which of the claim's spaces it goes to, by position. */
  readonly spaceIndex: number;
  /** A numbered unit; then the quantity is 1. */
  readonly unitId?: ResourceId | null;
  /** The kit whose contents this line is part of. */
  readonly kitId?: EquipmentTypeId | null;
}

/** A service wanted for a date, with what was answered to its questions. */
export interface WantedService {
  readonly serviceId: number;
  readonly answers: Readonly<Record<string, string>>;
}

/**
 * What a claim wants of place and time. `event` is the advertised time. Spans in minutes since 1970 UTC, start
 * inclusive, end exclusive.
 */
export interface ClaimContent {
  readonly event: Interval;
  readonly accessMin: number;
  readonly exitMin: number;
  readonly spaces: readonly WantedSpace[];
  readonly equipment: readonly WantedEquipment[];
  /** How many come, where no space says it. */
  readonly people?: number;
  /** They take neither place nor stock; work orders come of them. */
  readonly services?: readonly WantedService[];
}

/** The parts of a booking in the order in which they follow each other. */
export const BAND_KINDS = ['setup', 'access', 'event', 'exit', 'strike'] as const;
export type BandKind = (typeof BAND_KINDS)[number];

/** One of these parts, from its first minute until the first minute after it. */
export interface Band extends Interval {
  readonly kind: BandKind;
}

/**
 * The five bands in order of time; those of no length are left out. Each begins where the one before ends: none is
 * empty.
 */
export function bandsOf(event: Interval, minutes: BandMinutes): Band[] {
  const access = addMinutes(event.start, -minutes.accessMin);
  const setup = addMinutes(access, -minutes.setupMin);
  const exit = addMinutes(event.end, minutes.exitMin);
  const strike = addMinutes(exit, minutes.strikeMin);
  const bands: Band[] = [
    { kind: 'setup', start: setup, end: access },
    { kind: 'access', start: access, end: event.start },
    { kind: 'event', start: event.start, end: event.end },
    { kind: 'exit', start: event.end, end: exit },
    { kind: 'strike', start: exit, end: strike },
  ];
  return bands.filter((band) => band.start < band.end);
}

/** Access, event and exit: when the host is in the space. Must lie inside opening hours. */
export const hostSpan = (event: Interval, accessMin: number, exitMin: number): Interval => ({
  start: addMinutes(event.start, -accessMin),
  end: addMinutes(event.end, exitMin),
});

/** Everything from the first minute of setup to the last of strike: what the check uses. */
export function occupiedSpan(event: Interval, minutes: BandMinutes): Interval {
  const host = hostSpan(event, minutes.accessMin, minutes.exitMin);
  return { start: addMinutes(host.start, -minutes.setupMin), end: addMinutes(host.end, minutes.strikeMin) };
}

/** What a claim occupies of one of its spaces, turnover cuts applied. Minutes since 1970 UTC, end exclusive. */
export function occupiedOf(claim: ClaimContent, space: WantedSpace): Interval {
  const whole = occupiedSpan(claim.event, bandMinutesOf(claim, space));
  const { start = whole.start, end = whole.end } = space.cut ?? {};
  return { start: Math.max(whole.start, start) as EpochMinute, end: Math.min(whole.end, end) as EpochMinute };
}

/** How a space stands set: equal keys can be taken over from one event to the next. */
export const setupKeyOf = (space: Pick<WantedSpace, 'spaceId' | 'layout'>): string =>
  `${space.spaceId}:${space.layout}`;

/** The minutes of each part, of a claim and one of its spaces; 0 where it has none. */
export const bandMinutesOf = (claim: ClaimContent, space: WantedSpace): BandMinutes => ({
  accessMin: claim.accessMin,
  exitMin: claim.exitMin,
  setupMin: space.setupMin,
  strikeMin: space.strikeMin,
});

/** Equipment is away from the fetch before the occupied start to the return after the occupied end. */
export const equipmentSpan = (occupied: Interval, fetchMin: number, returnMin: number): Interval => ({
  start: addMinutes(occupied.start, -fetchMin),
  end: addMinutes(occupied.end, returnMin),
});

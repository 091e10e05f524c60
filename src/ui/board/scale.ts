import type { EpochMinute, Interval } from '@/core/time/epoch-minute';
import { subtract } from '@/core/time/epoch-minute';
import type { BoardBooking, BoardSpace } from '@/contracts/board';

/** Where minutes stand across the board, in percent of its width. */
export interface Scale {
  readonly shown: Interval;
  left(at: number): string;
  width(span: Interval): string;
}

export function makeScale(shown: Interval): Scale {
  const total = shown.end - shown.start;
  const clamp = (at: number) => Math.min(shown.end, Math.max(shown.start, at));
  const percent = (minutes: number) => `${((minutes / total) * 100).toFixed(3)}%`;
  return {
    shown,
    left: (at) => percent(clamp(at) - shown.start),
    width: (span) => percent(clamp(span.end) - clamp(span.start)),
  };
}

/** Stretches in which the space is open and free and which are not over yet: what can be picked. */
export function freeGaps(space: BoardSpace, shown: Interval, now: EpochMinute): Interval[] {
  const taken = space.bookings.filter(({ state }) => state !== 'waiting').map(({ span }) => span);
  const shut = space.shut.map(({ span }) => span);
  return space.open
    .flatMap((open) => subtract(open, [...taken, ...shut]))
    .map(({ start, end }) => ({
      start: Math.max(start, shown.start, now) as EpochMinute,
      end: Math.min(end, shown.end) as EpochMinute,
    }))
    .filter(({ start, end }) => end - start >= SHORTEST_GAP_MIN);
}

const SHORTEST_GAP_MIN = 15;
export const GRAIN_MIN = 15;

/** The start a pointer means in a gap: snapped to the grain of the wall clock, inside the gap. */
export function snapInGap(gap: Interval, at: number, dayStart: number): EpochMinute {
  const snapped = dayStart + Math.floor((at - dayStart) / GRAIN_MIN) * GRAIN_MIN;
  return Math.min(Math.max(snapped, gap.start), gap.end - GRAIN_MIN) as EpochMinute;
}

/**
 * Lanes in which bookings of one row are drawn so that none covers another: the lowest that is free, counted apart for
 * the row's own and for what is taken through other spaces. Expects them in order of their start.
 */
export function lanesOf(bookings: readonly Pick<BoardBooking, 'span' | 'kind'>[]): number[] {
  const ends = { own: [] as number[], part: [] as number[] };
  return bookings.map(({ span, kind }) => {
    const free = ends[kind].findIndex((end) => end <= span.start);
    const lane = free === -1 ? ends[kind].length : free;
    ends[kind][lane] = span.end;
    return lane;
  });
}

import type { Band } from '@/core/occupancy/bands';
import type { LocalDate } from '@/core/time/local-time';

/** A date in one of its spaces, for the drawing. */
export interface DrawnPlace {
  readonly spaceId: number;
  readonly name: string;
  readonly bands: readonly Band[];
}

/** A date as it is or would be. */
export interface Drawn {
  readonly day: LocalDate;
  readonly when: string;
  readonly places: readonly DrawnPlace[];
}

/** Where a date is, and where it would be. */
export interface Move {
  readonly now: Drawn;
  readonly then: Drawn;
}

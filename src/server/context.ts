import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Viewer } from '@/core/publishing/right-to-know';
import type { Database } from './db/connection';

/** The clock of the office. Sessions and rate limits use the real clock instead. */
export interface Clock {
  now(): EpochMinute;
}

/** What a use case is given from outside; nothing else reaches past it. */
export interface Context {
  readonly db: Database;
  readonly clock: Clock;
  /** [0, 1): references and demo data draw from it. */
  readonly random: () => number;
  /** Universally unique, for iCalendar UIDs and session ids. */
  readonly newId: () => string;
  readonly viewer: Viewer | null;
  /** Where a request comes from, for limits by source; jobs and scripts have none. */
  readonly source?: string;
}

export interface SignedInContext extends Context {
  readonly viewer: Viewer;
}

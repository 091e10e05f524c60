import { epochMinute, type EpochMinute } from '@/core/time/epoch-minute';

/** The clock of the office. Sessions and rate limits use the real clock instead. */
export interface Clock {
  now(): EpochMinute;
}

const MINUTE_MS = 60_000;
const realMinute = (): EpochMinute => epochMinute(Math.floor(Date.now() / MINUTE_MS));

export const realClock: Clock = { now: realMinute };

export const frozenClock = (at: EpochMinute): Clock => ({ now: () => at });

/** Runs from `at`, one minute a minute. */
export function clockFrom(at: EpochMinute): Clock {
  const startedMs = Date.now();
  return { now: () => epochMinute(at + Math.floor((Date.now() - startedMs) / MINUTE_MS)) };
}

/** Settable by hand: for demo data and tests. */
export function handClock(at: EpochMinute): Clock & { set(to: EpochMinute): void } {
  let now = at;
  return {
    now: () => now,
    set: (to) => {
      now = to;
    },
  };
}

import { RateLimiterMemory } from 'rate-limiter-flexible';
import { done, type Outcome } from '@/contracts/refusal';
import type { Viewer } from '@/core/publishing/right-to-know';
import { takePoints } from '../../limits/take-points';

const WINDOW_S = 60;
/** Dates that all who ask without an account may have checked in a minute, together: several seconds of work. */
export const MOST_DATES_FOR_STRANGERS = 20_000;
/** Looking for ways out checks a date many times over. */
export const CHECKS_OF_WAYS_OUT = 20;

/** Counts dates that are about to be checked for somebody; refuses where strangers had all there is for now. */
export type CountWork = (viewer: Viewer | null, dates: number) => Promise<Outcome<null>>;

export const countNothing: CountWork = () => Promise.resolve(done(null));

/** Counts what people without an account have checked; with one there is no limit. */
export function countWorkOfStrangers(): CountWork {
  const limiter = new RateLimiterMemory({ points: MOST_DATES_FOR_STRANGERS, duration: WINDOW_S });
  return async (viewer, dates) =>
    viewer
      ? done(null)
      : takePoints(limiter, 'strangers', dates, (minutes) => ({ code: 'wait-or-sign-in', minutes }));
}

import { RateLimiterMemory } from 'rate-limiter-flexible';
import type { Outcome } from '@/contracts/refusal';
import { takePoints } from '../../limits/take-points';

const WINDOW_S = 15 * 60;
/** Wrong tries for one address before it has to wait. */
export const MOST_WRONG_TRIES = 8;

/** Counts tries by address, in the real clock; a right one forgets them. */
export const makeSignInLimiter = () =>
  new RateLimiterMemory({ points: MOST_WRONG_TRIES, duration: WINDOW_S });

/** Counts a try before it is judged, so that none of many sent at once goes uncounted. */
export const countTry = (limiter: RateLimiterMemory, address: string): Promise<Outcome<null>> =>
  takePoints(limiter, address, 1, (minutes) => ({ code: 'too-many-tries', minutes }));

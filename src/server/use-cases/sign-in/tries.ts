import { RateLimiterMemory, type RateLimiterRes } from 'rate-limiter-flexible';
import { done, refuse, type Outcome, type Refusal } from '@/contracts/refusal';

const WINDOW_S = 15 * 60;
/** Wrong tries for one address before it has to wait. */
export const MOST_WRONG_TRIES = 8;

/** Counts tries by address, in the real clock; a right one forgets them. */
export const makeSignInLimiter = () =>
  new RateLimiterMemory({ points: MOST_WRONG_TRIES, duration: WINDOW_S });

/** Takes points of a limiter; where there are not as many left, what `refusal` says of the whole minutes to wait. */
export async function takePoints(
  limiter: RateLimiterMemory,
  key: string,
  points: number,
  refusal: (minutes: number) => Refusal,
): Promise<Outcome<null>> {
  try {
    await limiter.consume(key, points);
    return done(null);
  } catch (state) {
    // What it throws of its own is no Error. Its class is another one in each bundle, so it cannot be asked for.
    if (state instanceof Error) throw state;
    const { msBeforeNext } = state as RateLimiterRes;
    // What is refused takes nothing from those who come after.
    await limiter.reward(key, points);
    return refuse(refusal(Math.max(1, Math.ceil(msBeforeNext / 60_000))));
  }
}

/** Counts a try before it is judged, so that none of many sent at once goes uncounted. */
export const countTry = (limiter: RateLimiterMemory, address: string): Promise<Outcome<null>> =>
  takePoints(limiter, address, 1, (minutes) => ({ code: 'too-many-tries', minutes }));

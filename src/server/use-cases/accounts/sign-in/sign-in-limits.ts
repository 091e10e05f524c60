import { RateLimiterMemory } from 'rate-limiter-flexible';
import { refuse, type Outcome } from '@/contracts/base/refusal';
import { sourceKey, takeFromAll, tooManyTries } from '../../../platform/take-points';

const WINDOW_S = 15 * 60;
/** Wrong tries from one source for one address before it has to wait. Others can still sign in with that address. */
export const MOST_WRONG_TRIES = 8;
/** From one source, for all addresses together: an office behind one connection mistypes less often than that. */
export const MOST_FROM_SOURCE = 60;
/** For one address from everywhere, but for sources that have signed in with it since the server started. */
export const MOST_FOR_ADDRESS = 200;
const MOST_KNOWN_SOURCES = 10_000;

export interface SignInLimits {
  /**
   * Counts a try and judges it: a right one or one that was not judged is taken back. Counted before it is judged, so
   * that none of many sent at once goes uncounted; addresses that nobody has are counted like the others, so that the
   * answer does not tell them apart.
   */
  judge(
    source: string | undefined,
    address: string,
    isRight: () => Promise<Outcome<boolean>>,
  ): Promise<Outcome<boolean>>;
}

/** In memory and by the real clock; bounded, as one source makes at most `MOST_FROM_SOURCE` entries in a window. */
export function makeSignInLimits(): SignInLimits {
  const pair = new RateLimiterMemory({ points: MOST_WRONG_TRIES, duration: WINDOW_S });
  const source = new RateLimiterMemory({ points: MOST_FROM_SOURCE, duration: WINDOW_S });
  const address = new RateLimiterMemory({ points: MOST_FOR_ADDRESS, duration: WINDOW_S });
  const known = new Set<string>();
  return {
    judge: async (from, email, isRight) => {
      const both = JSON.stringify([sourceKey(from), email]);
      const shares = [
        { limiter: source, key: sourceKey(from) },
        { limiter: pair, key: both },
        ...(known.has(both) ? [] : [{ limiter: address, key: email }]),
      ];
      const counted = await takeFromAll(shares, 1, tooManyTries);
      if (!counted.ok) return refuse(counted.refusal);
      const judged = await isRight();
      if (judged.ok && !judged.value) return judged;
      for (const { limiter, key } of shares) await limiter.reward(key, 1);
      if (judged.ok) {
        await pair.delete(both);
        if (known.size >= MOST_KNOWN_SOURCES) known.clear();
        known.add(both);
      }
      return judged;
    },
  };
}

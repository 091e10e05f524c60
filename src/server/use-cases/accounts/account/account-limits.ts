import { RateLimiterMemory } from 'rate-limiter-flexible';
import type { Outcome } from '@/contracts/base/refusal';
import { sourceKey, takeFromAll, takePoints, tooManyTries } from '../../../platform/take-points';

const WINDOW_S = 60 * 60;
/** Letters that may be asked for one address in an hour, and from one source. */
export const MOST_FOR_ADDRESS = 4;
export const MOST_FROM_SOURCE = 20;
/** Letters of one kind that are written in an hour. Asking for addresses nobody has writes none and takes none. */
const MOST_WRITTEN = 120;

export interface AccountLimits {
  /** Counts a letter that is asked for. Addresses that nobody has are counted like the others. */
  ask(source: string | undefined, address: string): Promise<Outcome<null>>;
  /** Counts a letter that is about to be written. */
  write(kind: string): Promise<Outcome<null>>;
}

export function makeAccountLimits(): AccountLimits {
  const source = new RateLimiterMemory({ points: MOST_FROM_SOURCE, duration: WINDOW_S });
  const address = new RateLimiterMemory({ points: MOST_FOR_ADDRESS, duration: WINDOW_S });
  const written = new RateLimiterMemory({ points: MOST_WRITTEN, duration: WINDOW_S });
  return {
    ask: (from, email) =>
      takeFromAll(
        [
          { limiter: source, key: sourceKey(from) },
          { limiter: address, key: email },
        ],
        1,
        tooManyTries,
      ),
    write: (kind) => takePoints(written, kind, 1, tooManyTries),
  };
}

import { RateLimiterMemory } from 'rate-limiter-flexible';
import type { Outcome } from '@/contracts/refusal';
import { countTry } from '../sign-in/tries';

const WINDOW_S = 60 * 60;
/** Letters that strangers may cause for one address in an hour, and for all addresses together. */
export const MOST_FOR_ADDRESS = 4;
const MOST_FOR_ALL = 120;

export interface AccountLimiter {
  /** Counts one letter to an address, or refuses it. */
  count(address: string): Promise<Outcome<null>>;
}

export function makeAccountLimiter(): AccountLimiter {
  const one = new RateLimiterMemory({ points: MOST_FOR_ADDRESS, duration: WINDOW_S });
  const all = new RateLimiterMemory({ points: MOST_FOR_ALL, duration: WINDOW_S });
  return {
    count: async (address) => {
      const counted = await countTry(one, address);
      return counted.ok ? countTry(all, 'all') : counted;
    },
  };
}

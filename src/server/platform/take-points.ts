import type { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { done, refuse, type Outcome, type Refusal } from '@/contracts/base/refusal';

export type RefusalAfter = (minutes: number) => Refusal;

/** For what no request sent: jobs, scripts and tests. */
const NO_SOURCE = 'none';
export const sourceKey = (source: string | undefined): string => source ?? NO_SOURCE;

export const tooManyTries: RefusalAfter = (minutes) => ({ code: 'too-many-tries', minutes });

/** Takes points of a limiter; where there are not as many left, what `refusal` says of the whole minutes to wait. */
export async function takePoints(
  limiter: RateLimiterMemory,
  key: string,
  points: number,
  refusal: RefusalAfter,
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

interface Share {
  readonly limiter: RateLimiterMemory;
  readonly key: string;
}

/** Takes points of several limiters, of all or of none. */
export async function takeFromAll(
  shares: readonly Share[],
  points: number,
  refusal: RefusalAfter,
): Promise<Outcome<null>> {
  for (const [index, { limiter, key }] of shares.entries()) {
    const taken = await takePoints(limiter, key, points, refusal);
    if (taken.ok) continue;
    for (const earlier of shares.slice(0, index)) await earlier.limiter.reward(earlier.key, points);
    return taken;
  }
  return done(null);
}

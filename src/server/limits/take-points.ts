import type { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { done, refuse, type Outcome, type Refusal } from '@/contracts/refusal';

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

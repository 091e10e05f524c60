import { RateLimiterMemory } from 'rate-limiter-flexible';
import { done, type Outcome, type Refusal } from '@/contracts/base/refusal';
import { sourceKey, takeFromAll } from '../platform/take-points';
import type { Context } from './context';

const WINDOW_S = 60;
/** Dates that one source without an account may have checked in a minute: several seconds of work. */
export const MOST_DATES_FROM_SOURCE = 20_000;
/** And in one request: what is checked holds up all others for as long. */
export const MOST_DATES_AT_ONCE = 400;
/** All who ask without an account, together. */
export const MOST_DATES_FOR_STRANGERS = 60_000;
/** Laying out and drawing a day costs about as much as checking so many dates. */
export const CHECKS_OF_A_DAY = 50;
/** Looking for alternatives checks a date many times over. */
export const CHECKS_OF_ALTERNATIVES = 20;

/** Counts dates that are about to be checked for somebody; refuses where strangers had all there is for now. */
export type CountWork = (ctx: Pick<Context, 'viewer' | 'source'>, dates: number) => Promise<Outcome<null>>;

const waitOrSignIn = (minutes: number): Refusal => ({ code: 'wait-or-sign-in', minutes });

/** Counts what people without an account have checked; with one there is no limit. */
export function countWorkOfStrangers(): CountWork {
  const one = new RateLimiterMemory({ points: MOST_DATES_FROM_SOURCE, duration: WINDOW_S });
  const all = new RateLimiterMemory({ points: MOST_DATES_FOR_STRANGERS, duration: WINDOW_S });
  return async ({ viewer, source }, dates) =>
    viewer
      ? done(null)
      : takeFromAll(
          [
            { limiter: one, key: sourceKey(source) },
            { limiter: all, key: 'strangers' },
          ],
          dates,
          waitOrSignIn,
        );
}

/** Counts it where somebody asks from outside. */
export const countedWork = (ctx: Context, dates: number): Promise<Outcome<null>> =>
  ctx.countWork?.(ctx, dates) ?? Promise.resolve(done(null));

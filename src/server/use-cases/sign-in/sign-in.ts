import { RateLimiterMemory, type RateLimiterRes } from 'rate-limiter-flexible';
import type { PersonId } from '@/core/ids';
import { done, refuse, type Outcome, type Refusal } from '@/contracts/refusal';
import type { SignInInput } from '@/contracts/sign-in';
import { isPassword } from '../../auth/passwords';
import { beginSession } from '../../auth/sessions';
import type { Context } from '../../context';

const WINDOW_S = 15 * 60;
/** Wrong tries for one address before it has to wait. */
export const MOST_WRONG_TRIES = 8;

/** Counts wrong tries by address, in the real clock; a right one forgets them. */
export const makeSignInLimiter = () =>
  new RateLimiterMemory({ points: MOST_WRONG_TRIES, duration: WINDOW_S });

/** Why an address has to wait after too many wrong tries; null where it need not. */
export async function hasToWait(limiter: RateLimiterMemory, address: string): Promise<Refusal | null> {
  const tried = await limiter.get(address);
  return tried && tried.consumedPoints >= MOST_WRONG_TRIES
    ? { code: 'too-many-tries', minutes: waitMinutes(tried) }
    : null;
}

interface AccountRow {
  readonly id: PersonId;
  readonly password_hash: string | null;
}

/** Whole minutes until another try. */
export const waitMinutes = (state: RateLimiterRes): number =>
  Math.max(1, Math.ceil(state.msBeforeNext / 60_000));

/** Begins a session for the right password; returns its id. */
export async function signIn(
  ctx: Context,
  limiter: RateLimiterMemory,
  input: SignInInput,
  nowMs: number,
): Promise<Outcome<{ sessionId: string }>> {
  const address = input.email.toLowerCase();
  const wait = await hasToWait(limiter, address);
  if (wait) return refuse(wait);
  const [account] = await ctx.db.rows<AccountRow>(
    'SELECT id, password_hash FROM person WHERE email = $email AND retired_at IS NULL',
    { email: address },
  );
  if (!(await isPassword(account?.password_hash ?? null, input.password))) {
    // Over the limit it rejects with the state; the next try reads it.
    await limiter.penalty(address);
    return refuse({ code: 'wrong-credentials' });
  }
  await limiter.delete(address);
  const sessionId = ctx.newId();
  await beginSession(ctx.db, sessionId, account!.id, nowMs);
  return done({ sessionId });
}

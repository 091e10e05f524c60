import type { RateLimiterMemory } from 'rate-limiter-flexible';
import type { PersonId } from '@/core/ids';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import type { SignInInput } from '@/contracts/sign-in';
import { isPassword } from '../../auth/passwords';
import { beginSession } from '../../auth/sessions';
import type { Context } from '../../context';
import { countTry } from './tries';

interface AccountRow {
  readonly id: PersonId;
  readonly password_hash: string | null;
}

/** Begins a session for the right password; returns its id. */
export async function signIn(
  ctx: Context,
  limiter: RateLimiterMemory,
  input: SignInInput,
  nowMs: number,
): Promise<Outcome<{ sessionId: string }>> {
  const address = input.email.toLowerCase();
  const counted = await countTry(limiter, address);
  if (!counted.ok) return counted;
  const [account] = await ctx.db.rows<AccountRow>(
    'SELECT id, password_hash FROM person WHERE email = $email AND retired_at IS NULL',
    { email: address },
  );
  if (!(await isPassword(account?.password_hash ?? null, input.password)))
    return refuse({ code: 'wrong-credentials' });
  await limiter.delete(address);
  const sessionId = ctx.newId();
  await beginSession(ctx.db, sessionId, account!.id, nowMs);
  return done({ sessionId });
}

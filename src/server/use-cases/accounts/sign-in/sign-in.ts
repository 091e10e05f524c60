import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { SignInInput } from '@/contracts/accounts/sign-in';
import { isPassword } from '../../../auth/passwords';
import { beginSession } from '../../../auth/sessions';
import type { Context } from '../../../context/context';
import type { SignInLimits } from './sign-in-limits';
import { ACCOUNT } from './sign-in.queries';

/** Begins a session for the right password; returns its id. */
export async function signIn(
  ctx: Context,
  limits: SignInLimits,
  input: SignInInput,
  nowMs: number,
): Promise<Outcome<{ sessionId: string }>> {
  const address = input.email.toLowerCase();
  const [account] = await ctx.db.all(ACCOUNT, { email: address });
  const judged = await limits.judge(ctx.source, address, () =>
    isPassword(account?.password_hash ?? null, input.password),
  );
  if (!judged.ok) return judged;
  if (!account || !judged.value) return refuse({ code: 'wrong-credentials' });
  const sessionId = ctx.newId();
  await beginSession(ctx.db, sessionId, account.id, nowMs);
  return done({ sessionId });
}

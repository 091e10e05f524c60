import { refusedAddress, signInFormSchema, signInSchema } from '@/contracts/accounts/sign-in';
import { formRoute } from '@/server/http/form-route';
import { ownPath } from '@/server/http/own-path';
import { signedInBrowser } from '@/server/http/signed-in-browser';
import { runtime } from '@/server/http/runtime';
import { signIn } from '@/server/use-cases/accounts/sign-in/sign-in';

/** Signing in where no scripts are running, or none yet. */
export const POST = formRoute({
  action: 'session.begin',
  body: signInFormSchema,
  run: async (ctx, { email, password, next }) => {
    const path = ownPath(next);
    const typed = signInSchema.safeParse({ email, password });
    if (!typed.success) return { path: refusedAddress({ code: 'wrong-credentials' }, path) };
    const outcome = await signIn(ctx, (await runtime()).signInLimits, typed.data, Date.now());
    return outcome.ok
      ? { path, headers: await signedInBrowser(ctx.db, outcome.value.sessionId) }
      : { path: refusedAddress(outcome.refusal, path) };
  },
});

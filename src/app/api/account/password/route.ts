import { changePasswordSchema } from '@/contracts/accounts/account';
import { signedIn, writeRoute } from '@/server/http/route';
import { currentSessionId } from '@/server/http/session-cookie';
import { runtime } from '@/server/http/runtime';
import { changePassword } from '@/server/use-cases/accounts/account/own-account';

export const POST = writeRoute({
  action: 'account.own',
  body: changePasswordSchema,
  run: async (ctx, input) =>
    changePassword(signedIn(ctx), (await runtime()).signInLimits, input, await currentSessionId()),
});

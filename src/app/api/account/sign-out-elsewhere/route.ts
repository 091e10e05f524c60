import { accountCommandSchema } from '@/contracts/accounts/account';
import { signedIn, writeRoute } from '@/server/http/route';
import { currentSessionId } from '@/server/http/session-cookie';
import { endSessions } from '@/server/use-cases/accounts/account/own-account';

export const POST = writeRoute({
  action: 'account.own',
  body: accountCommandSchema,
  run: async (ctx) => endSessions(signedIn(ctx), await currentSessionId()),
});

import { cookies } from 'next/headers';
import { accountDeedSchema } from '@/contracts/account';
import { signedIn, writeRoute } from '@/server/http/route';
import { SESSION_COOKIE, sessionIdOf } from '@/server/http/session-cookie';
import { endSessions } from '@/server/use-cases/account/own-account';

export const POST = writeRoute({
  action: 'account.own',
  body: accountDeedSchema,
  run: async (ctx) =>
    endSessions(signedIn(ctx), await sessionIdOf((await cookies()).get(SESSION_COOKIE)?.value)),
});

import { takeLinkSchema } from '@/contracts/accounts/account';
import { writeRoute } from '@/server/http/route';
import { signedInBrowser } from '@/server/http/signed-in-browser';
import { runtime } from '@/server/http/runtime';
import { takeLink } from '@/server/use-cases/accounts/account/take-link';

export const POST = writeRoute({
  action: 'account.link',
  body: takeLinkSchema,
  run: (ctx, { password }, { token = '' }) => takeLink(ctx, token, password, Date.now()),
  headers: async ({ sessionId }) => signedInBrowser((await runtime()).base.db, sessionId),
  reply: () => ({ signedIn: true }),
});

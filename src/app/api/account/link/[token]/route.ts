import { takeLinkSchema } from '@/contracts/account';
import { writeRoute } from '@/server/http/route';
import { sessionCookie } from '@/server/http/session-cookie';
import { takeLink } from '@/server/use-cases/account/take-link';

export const POST = writeRoute({
  action: 'account.link',
  body: takeLinkSchema,
  run: (ctx, { password }, { token = '' }) => takeLink(ctx, token, password, Date.now()),
  headers: async ({ sessionId }) => ({ 'Set-Cookie': await sessionCookie(sessionId) }),
  reply: () => ({ signedIn: true }),
});

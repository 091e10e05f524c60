import { startSchema } from '@/contracts/administration/start';
import { writeRoute } from '@/server/http/route';
import { sessionCookie } from '@/server/http/session-cookie';
import { firstStart } from '@/server/use-cases/administration/start/first-start';

export const POST = writeRoute({
  action: 'office.start',
  body: startSchema,
  run: (ctx, body) => firstStart(ctx, body, Date.now()),
  headers: async ({ sessionId }) => ({ 'Set-Cookie': await sessionCookie(sessionId) }),
  reply: () => ({ signedIn: true }),
});

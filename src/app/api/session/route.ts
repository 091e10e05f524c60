import { z } from 'zod';
import { done } from '@/contracts/base/refusal';
import { signInSchema } from '@/contracts/accounts/sign-in';
import { endSession } from '@/server/auth/sessions';
import { writeRoute } from '@/server/http/route';
import { currentSessionId, endedCookie } from '@/server/http/session-cookie';
import { signedInBrowser } from '@/server/http/signed-in-browser';
import { runtime } from '@/server/http/runtime';
import { signIn } from '@/server/use-cases/accounts/sign-in/sign-in';

export const POST = writeRoute({
  action: 'session.begin',
  body: signInSchema,
  run: async (ctx, body) => signIn(ctx, (await runtime()).signInLimits, body, Date.now()),
  headers: async ({ sessionId }) => signedInBrowser((await runtime()).base.db, sessionId),
  reply: () => ({ signedIn: true }),
});

export const DELETE = writeRoute({
  action: 'session.end',
  body: z.object({}),
  run: async (ctx) => {
    const id = await currentSessionId();
    if (id) await endSession(ctx.db, id);
    return done({ signedIn: false });
  },
  headers: async () => ({ 'Set-Cookie': endedCookie }),
});

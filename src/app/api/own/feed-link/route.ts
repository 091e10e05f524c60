import { z } from 'zod';
import { idempotencyKey } from '@/contracts/forms/fields';
import { signedIn, writeRoute } from '@/server/http/route';
import { replaceOwnLink } from '@/server/use-cases/publishing/own-link';

export const POST = writeRoute({
  action: 'feeds.own',
  body: z.object({ key: idempotencyKey }),
  run: (ctx, body) => replaceOwnLink(signedIn(ctx), body),
});

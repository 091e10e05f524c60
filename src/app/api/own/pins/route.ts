import { pinSchema } from '@/contracts/accounts/own';
import { signedIn, writeRoute } from '@/server/http/route';
import { pin } from '@/server/repositories/people/familiar';

export const POST = writeRoute({
  action: 'own.change',
  body: pinSchema,
  run: (ctx, body) => pin(signedIn(ctx), body),
});

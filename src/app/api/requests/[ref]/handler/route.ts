import { handlerSchema } from '@/contracts/decisions/desk';
import { signedIn, writeRoute } from '@/server/http/route';
import { takeOn } from '@/server/use-cases/decisions/take-on';

export const POST = writeRoute({
  action: 'desk.assign',
  body: handlerSchema,
  run: (ctx, body, { ref = '' }) => takeOn(signedIn(ctx), ref, body),
});

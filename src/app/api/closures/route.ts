import { closureSchema } from '@/contracts/house';
import { signedIn, writeRoute } from '@/server/http/route';
import { addClosure } from '@/server/use-cases/house/change-house';

export const POST = writeRoute({
  action: 'house.change',
  body: closureSchema,
  run: (ctx, body) => addClosure(signedIn(ctx), body),
});

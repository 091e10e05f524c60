import { handOrderSchema } from '@/contracts/recipes';
import { signedIn, writeRoute } from '@/server/http/route';
import { makeHandOrder } from '@/server/use-cases/set-up/hand-order';

export const POST = writeRoute({
  action: 'orders.lead',
  body: handOrderSchema,
  run: (ctx, body, { ref }) => makeHandOrder(signedIn(ctx), ref!, body),
});

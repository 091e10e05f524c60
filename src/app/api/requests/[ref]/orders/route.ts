import { handOrderSchema } from '@/contracts/work-orders/templates';
import { signedIn, writeRoute } from '@/server/http/route';
import { makeHandOrder } from '@/server/use-cases/work-orders/hand-order';

export const POST = writeRoute({
  action: 'orders.lead',
  body: handOrderSchema,
  run: (ctx, body, { ref }) => makeHandOrder(signedIn(ctx), ref!, body),
});

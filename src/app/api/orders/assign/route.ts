import { assignOrdersSchema } from '@/contracts/work-orders/mark-order';
import { signedIn, writeRoute } from '@/server/http/route';
import { assignOrders } from '@/server/use-cases/work-orders/issue-orders';

export const POST = writeRoute({
  action: 'orders.lead',
  body: assignOrdersSchema,
  run: (ctx, body) => assignOrders(signedIn(ctx), body),
});

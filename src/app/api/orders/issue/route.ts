import { issueOrdersSchema } from '@/contracts/work-orders/mark-order';
import { signedIn, writeRoute } from '@/server/http/route';
import { issueOrders } from '@/server/use-cases/work-orders/issue-orders';

export const POST = writeRoute({
  action: 'orders.lead',
  body: issueOrdersSchema,
  run: (ctx, body) => issueOrders(signedIn(ctx), body),
});

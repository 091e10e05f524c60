import { followUpSchema } from '@/contracts/work-orders/event-setup';
import { signedIn, writeRoute } from '@/server/http/route';
import { addFollowUp } from '@/server/use-cases/work-orders/event-commands';

export const POST = writeRoute({
  action: 'order.mark',
  body: followUpSchema,
  run: (ctx, body) => addFollowUp(signedIn(ctx), body),
});

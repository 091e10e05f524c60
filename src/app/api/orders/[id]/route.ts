import { markOrderSchema } from '@/contracts/mark-order';
import { refuse } from '@/contracts/refusal';
import { signedIn, writeRoute } from '@/server/http/route';
import { markOrder } from '@/server/use-cases/set-up/mark-order';

export const POST = writeRoute({
  action: 'order.mark',
  body: markOrderSchema,
  run: async (ctx, body, { id }) =>
    /^\d{1,15}$/.test(id ?? '')
      ? markOrder(signedIn(ctx), Number(id), body)
      : refuse({ code: 'not-found', what: 'such order' }),
});

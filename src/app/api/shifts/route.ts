import { addShiftSchema } from '@/contracts/work-orders/week-load';
import { signedIn, writeRoute } from '@/server/http/route';
import { addShift } from '@/server/use-cases/work-orders/teams';

export const POST = writeRoute({
  action: 'orders.lead',
  body: addShiftSchema,
  run: (ctx, body) => addShift(signedIn(ctx), body),
});

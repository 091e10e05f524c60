import { recategoriseSchema } from '@/contracts/decisions/bookings';
import { signedIn, writeRoute } from '@/server/http/route';
import { recategorise } from '@/server/use-cases/decisions/recategorise';

export const POST = writeRoute({
  action: 'bookings.change',
  body: recategoriseSchema,
  run: (ctx, body) => recategorise(signedIn(ctx), body),
});

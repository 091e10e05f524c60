import { ownLayoutSchema } from '@/contracts/calendar/seating';
import { signedIn, writeRoute } from '@/server/http/route';
import { keepOwnLayout } from '@/server/use-cases/administration/stock/own-layouts';

export const POST = writeRoute({
  action: 'administration.change',
  body: ownLayoutSchema,
  run: (ctx, body) => keepOwnLayout(signedIn(ctx), body),
});

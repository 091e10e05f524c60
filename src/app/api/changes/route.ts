import { changeSchema } from '@/contracts/requests/change';
import { signedIn, writeRoute } from '@/server/http/route';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';

export const POST = writeRoute({
  action: 'request.change',
  body: changeSchema,
  run: (ctx, body) => changeDates(signedIn(ctx), body),
});

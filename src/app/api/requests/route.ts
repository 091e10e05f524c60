import { askSchema } from '@/contracts/requests/ask';
import { signedIn, writeRoute } from '@/server/http/route';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';

export const POST = writeRoute({
  action: 'request.ask',
  body: askSchema,
  run: (ctx, body) => submitRequest(signedIn(ctx), body),
});

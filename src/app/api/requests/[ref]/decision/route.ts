import { decideSchema } from '@/contracts/decide';
import { signedIn, writeRoute } from '@/server/http/route';
import { decideRequest } from '@/server/use-cases/decide/decide-request';

export const POST = writeRoute({
  action: 'request.decide',
  body: decideSchema,
  run: (ctx, body, { ref }) => decideRequest(signedIn(ctx), ref!, body),
});

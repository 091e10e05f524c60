import { deputySchema } from '@/contracts/accounts/own';
import { signedIn, writeRoute } from '@/server/http/route';
import { setDeputy } from '@/server/use-cases/requests/own/deputies';

export const POST = writeRoute({
  action: 'own.change',
  body: deputySchema,
  run: (ctx, body) => setDeputy(signedIn(ctx), body),
});

import { checkSchema } from '@/contracts/ask';
import { writeRoute } from '@/server/http/route';
import { runtime } from '@/server/runtime';
import { checkRequest } from '@/server/use-cases/ask/check-request';

export const POST = writeRoute({
  action: 'request.check',
  body: checkSchema,
  run: async (ctx, body) => checkRequest(ctx, body, (await runtime()).countWork),
});

import { checkSchema } from '@/contracts/ask';
import { writeRoute } from '@/server/http/route';
import { checkRequest } from '@/server/use-cases/ask/check-request';

export const POST = writeRoute({
  action: 'request.check',
  body: checkSchema,
  run: checkRequest,
});

import { checkSchema } from '@/contracts/requests/ask';
import { writeRoute } from '@/server/http/route';
import { checkRequest } from '@/server/use-cases/checks/check-request';

export const POST = writeRoute({
  action: 'request.check',
  body: checkSchema,
  run: checkRequest,
});

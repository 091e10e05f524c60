import { surroundingsSchema } from '@/contracts/requests/surroundings';
import { writeRoute } from '@/server/http/route';
import { surroundings } from '@/server/use-cases/requests/ask/surroundings';

export const POST = writeRoute({
  action: 'request.check',
  body: surroundingsSchema,
  run: surroundings,
});

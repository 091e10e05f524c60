import { bringInSchema } from '@/contracts/administration/archive';
import { writeRoute } from '@/server/http/route';
import { bringIn } from '@/server/use-cases/administration/archive/bring-in';

export const POST = writeRoute({
  action: 'archive.change',
  body: bringInSchema,
  run: (ctx, input, { id = '' }) => bringIn(ctx, id, input),
});

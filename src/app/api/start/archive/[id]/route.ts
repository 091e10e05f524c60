import { bringInSchema } from '@/contracts/administration/archive';
import { writeRoute } from '@/server/http/route';
import { bringInFirst } from '@/server/use-cases/administration/archive/bring-in';

export const POST = writeRoute({
  action: 'office.start',
  body: bringInSchema,
  run: (ctx, _, { id = '' }) => bringInFirst(ctx, id),
});

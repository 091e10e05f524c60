import { noQuery } from '@/contracts/administration/archive';
import { uploadRoute } from '@/server/http/route';
import { takeIn } from '@/server/use-cases/administration/archive/bring-in';

export const POST = uploadRoute({
  action: 'archive.change',
  query: noQuery,
  run: (ctx, _, body) => takeIn(ctx, body, Date.now()),
});

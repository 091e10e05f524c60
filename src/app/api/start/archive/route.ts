import { noQuery } from '@/contracts/administration/archive';
import { uploadRoute } from '@/server/http/route';
import { takeInFirst } from '@/server/use-cases/administration/archive/bring-in';

export const POST = uploadRoute({
  action: 'office.start',
  query: noQuery,
  run: (ctx, _, body) => takeInFirst(ctx, body, Date.now()),
});

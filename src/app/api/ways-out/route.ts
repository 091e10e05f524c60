import { waysOutSchema } from '@/contracts/ways-out';
import { streamRoute } from '@/server/http/route';
import { findWaysOut } from '@/server/use-cases/alternatives/find-ways-out';

export const POST = streamRoute({
  action: 'request.check',
  body: waysOutSchema,
  run: findWaysOut,
});

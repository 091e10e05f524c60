import { readRoute } from '@/server/http/route';
import { findSpaces } from '@/server/use-cases/look/find-spaces';

export const GET = readRoute({
  action: 'space.find',
  run: async (ctx, request) =>
    Response.json(await findSpaces(ctx.db, new URL(request.url).searchParams.get('q') ?? '')),
});

import { readRoute } from '@/server/http/route';
import { boardHouse } from '@/server/use-cases/look/board-house';

export const GET = readRoute({
  action: 'board.look',
  run: async (ctx, request) => {
    const house = await boardHouse(ctx.db);
    const tag = `"${house.version}"`;
    const headers = { 'Cache-Control': 'no-cache', ETag: tag };
    return request.headers.get('if-none-match') === tag
      ? new Response(null, { status: 304, headers })
      : Response.json(house, { headers });
  },
});

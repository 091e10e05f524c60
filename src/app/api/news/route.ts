import { newsQuerySchema } from '@/contracts/history/news';
import { readRoute } from '@/server/http/route';
import { news } from '@/server/use-cases/calendar/news';

/** Asked every few seconds by pages that are seen: 304 where nothing has changed. */
export const GET = readRoute({
  action: 'board.read',
  run: async (ctx, request) => {
    const { since } = newsQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams));
    const reply = await news(ctx, since);
    const headers = { ETag: `"${reply.version}"`, 'Cache-Control': 'no-store' };
    if (request.headers.get('If-None-Match') === headers.ETag)
      return new Response(null, { status: 304, headers });
    return Response.json(reply, { headers });
  },
});

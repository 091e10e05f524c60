import { readRoute } from '@/server/http/route';
import { boardDataText } from '@/server/use-cases/calendar/board-data';

export const GET = readRoute({
  action: 'board.read',
  run: async (ctx, request) => {
    const { version, text } = await boardDataText(ctx.db);
    const tag = `"${version}"`;
    const headers = { 'Cache-Control': 'no-cache', 'Content-Type': 'application/json', ETag: tag };
    return request.headers.get('if-none-match') === tag
      ? new Response(null, { status: 304, headers })
      : new Response(text, { headers });
  },
});

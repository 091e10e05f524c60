import { boardQuerySchema } from '@/contracts/calendar/board-query';
import { readQuery } from '@/server/http/query';
import { readRoute, refusalResponse } from '@/server/http/route';
import { boardSpanText } from '@/server/use-cases/calendar/board-span';

export const GET = readRoute({
  action: 'board.read',
  run: async (ctx, request) => {
    const query = readQuery(request, boardQuerySchema);
    if (!query.ok) return refusalResponse(query.refusal);
    return new Response(await boardSpanText(ctx, query.value), {
      headers: { 'Content-Type': 'application/json', 'Cache-Control': 'no-store' },
    });
  },
});

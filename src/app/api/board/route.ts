import { boardQuerySchema } from '@/contracts/board-query';
import { readQuery } from '@/server/http/query';
import { readRoute, refusalResponse } from '@/server/http/route';
import { spanText } from '@/server/use-cases/look/span-ahead';

export const GET = readRoute({
  action: 'board.look',
  run: async (ctx, request) => {
    const query = readQuery(request, boardQuerySchema);
    if (!query.ok) return refusalResponse(query.refusal);
    return new Response(await spanText(ctx, query.value), {
      headers: { 'Content-Type': 'application/json', 'Cache-Control': 'no-store' },
    });
  },
});

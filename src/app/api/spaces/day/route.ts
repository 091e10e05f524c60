import { spaceDaySchema } from '@/contracts/calendar/space-day';
import { readQuery } from '@/server/http/query';
import { readRoute, refusalResponse } from '@/server/http/route';
import { spaceDay } from '@/server/use-cases/calendar/space-day';

export const GET = readRoute({
  action: 'board.read',
  run: async (ctx, request) => {
    const query = readQuery(request, spaceDaySchema);
    if (!query.ok) return refusalResponse(query.refusal);
    return Response.json(await spaceDay(ctx, query.value), { headers: { 'Cache-Control': 'no-store' } });
  },
});

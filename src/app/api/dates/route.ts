import { datesQuerySchema } from '@/contracts/calendar/dates';
import { readQuery } from '@/server/http/query';
import { readRoute, refusalResponse } from '@/server/http/route';
import { datesOf } from '@/server/use-cases/calendar/dates';

export const GET = readRoute({
  action: 'board.read',
  run: async (ctx, request) => {
    const query = readQuery(request, datesQuerySchema);
    if (!query.ok) return refusalResponse(query.refusal);
    return Response.json(await datesOf(ctx, query.value), { headers: { 'Cache-Control': 'no-store' } });
  },
});

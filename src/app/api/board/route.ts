import { parseLocalDate } from '@/core/time/local-time';
import { readRoute, refusalResponse } from '@/server/http/route';
import { boardDay } from '@/server/use-cases/look/board-day';

export const GET = readRoute({
  action: 'board.look',
  run: async (ctx, request) => {
    const text = new URL(request.url).searchParams.get('day');
    const day = text === null ? null : parseLocalDate(text);
    if (text !== null && !day)
      return refusalResponse({
        code: 'bad-input',
        fields: [{ path: 'day', message: 'Write the day as 2027-04-13.' }],
      });
    return Response.json(await boardDay(ctx, day), { headers: { 'Cache-Control': 'no-store' } });
  },
});

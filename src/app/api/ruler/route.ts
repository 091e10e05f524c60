import { say } from '@/contracts/language/say';
import { MOST_RULER_DAYS } from '@/contracts/board';
import { rulerQuerySchema } from '@/contracts/board-query';
import { readRoute, refusalResponse } from '@/server/http/route';
import { ruler } from '@/server/use-cases/calendar/ruler';

export const GET = readRoute({
  action: 'board.look',
  run: async (ctx, request) => {
    const query = rulerQuerySchema.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!query.success)
      return refusalResponse({
        code: 'bad-input',
        fields: [
          { path: 'from', message: say`Write the day as 2027-04-13, and 1 to ${MOST_RULER_DAYS} days.` },
        ],
      });
    return Response.json(await ruler(ctx, query.data.from, query.data.days), {
      headers: { 'Cache-Control': 'no-store' },
    });
  },
});

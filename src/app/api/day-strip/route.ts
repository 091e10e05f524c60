import { t } from '@/contracts/language/translate';
import { MOST_DAY_STRIP_DAYS } from '@/contracts/calendar/board';
import { dayStripQuerySchema } from '@/contracts/calendar/board-query';
import { readRoute, refusalResponse } from '@/server/http/route';
import { dayStrip } from '@/server/use-cases/calendar/day-strip';

export const GET = readRoute({
  action: 'board.read',
  run: async (ctx, request) => {
    const query = dayStripQuerySchema.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!query.success)
      return refusalResponse({
        code: 'bad-input',
        fields: [
          { path: 'from', message: t`Write the day as 2027-04-13, and 1 to ${MOST_DAY_STRIP_DAYS} days.` },
        ],
      });
    return Response.json(await dayStrip(ctx, query.data.from, query.data.days), {
      headers: { 'Cache-Control': 'no-store' },
    });
  },
});

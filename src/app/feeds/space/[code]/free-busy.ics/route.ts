import { readRoute, refusalResponse } from '@/server/http/route';
import { spaceFreeBusy } from '@/server/use-cases/publishing/free-busy';

export const GET = readRoute({
  action: 'feeds.own',
  run: async (ctx, _, { code }) => {
    const outcome = await spaceFreeBusy(ctx, code!);
    if (!outcome.ok) return refusalResponse(outcome.refusal);
    return new Response(outcome.value, {
      headers: {
        'Content-Type': 'text/calendar; charset=utf-8; component=VFREEBUSY',
        'Content-Disposition': `inline; filename="free-busy.ics"`,
        'Cache-Control': 'private, no-store',
      },
    });
  },
});

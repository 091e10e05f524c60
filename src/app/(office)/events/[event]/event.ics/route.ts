import { readRoute, refusalResponse } from '@/server/http/route';
import { eventFile } from '@/server/use-cases/publishing/event-page';

export const GET = readRoute({
  action: 'whats-on.read',
  run: async (ctx, request, { event }) => {
    const params = new URL(request.url).searchParams;
    const outcome = await eventFile(ctx, event!, params.get('date'), params.get('link'));
    if (!outcome.ok) return refusalResponse(outcome.refusal);
    const { text, fileName } = outcome.value;
    return new Response(text, {
      headers: {
        'Cache-Control': 'no-store',
        'Content-Type': 'text/calendar; charset=utf-8',
        'Content-Disposition': `attachment; filename="${fileName}.ics"`,
      },
    });
  },
});

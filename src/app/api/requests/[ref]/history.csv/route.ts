import { readRoute, refusalResponse, signedIn } from '@/server/http/route';
import { historyTable } from '@/server/use-cases/requests/own/history-table';

export const GET = readRoute({
  action: 'request.read',
  run: async (ctx, _, { ref = '' }) => {
    const table = await historyTable(signedIn(ctx), ref);
    if (!table.ok) return refusalResponse(table.refusal);
    return new Response(table.value, {
      headers: {
        'Content-Type': 'text/csv; charset=utf-8; header=present',
        'Content-Disposition': `attachment; filename="history-${encodeURIComponent(ref)}.csv"`,
        'Cache-Control': 'no-store',
        'X-Content-Type-Options': 'nosniff',
      },
    });
  },
});

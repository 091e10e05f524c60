import { readRoute, refusalResponse } from '@/server/http/route';
import { buildingDisplay } from '@/server/use-cases/publishing/display';

export const GET = readRoute({
  action: 'whats-on.read',
  run: async (ctx, _, { id }) => {
    const outcome = await buildingDisplay(ctx, /^\d{1,9}$/.test(id!) ? Number(id) : 0);
    return outcome.ok
      ? Response.json(outcome.value, { headers: { 'Cache-Control': 'no-store' } })
      : refusalResponse(outcome.refusal);
  },
});

import { readRoute, refusalResponse } from '@/server/http/route';
import { spaceDisplay } from '@/server/use-cases/publishing/display';

export const GET = readRoute({
  action: 'whats-on.read',
  run: async (ctx, _, { code }) => {
    const outcome = await spaceDisplay(ctx, code!);
    return outcome.ok
      ? Response.json(outcome.value, { headers: { 'Cache-Control': 'no-store' } })
      : refusalResponse(outcome.refusal);
  },
});

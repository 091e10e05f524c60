import { readRoute, refusalResponse, signedIn } from '@/server/http/route';
import { readRequest } from '@/server/use-cases/requests/own/own-requests';

export const GET = readRoute({
  action: 'request.read',
  run: async (ctx, _request, { ref }) => {
    const outcome = await readRequest(signedIn(ctx), ref!);
    return outcome.ok
      ? Response.json(outcome.value, { headers: { 'Cache-Control': 'no-store' } })
      : refusalResponse(outcome.refusal);
  },
});

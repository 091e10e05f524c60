import { readRoute } from '@/server/http/route';
import type { LongWorkReply } from '@/contracts/base/long-work';
import { runtime } from '@/server/http/runtime';

export const GET = readRoute({
  action: 'own.change',
  run: async (ctx) => {
    const reply: LongWorkReply = { works: (await runtime()).longWork.progressOf(ctx) };
    return Response.json(reply, { headers: { 'Cache-Control': 'no-store' } });
  },
});

import { boardQuerySchema } from '@/contracts/board';
import { readRoute, refusalResponse } from '@/server/http/route';
import { boardSpanText } from '@/server/use-cases/look/board-span';

export const GET = readRoute({
  action: 'board.look',
  run: async (ctx, request) => {
    const query = boardQuerySchema.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!query.success)
      return refusalResponse({
        code: 'bad-input',
        fields: query.error.issues.map(({ path, message }) => ({ path: path.join('.'), message })),
      });
    return new Response(await boardSpanText(ctx, query.data), {
      headers: { 'Content-Type': 'application/json', 'Cache-Control': 'no-store' },
    });
  },
});

import { readRoute, refusalResponse } from '@/server/http/route';
import { feed } from '@/server/use-cases/publish/feed';

export const GET = readRoute({
  action: 'notices.read',
  run: async (ctx, request, { slug }) => {
    const outcome = await feed(ctx, slug!);
    if (!outcome.ok) return refusalResponse(outcome.refusal);
    const { text, etag, slug: name } = outcome.value;
    const headers = { ETag: etag, 'Cache-Control': 'no-cache' };
    if (request.headers.get('if-none-match') === etag) return new Response(null, { status: 304, headers });
    return new Response(text, {
      headers: {
        ...headers,
        'Content-Type': 'text/calendar; charset=utf-8',
        'Content-Disposition': `inline; filename="${name}.ics"`,
      },
    });
  },
});

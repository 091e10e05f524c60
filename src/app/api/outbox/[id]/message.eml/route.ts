import { readRoute, refusalResponse } from '@/server/http/route';
import { mailFile } from '@/server/use-cases/outbox/outbox';

export const GET = readRoute({
  action: 'outbox.read',
  run: async (ctx, _, { id = '' }) => {
    const file = await mailFile(ctx, Number(id));
    if (!file.ok) return refusalResponse(file.refusal);
    return new Response(new Uint8Array(file.value), {
      headers: {
        'Content-Type': 'message/rfc822',
        'Content-Disposition': `attachment; filename="message-${Number(id)}.eml"`,
        'Cache-Control': 'no-store',
        'X-Content-Type-Options': 'nosniff',
      },
    });
  },
});

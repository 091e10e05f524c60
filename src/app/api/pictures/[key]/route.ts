import { t } from '@/contracts/language/translate';
import { readRoute, refusalResponse } from '@/server/http/route';
import { pictureBytes } from '@/server/use-cases/administration/entries/pictures';

export const GET = readRoute({
  action: 'space.find',
  run: async (ctx, _, { key = '' }) => {
    const bytes = await pictureBytes(ctx.db, key);
    if (!bytes) return refusalResponse({ code: 'not-found', what: t`picture at this address` });
    return new Response(bytes, {
      headers: {
        'Content-Type': 'image/webp',
        // Another picture has another name.
        'Cache-Control': 'public, max-age=31536000, immutable',
        'X-Content-Type-Options': 'nosniff',
      },
    });
  },
});

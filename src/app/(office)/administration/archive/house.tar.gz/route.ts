import { Readable } from 'node:stream';
import { packOffice } from '@/server/archive/pack';
import { readRoute } from '@/server/http/route';

export const GET = readRoute({
  action: 'archive.change',
  run: async (ctx) => {
    const nowMs = Date.now();
    const packed = await packOffice(ctx, nowMs);
    const day = new Date(nowMs).toISOString().slice(0, 10);
    return new Response(Readable.toWeb(packed) as ReadableStream, {
      headers: {
        'Content-Type': 'application/gzip',
        'Content-Disposition': `attachment; filename="house-${day}.tar.gz"`,
        'Cache-Control': 'no-store',
        'X-Content-Type-Options': 'nosniff',
      },
    });
  },
});

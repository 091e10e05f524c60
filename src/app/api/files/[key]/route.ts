import { z } from 'zod';
import { readRoute, refusalResponse, signedIn, writeRoute } from '@/server/http/route';
import { dropFile, openFile } from '@/server/use-cases/files/files';

export const GET = readRoute({
  action: 'file.read',
  run: async (ctx, _request, { key }) => {
    const file = await openFile(signedIn(ctx), key!);
    if (!file.ok) return refusalResponse(file.refusal);
    const { name, bytes, content } = file.value;
    // Only ever saved, never shown: whatever is in it cannot run as a page of ours.
    return new Response(content, {
      headers: {
        'Content-Type': 'application/octet-stream',
        'Content-Length': String(bytes),
        'Content-Disposition': `attachment; filename="${name.replace(/[^\x20-\x7e]|["\\%]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name).replace(/['()*]/g, (sign) => `%${sign.charCodeAt(0).toString(16)}`)}`,
        'Content-Security-Policy': "default-src 'none'; sandbox",
        'Cache-Control': 'private, no-store',
        'X-Content-Type-Options': 'nosniff',
      },
    });
  },
});

/** Lets go of a file that was not sent with anything. */
export const DELETE = writeRoute({
  action: 'file.send',
  body: z.object({}),
  run: (ctx, _body, { key }) => dropFile(signedIn(ctx), key!),
});

import { setupsSheetSchema } from '@/contracts/work-orders/setups-sheet';
import { readQuery } from '@/server/http/query';
import { readRoute, refusalResponse, signedIn } from '@/server/http/route';
import { toPdf } from '@/server/platform/print/to-pdf';
import { setupsPages, setupsSheet } from '../setups-sheet';

const MINUTE_MS = 60_000;

export const GET = readRoute({
  action: 'orders.read',
  run: async (context, request) => {
    const ctx = signedIn(context);
    const query = readQuery(request, setupsSheetSchema);
    if (!query.ok) return refusalResponse(query.refusal);
    const sheet = await setupsSheet(ctx, query.value);
    if (!sheet.ok) return refusalResponse(sheet.refusal);
    const { title, subtitle } = sheet.value;
    const pages = await setupsPages(ctx, sheet.value);
    const pdf = await toPdf(pages, `${title}, ${subtitle}`, new Date(ctx.clock.now() * MINUTE_MS));
    return new Response(new Uint8Array(pdf), {
      headers: {
        'Content-Type': 'application/pdf',
        'Content-Disposition': `inline; filename="setup-work-${query.value.what}.pdf"`,
        'Cache-Control': 'no-store',
      },
    });
  },
});

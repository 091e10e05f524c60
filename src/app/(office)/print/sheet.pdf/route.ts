import { printQuerySchema } from '@/contracts/calendar/print';
import { readQuery } from '@/server/http/query';
import { readRoute, refusalResponse } from '@/server/http/route';
import { printedPdf } from '../print-sheet';

/** Letters and figures only: the name stands in a header. */
const fileName = (title: string): string =>
  `${title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')}.pdf`;

export const GET = readRoute({
  action: 'board.read',
  run: async (ctx, request) => {
    const query = readQuery(request, printQuerySchema);
    if (!query.ok) return refusalResponse(query.refusal);
    const outcome = await printedPdf(ctx, query.value);
    if (!outcome.ok) return refusalResponse(outcome.refusal);
    const { title, pdf } = outcome.value;
    return new Response(new Uint8Array(pdf), {
      headers: {
        'Content-Type': 'application/pdf',
        'Content-Disposition': `inline; filename="${fileName(title)}"`,
        'Cache-Control': 'no-store',
      },
    });
  },
});

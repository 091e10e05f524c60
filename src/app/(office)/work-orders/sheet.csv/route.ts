import { stringify } from 'csv-stringify/sync';
import { setupsSheetSchema } from '@/contracts/work-orders/setups-sheet';
import { readQuery } from '@/server/http/query';
import { readRoute, refusalResponse, signedIn } from '@/server/http/route';
import { setupsSheet } from '../setups-sheet';

/** The same as the PDF as a table (RFC 4180); cells that a spreadsheet would calculate are made harmless. */
export const GET = readRoute({
  action: 'orders.read',
  run: async (context, request) => {
    const query = readQuery(request, setupsSheetSchema);
    if (!query.ok) return refusalResponse(query.refusal);
    const sheet = await setupsSheet(signedIn(context), query.value);
    if (!sheet.ok) return refusalResponse(sheet.refusal);
    const text = stringify(
      sheet.value.rows.map((row) => [...row]),
      { escape_formulas: true, record_delimiter: '\r\n' },
    );
    return new Response(text, {
      headers: {
        'Content-Type': 'text/csv; charset=utf-8',
        'Content-Disposition': `attachment; filename="setup-work-${query.value.what}.csv"`,
        'Cache-Control': 'no-store',
      },
    });
  },
});

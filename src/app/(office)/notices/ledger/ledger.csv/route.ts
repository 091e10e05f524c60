import { say } from '@/contracts/language/say';
import { stringify } from 'csv-stringify/sync';
import { ledgerQuerySchema } from '@/contracts/publishing/ledger';
import { readQuery } from '@/server/http/query';
import { readRoute, refusalResponse } from '@/server/http/route';
import { ledger } from '@/server/use-cases/publishing/keep/ledger';

/** The ledger as a table (RFC 4180); cells that a spreadsheet would calculate are made harmless. */
export const GET = readRoute({
  action: 'calendars.keep',
  run: async (ctx, request) => {
    const query = readQuery(request, ledgerQuerySchema);
    if (!query.ok) return refusalResponse(query.refusal);
    const { lines } = await ledger(ctx, query.value);
    const rows = lines.map((line) => [
      line.calendar,
      line.title,
      line.reference,
      line.when,
      line.shownAt,
      line.goneAt,
      line.toldAs,
      line.owedUntil,
    ]);
    const head = [
      say`Calendar`,
      say`Event`,
      say`Reference`,
      say`Date`,
      say`Shown since`,
      say`Gone since`,
      say`Told as`,
      say`Told until`,
    ];
    return new Response(stringify([head, ...rows], { escape_formulas: true, record_delimiter: '\r\n' }), {
      headers: {
        'Content-Type': 'text/csv; charset=utf-8; header=present',
        'Content-Disposition': 'attachment; filename="shown-on-calendars.csv"',
        'Cache-Control': 'no-store',
      },
    });
  },
});

import { t } from '@/contracts/language/translate';
import { stringify } from 'csv-stringify/sync';
import { ledgerQuerySchema } from '@/contracts/publishing/ledger';
import { readQuery } from '@/server/http/query';
import { readRoute, refusalResponse } from '@/server/http/route';
import { ledger } from '@/server/use-cases/publishing/keep/ledger';

/** The ledger as a table (RFC 4180); cells that a spreadsheet would calculate are made harmless. */
export const GET = readRoute({
  action: 'calendars.change',
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
      t`Calendar`,
      t`Event`,
      t`Reference`,
      t`Date`,
      t`Shown since`,
      t`Gone since`,
      t`Told as`,
      t`Told until`,
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

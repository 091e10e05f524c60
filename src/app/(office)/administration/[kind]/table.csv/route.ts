import { t } from '@/contracts/language/translate';
import { isCsvKind } from '@/contracts/administration/csv';
import { readingOf } from '@/server/auth/house-policy';
import { permissionFor } from '@/server/auth/policy';
import { readRoute, refusalResponse } from '@/server/http/route';
import { csvOf } from '@/server/use-cases/administration/entries/csv/csv-out';

export const GET = readRoute({
  action: 'administration.read',
  run: async (ctx, _, { kind = '' }) => {
    if (!isCsvKind(kind)) return refusalResponse({ code: 'not-found', what: t`such table` });
    if (permissionFor(readingOf(kind), ctx.viewer) !== 'allowed')
      return refusalResponse({
        code: 'not-allowed',
        what: t`Only housekeepers see people and their roles.`,
      });
    return new Response(await csvOf(ctx.db, kind), {
      headers: {
        'Content-Type': 'text/csv; charset=utf-8; header=present',
        'Content-Disposition': `attachment; filename="${kind}.csv"`,
        'Cache-Control': 'no-store',
      },
    });
  },
});

import { t } from '@/contracts/language/translate';
import { stringify } from 'csv-stringify/sync';
import { ROLES } from '@/core/roles';
import { rightLines } from '@/server/auth/rights';
import { readRoute } from '@/server/http/route';

const yes = (may: boolean): string => (may ? t`yes` : t`no`);

/** Who may do what as a table (RFC 4180). */
export const GET = readRoute({
  action: 'administration.read',
  run: async () => {
    const rows = rightLines().map(({ thing, does, nobody, roles, only = '' }) => [
      thing,
      does,
      yes(nobody),
      ...ROLES.map((role) => yes(roles[role])),
      only,
    ]);
    const head = [t`What`, t`Does`, t`Nobody signed in`, ...ROLES, t`How far`];
    return new Response(stringify([head, ...rows], { escape_formulas: true, record_delimiter: '\r\n' }), {
      headers: {
        'Content-Type': 'text/csv; charset=utf-8; header=present',
        'Content-Disposition': 'attachment; filename="rights.csv"',
        'Cache-Control': 'no-store',
      },
    });
  },
});

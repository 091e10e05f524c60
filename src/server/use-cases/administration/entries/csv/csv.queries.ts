import type { ChoiceList } from '@/contracts/administration/docs';
import { command, query } from '../../../../db/statement';
import { text, integer } from '../../../../db/tables/column';

export const BEGIN_LINE = command({ sql: 'SAVEPOINT line' });

export const KEEP_LINE = command({ sql: 'RELEASE line' });

export const DROP_LINE = command({ sql: 'ROLLBACK TO line' });

/** By what each list is named in a table; spaces by their codes, people by their addresses. */
const NAMES: Partial<Record<ChoiceList, string>> = {
  sites: 'SELECT id, name, name AS "key" FROM site WHERE id > (SELECT MIN(id) FROM site)',
  buildings: 'SELECT id, name, name AS "key" FROM building',
  spaces: `SELECT id, name || ' (' || code || ')' AS name, code AS "key" FROM space`,
  stores: 'SELECT id, name, name AS "key" FROM store',
  equipment: 'SELECT id, name, name AS "key" FROM equipment_type',
  teams: 'SELECT id, name, name AS "key" FROM team',
  organisations: 'SELECT id, name, name AS "key" FROM organisation',
  people: 'SELECT id, email AS name, email AS "key" FROM person',
};

export const NAMES_IN_LISTS = query({
  sql: Object.entries(NAMES)
    .map(([list, sql]) => `SELECT '${list}' AS list, n.* FROM (${sql}) n`)
    .join(' UNION ALL '),
  row: { list: text(), id: integer(), name: text(), key: text() },
});

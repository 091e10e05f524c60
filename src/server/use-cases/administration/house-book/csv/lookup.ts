import type { ChoiceList } from '@/contracts/house-book/docs';
import type { Reader } from '../../../../db/connection';
import type { Lookup } from './sheet';

/** By what each list is named in a table; spaces by their codes, people by their addresses. */
const NAMES: Partial<Record<ChoiceList, string>> = {
  sites: 'SELECT id, name FROM site WHERE id > (SELECT MIN(id) FROM site)',
  buildings: 'SELECT id, name FROM building',
  spaces: `SELECT id, name || ' (' || code || ')' AS name, code AS "key" FROM space`,
  stores: 'SELECT id, name FROM store',
  equipment: 'SELECT id, name FROM equipment_type',
  teams: 'SELECT id, name FROM team',
  organisations: 'SELECT id, name FROM organisation',
  people: 'SELECT id, email AS name FROM person',
};

interface Row {
  readonly id: number;
  readonly name: string;
  readonly key?: string;
}

/** Read anew for each line: a line may name what one above it has made. */
export async function loadLookup(reader: Reader): Promise<Lookup> {
  const ids = new Map<string, number>();
  const names = new Map<string, string>();
  for (const [list, sql] of Object.entries(NAMES))
    for (const { id, name, key = name } of await reader.rows<Row>(sql)) {
      ids.set(`${list} ${key.toLowerCase()}`, id);
      names.set(`${list} ${id}`, name);
    }
  return {
    idOf: (list, name) => ids.get(`${list} ${name.toLowerCase()}`) ?? null,
    nameOf: (list, id) => names.get(`${list} ${id}`) ?? '',
  };
}

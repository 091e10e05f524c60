import type { Reader } from '../../../../db/connection';
import type { Lookup } from './sheet';
import { NAMES_IN_LISTS } from './csv.queries';

/** Read anew for each line: a line may name what one above it has made. */
export async function loadLookup(reader: Reader): Promise<Lookup> {
  const ids = new Map<string, number>();
  const names = new Map<string, string>();
  for (const { list, id, name, key } of await reader.all(NAMES_IN_LISTS)) {
    ids.set(`${list} ${key.toLowerCase()}`, id);
    names.set(`${list} ${id}`, name);
  }
  return {
    idOf: (list, name) => ids.get(`${list} ${name.toLowerCase()}`) ?? null,
    nameOf: (list, id) => names.get(`${list} ${id}`) ?? '',
  };
}

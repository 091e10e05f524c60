import type { FieldFault } from '@/contracts/base/refusal';
import type { Reader } from '../db/connection';
import type { Table } from '../db/tables/table';

/** Which of these rows there are; with `isInUse` only those that are not taken out of use. Empty for none. */
export async function knownIds(
  reader: Reader,
  table: Table,
  ids: readonly number[],
  { isInUse }: { readonly isInUse: boolean },
): Promise<ReadonlySet<number>> {
  if (!ids.length) return new Set();
  const rows = await reader.table(table).all({ id: [...new Set(ids)], ...(isInUse && { retired_at: null }) });
  return new Set(rows.map(({ id }) => Number(id)));
}

/** A fault for each place in a list that names a row that is not there; `path` says where that place is. */
export async function missingFaults(
  reader: Reader,
  table: Table,
  ids: readonly number[],
  {
    isInUse,
    path,
    message,
  }: { readonly isInUse: boolean; path(index: number): string; readonly message: string },
): Promise<FieldFault[]> {
  const there = await knownIds(reader, table, ids, { isInUse });
  return ids.flatMap((id, index) => (there.has(id) ? [] : [{ path: path(index), message }]));
}

import type { OfficeInput } from '@/contracts/administration/office';
import type { LooseRow, Table } from '../../../db/tables/table';
import type { Writer } from '../../../db/connection';
import { Hours, Closure } from '../../../db/tables/house';

/** Something in the file that does not fit together; the message names it. */
export class OfficeFileError extends Error {}

export const insert = <T extends Table>(tx: Writer, table: T, row: LooseRow<T>): Promise<number> =>
  tx.table(table).insertLoose(row);

/** The number of what the file calls by name. @throws OfficeFileError naming what is not there. */
export const known = (ids: ReadonlyMap<string, number>, name: string, what: string): number => {
  const id = ids.get(name);
  if (!id) throw new OfficeFileError(`there is no ${what} ${name} in the file`);
  return id;
};

type Hours = OfficeInput['site']['hours'];
type Closures = OfficeInput['site']['closures'];
type OwnerKind = 'site' | 'building' | 'space';

/** Opening hours and closures of a site, building or space. */
export async function addTimes(
  tx: Writer,
  kind: OwnerKind,
  ownerId: number,
  { hours, closures }: { hours: Hours; closures: Closures },
) {
  for (const { days, from, to } of hours)
    for (const weekday of days)
      await insert(tx, Hours, { owner_kind: kind, owner_id: ownerId, weekday, from_min: from, to_min: to });
  for (const closure of closures)
    await insert(tx, Closure, {
      owner_kind: kind,
      owner_id: ownerId,
      start_local: closure.from,
      end_local: closure.to,
      kind: closure.kind,
      reason: closure.reason,
    });
}

import type { AnyDoc } from '@/contracts/house-book/docs';
import type { HistoryKind, Said } from '@/contracts/house-book/kinds';
import type { ChangeSet } from '../../changes/change-set';

interface HistoryLine {
  readonly kind: HistoryKind;
  readonly id: number;
  readonly name: string;
  readonly did: string;
  readonly before: AnyDoc | Said | null;
  readonly after: AnyDoc | Said | null;
}

/** Keeps what a thing was and became, with the change it was changed by. */
export const writeThingHistory = (
  { tx, id: changeSet }: Pick<ChangeSet, 'tx' | 'id'>,
  row: HistoryLine,
): Promise<void> =>
  tx.run(
    `INSERT INTO house_history (change_set_id, kind, thing_id, name, did, before, after) VALUES ($changeSet, $kind, $id, $name, $did, $before, $after)`,
    {
      changeSet,
      ...row,
      before: row.before && JSON.stringify(row.before),
      after: row.after && JSON.stringify(row.after),
    },
  );

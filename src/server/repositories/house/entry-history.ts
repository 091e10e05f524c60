import type { AnyDoc } from '@/contracts/administration/docs';
import type { HistoryKind, Said } from '@/contracts/administration/kinds';
import type { DoneFacts } from '@/contracts/history/done-facts';
import type { ChangeSet } from '../changes/change-set';
import { EntryHistoryRow } from '../../db/tables/records';
import { writeJson } from '../../db/tables/column';

interface HistoryLine {
  readonly kind: HistoryKind;
  readonly id: number;
  readonly name: string;
  /** As it was done, in the English of the code; or as facts. */
  readonly did?: string;
  readonly facts?: DoneFacts;
  readonly before: AnyDoc | Said | null;
  readonly after: AnyDoc | Said | null;
}

/** Keeps what a thing was and became, with the change it was changed by. */
export const writeEntryHistory = (
  { tx, id: changeSet }: Pick<ChangeSet, 'tx' | 'id'>,
  row: HistoryLine,
): Promise<void> =>
  tx.table(EntryHistoryRow).insertAll([
    {
      change_set_id: changeSet,
      kind: row.kind,
      thing_id: row.id,
      name: row.name,
      did: row.did ?? '',
      facts: row.facts ? writeJson(row.facts) : null,
      before: row.before && writeJson<unknown>(row.before),
      after: row.after && writeJson<unknown>(row.after),
    },
  ]);

import type { DoneFacts } from '@/contracts/history/done-facts';
import type { EntryKind } from '@/contracts/administration/kinds';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import type { Reader } from '../../../db/connection';
import { repositoryOf } from './repositories/index';
import { writeEntryHistory } from '../../../repositories/house/entry-history';
import { countVersionUp } from './entry-repository';

const load = async (reader: Reader, kind: EntryKind, id: number) => repositoryOf(kind).load(reader, id);

/**
 * Does something to a thing that is not its form, and keeps what that made of it: a form that is open meanwhile is out of
 * date then. Nothing is kept where nothing of it changed.
 */
export async function inEntryHistory<Value>(
  change: ChangeSet,
  kind: EntryKind,
  id: number,
  did: string,
  work: () => Promise<Value>,
): Promise<Value> {
  const { tx } = change;
  const before = await load(tx, kind, id);
  const value = await work();
  const after = await load(tx, kind, id);
  if (after && JSON.stringify(before) !== JSON.stringify(after)) {
    const { table, nameOf } = repositoryOf(kind);
    await countVersionUp(tx, table, id);
    await writeEntryHistory(change, { kind, id, name: nameOf(after), did, before, after });
  }
  return value;
}

/** Keeps that something was done around a thing that is not of its form. */
export async function noteInHistory(
  change: ChangeSet,
  kind: EntryKind,
  id: number,
  what: { readonly did: string } | { readonly facts: DoneFacts },
): Promise<void> {
  const { nameOf } = repositoryOf(kind);
  const doc = await load(change.tx, kind, id);
  await writeEntryHistory(change, {
    kind,
    id,
    name: doc ? nameOf(doc) : '',
    ...what,
    before: null,
    after: null,
  });
}

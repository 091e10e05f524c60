import { t } from '@/contracts/language/translate';
import {
  DOC_SCHEMAS,
  type AnyDoc,
  type SaveEntryInput,
  type EntryDone,
} from '@/contracts/administration/docs';
import { KIND_WORDS, type EntryKind } from '@/contracts/administration/kinds';
import { done, faultsOfIssues, refuse, type Outcome } from '@/contracts/base/refusal';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { followEntry } from './impact';
import { entryWork } from './entry-work';
import { repositoryOf } from './repositories/index';
import { writeEntryHistory } from '../../../repositories/house/entry-history';
import { speakAsOffice } from '../../../repositories/house/house-language';
import { countVersionUp, entryState } from './entry-repository';

export async function rowVersionOf(reader: Reader, kind: EntryKind, id: number): Promise<number | null> {
  return (await entryState(reader, repositoryOf(kind).table, id))?.rowVersion ?? null;
}

/**
 * Makes a thing of the house or says one otherwise, with everything that follows from it, all or nothing. A preview
 * does the same and leaves nothing behind.
 */
export async function saveEntry(
  ctx: SignedInContext,
  kind: EntryKind,
  input: SaveEntryInput,
): Promise<Outcome<EntryDone>> {
  const outcome = await entryWork(ctx, 'save-thing', [kind, input], () => saveHere(ctx, kind, input));
  if (kind === 'site') await speakAsOffice(ctx.db);
  return outcome;
}

const changedSince = (name: string): string => t`“${name}” was changed by someone else since you opened it.`;

async function saveHere(
  ctx: SignedInContext,
  kind: EntryKind,
  { key, id, rowVersion, preview, doc: given }: SaveEntryInput,
): Promise<Outcome<EntryDone>> {
  const repository = repositoryOf(kind);
  const words = KIND_WORDS[kind];
  const parsed = DOC_SCHEMAS[kind].safeParse(given);
  if (!parsed.success) return refuse({ code: 'bad-input', fields: faultsOfIssues(parsed.error.issues) });
  const doc: AnyDoc = parsed.data;
  if (id === null && words.isSingle) return refuse({ code: 'not-found', what: t`second ${words.one}` });
  const name = repository.nameOf(doc);
  const facts = { did: id === null ? 'thing-made' : 'thing-changed', kind } as const;
  const order = {
    action: facts.did,
    command: `save ${kind}`,
    reason: name,
    idempotencyKey: key,
    isPreview: preview,
  };
  return runChangeSet<EntryDone>(ctx, order, async (change) => {
    const { tx } = change;
    const before = id === null ? null : await repository.load(tx, id);
    if (id !== null && !before) return refuse({ code: 'not-found', what: t`such ${words.one}` });
    if (id !== null && (await rowVersionOf(tx, kind, id)) !== rowVersion)
      return refuse({ code: 'stale', since: changedSince(name) });
    const faults = await repository.faults(tx, id, doc);
    if (faults.length) return refuse({ code: 'bad-input', fields: faults });
    const stored = await repository.store(change, id, doc, before);
    if (!stored.ok) return stored;
    const row = stored.value;
    await countVersionUp(tx, repository.table, row);
    const after = await repository.load(tx, row);
    await writeEntryHistory(change, { kind, id: row, name, facts, before, after });
    const impact = await followEntry(ctx, change, (await repository.touches?.(tx, row, before, after)) ?? {});
    return done({ id: row, name, summary: `${change.tell(facts)}: “${name}”`, impact });
  });
}

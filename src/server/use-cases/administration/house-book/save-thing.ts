import { say } from '@/contracts/language/say';
import { DOC_SCHEMAS, type AnyDoc, type SaveThingInput, type ThingDone } from '@/contracts/house-book/docs';
import { KIND_WORDS, type HouseKind } from '@/contracts/house-book/kinds';
import { done, faultsOfIssues, refuse, type Outcome } from '@/contracts/refusal';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { followHouse } from './hits';
import { houseWork } from './house-work';
import { keeperOf } from './keepers/index';
import { writeThingHistory } from '../../../repositories/house/thing-history';
import { speakAsHouse } from '../../../repositories/house/house-language';
import { countVersionUp, entryState } from './keeper';

export async function rowVersionOf(reader: Reader, kind: HouseKind, id: number): Promise<number | null> {
  return (await entryState(reader, keeperOf(kind).table, id))?.rowVersion ?? null;
}

/**
 * Makes a thing of the house or says one otherwise, with everything that follows from it, all or nothing. A preview
 * does the same and leaves nothing behind.
 */
export async function saveThing(
  ctx: SignedInContext,
  kind: HouseKind,
  input: SaveThingInput,
): Promise<Outcome<ThingDone>> {
  const outcome = await houseWork(ctx, 'save-thing', [kind, input], () => saveHere(ctx, kind, input));
  if (kind === 'site') await speakAsHouse(ctx.db);
  return outcome;
}

const changedSince = (name: string): string =>
  say`“${name}” was changed by somebody else since you opened it.`;

async function saveHere(
  ctx: SignedInContext,
  kind: HouseKind,
  { key, id, rowVersion, preview, doc: given }: SaveThingInput,
): Promise<Outcome<ThingDone>> {
  const keeper = keeperOf(kind);
  const words = KIND_WORDS[kind];
  const parsed = DOC_SCHEMAS[kind].safeParse(given);
  if (!parsed.success) return refuse({ code: 'bad-input', fields: faultsOfIssues(parsed.error.issues) });
  const doc = parsed.data as AnyDoc;
  if (id === null && words.isSingle) return refuse({ code: 'not-found', what: say`second ${words.one}` });
  const name = keeper.nameOf(doc);
  const facts = { did: id === null ? 'thing-made' : 'thing-changed', kind } as const;
  const order = {
    action: facts.did,
    deed: `save ${kind}`,
    reason: name,
    idempotencyKey: key,
    isPreview: preview,
  };
  return runChangeSet<ThingDone>(ctx, order, async (change) => {
    const { tx } = change;
    const before = id === null ? null : await keeper.load(tx, id);
    if (id !== null && !before) return refuse({ code: 'not-found', what: say`such ${words.one}` });
    if (id !== null && (await rowVersionOf(tx, kind, id)) !== rowVersion)
      return refuse({ code: 'stale', since: changedSince(name) });
    const faults = await keeper.faults(tx, id, doc);
    if (faults.length) return refuse({ code: 'bad-input', fields: faults });
    const stored = await keeper.store(change, id, doc, before);
    if (!stored.ok) return stored;
    const row = stored.value;
    await countVersionUp(tx, keeper.table, row);
    const after = await keeper.load(tx, row);
    await writeThingHistory(change, { kind, id: row, name, facts, before, after });
    const hits = await followHouse(ctx, change, (await keeper.touches?.(tx, row, before, after)) ?? {});
    return done({ id: row, name, summary: `${change.tell(facts)}: “${name}”`, hits });
  });
}

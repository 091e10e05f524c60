import { t } from '@/contracts/language/translate';
import { ForeignKeyConstraintError } from 'sequelize';
import type { EntryCommandInput, EntryDone } from '@/contracts/administration/docs';
import { aOne, KIND_WORDS, type EntryKind } from '@/contracts/administration/kinds';
import { done, refuse, type Outcome, type Refusal } from '@/contracts/base/refusal';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import { followEntry } from './impact';
import { entryWork } from './entry-work';
import { entryState, todayOf } from './entry-repository';
import { repositoryOf } from './repositories/index';
import { writeEntryHistory } from '../../../repositories/house/entry-history';
import { Session } from '../../../db/tables/people';

const inTheWay = (sentences: readonly string[]): Refusal => ({
  code: 'in-use',
  sentences,
});

/** Changes places with the next in the order of the house. */
async function move(change: ChangeSet, kind: EntryKind, id: number, by: 1 | -1): Promise<void> {
  const rows = change.tx.table(repositoryOf(kind).table);
  const own = await rows.first({ id });
  const among = kind === 'space' && own ? { building_id: own.building_id ?? null } : {};
  const ids = (await rows.all(among, { by: ['position', 'id'] })).map((row) => Number(row.id));
  const from = ids.indexOf(id);
  const to = from + by;
  const other = ids[to];
  if (other === undefined) return;
  [ids[from], ids[to]] = [other, id];
  await rows.updateEach(ids.map((each, position) => ({ id: each, part: { position } })));
}

/** Removes what was never used. What something names is taken out of use instead. */
async function remove(change: ChangeSet, kind: EntryKind, id: number): Promise<Refusal | null> {
  const repository = repositoryOf(kind);
  const used = (await repository.usedBy?.(change.tx, id, change.at)) ?? [];
  const advice = repository.retires
    ? [t`Take it out of use instead: then nobody can choose it any more.`]
    : [];
  if (used.length) return inTheWay([...used, ...advice]);
  try {
    await repository.remove(change.tx, id);
    return null;
  } catch (error) {
    if (!(error instanceof ForeignKeyConstraintError)) throw error;
    return inTheWay([t`Another entry names it.`, ...advice]);
  }
}

/** Takes a thing out of use, back into it, away, or to another place in the order. A preview leaves nothing behind. */
export const doWithEntry = (
  ctx: SignedInContext,
  kind: EntryKind,
  id: number,
  input: EntryCommandInput,
): Promise<Outcome<EntryDone>> =>
  entryWork(ctx, 'do-with-thing', [kind, id, input], () => doHere(ctx, kind, id, input));

const isPossible = (kind: EntryKind, command: EntryCommandInput['command']): boolean => {
  const words = KIND_WORDS[kind];
  if (command === 'retire' || command === 'bring-back') return repositoryOf(kind).retires;
  return command === 'remove' ? !words.isSingle : words.isOrdered === true;
};

/** Takes a thing out of use or brings it back; gives what goes on naming it. */
async function retire(
  change: ChangeSet,
  kind: EntryKind,
  id: number,
  name: string,
  isOut: boolean,
): Promise<Outcome<string[]>> {
  const { tx } = change;
  const repository = repositoryOf(kind);
  const state = await entryState(tx, repository.table, id);
  if (state?.isRetired === isOut)
    return refuse({
      code: 'stale',
      since: t`“${name}” is ${isOut ? t`out of use` : t`in use`} already.`,
    });
  const held = isOut ? ((await repository.holdsBack?.(tx, id, change.at)) ?? []) : [];
  if (held.length) return refuse(inTheWay(held));
  const impact = isOut ? ((await repository.usedBy?.(tx, id, change.at)) ?? []) : [];
  const today = await todayOf(change);
  await tx
    .table(repository.table)
    .update({ id }, { retired_at: isOut ? today : null, row_version: 1 + (state?.rowVersion ?? 0) });
  if (kind === 'person') await tx.table(Session).remove({ person_id: id });
  return done(impact);
}

async function doHere(
  ctx: SignedInContext,
  kind: EntryKind,
  id: number,
  { key, command, preview }: EntryCommandInput,
): Promise<Outcome<EntryDone>> {
  const repository = repositoryOf(kind);
  if (!isPossible(kind, command)) return refuse({ code: 'not-found', what: t`such way with ${aOne(kind)}` });
  const facts = { did: 'thing', command, kind } as const;
  const known = await repository.load(ctx.db, id);
  const name = known ? repository.nameOf(known) : '';
  const order = {
    action: facts.did,
    command: `${command} ${kind}`,
    reason: name,
    idempotencyKey: key,
    isPreview: preview,
  };
  return runChangeSet<EntryDone>(ctx, order, async (change) => {
    const { tx } = change;
    const before = await repository.load(tx, id);
    if (!before) return refuse({ code: 'not-found', what: t`such ${KIND_WORDS[kind].one}` });
    const touched = (await repository.touches?.(tx, id, before, null)) ?? {};
    let impact: string[] = [];
    if (command === 'up' || command === 'down') await move(change, kind, id, command === 'up' ? -1 : 1);
    else if (command === 'remove') {
      const refusal = await remove(change, kind, id);
      if (refusal) return refuse(refusal);
      impact = await followEntry(ctx, change, touched);
    } else {
      const retired = await retire(change, kind, id, name, command === 'retire');
      if (!retired.ok) return retired;
      impact = retired.value;
    }
    const after = await repository.load(tx, id);
    await writeEntryHistory(change, { kind, id, name, facts, before, after });
    return done({ id, name, summary: `${change.tell(facts)}: “${name}”`, impact });
  });
}

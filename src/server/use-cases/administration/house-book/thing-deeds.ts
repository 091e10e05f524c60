import { say } from '@/contracts/language/say';
import { ForeignKeyConstraintError } from 'sequelize';
import type { ThingDeedInput, ThingDone } from '@/contracts/house-book/docs';
import { aOne, KIND_WORDS, type HouseKind } from '@/contracts/house-book/kinds';
import { done, refuse, type Outcome, type Refusal } from '@/contracts/refusal';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import { followHouse } from './hits';
import { houseWork } from './house-work';
import { entryState, todayOf } from './keeper';
import { keeperOf } from './keepers/index';
import { writeThingHistory } from '../../../repositories/house/thing-history';
import { Session } from '../../../db/tables/people';

const inTheWay = (sentences: readonly string[]): Refusal => ({
  code: 'in-use',
  sentences,
});

/** Changes places with the next in the order of the house. */
async function move(change: ChangeSet, kind: HouseKind, id: number, by: 1 | -1): Promise<void> {
  const rows = change.tx.table(keeperOf(kind).table);
  const own = await rows.first({ id });
  const among = kind === 'space' && own ? { building_id: own.building_id ?? null } : {};
  const ids = (await rows.all(among, { by: ['position', 'id'] })).map((row) => Number(row.id));
  const from = ids.indexOf(id);
  const to = from + by;
  const other = ids[to];
  if (other === undefined) return;
  [ids[from], ids[to]] = [other, id];
  for (const [position, each] of ids.entries()) await rows.update({ id: each }, { position });
}

/** Removes what was never used. What something names is taken out of use instead. */
async function remove(change: ChangeSet, kind: HouseKind, id: number): Promise<Refusal | null> {
  const keeper = keeperOf(kind);
  const used = (await keeper.usedBy?.(change.tx, id, change.at)) ?? [];
  const advice = keeper.retires ? [say`Take it out of use instead: then nobody can choose it any more.`] : [];
  if (used.length) return inTheWay([...used, ...advice]);
  try {
    await keeper.remove(change.tx, id);
    return null;
  } catch (error) {
    if (!(error instanceof ForeignKeyConstraintError)) throw error;
    return inTheWay([say`Something that is kept names it.`, ...advice]);
  }
}

/** Takes a thing out of use, back into it, away, or to another place in the order. A preview leaves nothing behind. */
export const doWithThing = (
  ctx: SignedInContext,
  kind: HouseKind,
  id: number,
  input: ThingDeedInput,
): Promise<Outcome<ThingDone>> =>
  houseWork(ctx, 'do-with-thing', [kind, id, input], () => doHere(ctx, kind, id, input));

const isPossible = (kind: HouseKind, deed: ThingDeedInput['deed']): boolean => {
  const words = KIND_WORDS[kind];
  if (deed === 'retire' || deed === 'bring-back') return keeperOf(kind).retires;
  return deed === 'remove' ? !words.isSingle : words.isOrdered === true;
};

/** Takes a thing out of use or brings it back; gives what goes on naming it. */
async function retire(
  change: ChangeSet,
  kind: HouseKind,
  id: number,
  name: string,
  isOut: boolean,
): Promise<Outcome<string[]>> {
  const { tx } = change;
  const keeper = keeperOf(kind);
  const state = await entryState(tx, keeper.table, id);
  if (state?.isRetired === isOut)
    return refuse({
      code: 'stale',
      since: say`“${name}” is ${isOut ? say`out of use` : say`in use`} already.`,
    });
  const held = isOut ? ((await keeper.holdsBack?.(tx, id, change.at)) ?? []) : [];
  if (held.length) return refuse(inTheWay(held));
  const hits = isOut ? ((await keeper.usedBy?.(tx, id, change.at)) ?? []) : [];
  const today = await todayOf(change);
  await tx
    .table(keeper.table)
    .update({ id }, { retired_at: isOut ? today : null, row_version: 1 + (state?.rowVersion ?? 0) });
  if (kind === 'person') await tx.table(Session).remove({ person_id: id });
  return done(hits);
}

async function doHere(
  ctx: SignedInContext,
  kind: HouseKind,
  id: number,
  { key, deed, preview }: ThingDeedInput,
): Promise<Outcome<ThingDone>> {
  const keeper = keeperOf(kind);
  if (!isPossible(kind, deed)) return refuse({ code: 'not-found', what: say`such way with ${aOne(kind)}` });
  const facts = { did: 'thing', deed, kind } as const;
  const known = await keeper.load(ctx.db, id);
  const name = known ? keeper.nameOf(known) : '';
  const order = {
    action: facts.did,
    deed: `${deed} ${kind}`,
    reason: name,
    idempotencyKey: key,
    isPreview: preview,
  };
  return runChangeSet<ThingDone>(ctx, order, async (change) => {
    const { tx } = change;
    const before = await keeper.load(tx, id);
    if (!before) return refuse({ code: 'not-found', what: say`such ${KIND_WORDS[kind].one}` });
    const touched = (await keeper.touches?.(tx, id, before, null)) ?? {};
    let hits: string[] = [];
    if (deed === 'up' || deed === 'down') await move(change, kind, id, deed === 'up' ? -1 : 1);
    else if (deed === 'remove') {
      const refusal = await remove(change, kind, id);
      if (refusal) return refuse(refusal);
      hits = await followHouse(ctx, change, touched);
    } else {
      const retired = await retire(change, kind, id, name, deed === 'retire');
      if (!retired.ok) return retired;
      hits = retired.value;
    }
    const after = await keeper.load(tx, id);
    await writeThingHistory(change, { kind, id, name, facts, before, after });
    return done({ id, name, summary: `${change.tell(facts)}: “${name}”`, hits });
  });
}

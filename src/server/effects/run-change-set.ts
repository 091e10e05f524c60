import type { EpochMinute } from '@/core/time/epoch-minute';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { Context } from '../context/context';
import { keep, type Writer, type WriteResult } from '../db/connection';
import { ChangeSet } from '../repositories/changes/change-set';
import { EFFECTS_OF_COMMANDS } from './follow';
import { releaseLapsedHolds } from './lapsed-holds';
import { CHANGE_BY_KEY, ANY_LAPSED } from './effects.queries';
import { ChangeSetRow } from '../db/tables/records';
import { writeJson, readJson } from '../db/tables/column';

export interface ChangeOrder {
  /** Verb in the past, as it reads in a history: `approved`; the code of its facts where those say it. */
  readonly action: string;
  /** Names it more closely, where one action is of several: a key that is sent again is that of this alone. */
  readonly command?: string;
  readonly reason: string;
  readonly idempotencyKey: string;
  /** The change set this one takes back. */
  readonly undoes?: number;
  /** Only looks what would happen: everything is rolled back, whatever the outcome. */
  readonly isPreview?: boolean;
  /** Fires when whoever sent it stops it: then everything is rolled back. */
  readonly signal?: AbortSignal;
}

const keyOf = ({ command, idempotencyKey }: ChangeOrder): string =>
  command === undefined ? idempotencyKey : `${command} ${idempotencyKey}`;

/** The earlier result when this very submission was carried out before. */
async function replayed<Value>(ctx: Context, tx: Writer, order: ChangeOrder): Promise<Outcome<Value> | null> {
  const [earlier] = await tx.all(CHANGE_BY_KEY, { key: keyOf(order) });
  if (!earlier) return null;
  const sameActor = earlier.actor_id === (ctx.viewer?.personId ?? null);
  const sameCommand = order.command !== undefined || earlier.action === order.action;
  if (!sameActor || !sameCommand) return refuse({ code: 'key-used' });
  // As the same action wrote it.
  return done(readJson(earlier.result) as Value);
}

const rollBack = <Value>(outcome: Outcome<Value>): WriteResult<Outcome<Value>> => ({
  keep: false,
  value: outcome,
});

/**
 * Everything that alters claims goes through here: one transaction, lapsed holds released first, history written
 * with it. The same idempotency key again gives the first result again. A refusal rolls everything back.
 */
export async function runChangeSet<Value>(
  ctx: Context,
  order: ChangeOrder,
  work: (change: ChangeSet) => Promise<Outcome<Value>>,
): Promise<Outcome<Value>> {
  await releaseLapsedBefore(ctx);
  return ctx.db.write<Outcome<Value>>(async (tx) => {
    const earlier = order.isPreview ? null : await replayed<Value>(ctx, tx, order);
    if (earlier) return rollBack(earlier);
    const at = ctx.clock.now();
    await releaseLapsedHolds(tx, at);
    const change = await openChangeSet(ctx, tx, order, at);
    const outcome = await work(change);
    if (!outcome.ok || order.isPreview) return rollBack(outcome);
    if (order.signal?.aborted) return rollBack(refuse({ code: 'stopped' }));
    await change.finish();
    await tx.table(ChangeSetRow).update(
      { id: change.id },
      {
        result: writeJson<unknown>(outcome.value),
        request_id: [...change.requestIds][0] ?? null,
        facts: change.told && writeJson(change.told),
      },
    );
    return { keep: true, value: outcome };
  });
}

/** In a change of their own, which stays even where this one is refused; repeated inside for what lapses in between. */
async function releaseLapsedBefore({ db, clock }: Context): Promise<void> {
  const now = clock.now();
  const [lapsed] = await db.all(ANY_LAPSED, { now });
  if (lapsed) await db.write(async (tx) => keep(await releaseLapsedHolds(tx, now)));
}

async function openChangeSet(
  ctx: Pick<Context, 'viewer'>,
  tx: Writer,
  order: ChangeOrder,
  at: EpochMinute,
): Promise<ChangeSet> {
  const actorId = ctx.viewer?.personId ?? null;
  const id = await tx.table(ChangeSetRow).insert({
    actor_id: actorId,
    at_min: at,
    action: order.action,
    reason: order.reason,
    idempotency_key: order.isPreview ? `preview:${keyOf(order)}` : keyOf(order),
    undoes_id: order.undoes ?? null,
  });
  const origin = { reason: order.reason, undoes: order.undoes ?? null };
  return new ChangeSet(tx, id, actorId, at, EFFECTS_OF_COMMANDS, origin);
}

import { t, untranslated } from '@/contracts/language/translate';
import type { MarkReply, NoteOrderInput } from '@/contracts/work-orders/mark-order';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { ownBind, ownOrder } from './own-orders';
import { OrderNote } from '../../db/tables/work-orders';
import { OWN_LOOSE_FILE } from './set-up.queries';
import { File } from '../../db/tables/requests';
import { OWN_PROBLEM } from './order.queries';

/** Somebody says something about an order, with a picture if they like. A problem stands on the desk until it is solved. */
export async function noteOrder(
  ctx: SignedInContext,
  id: number,
  input: NoteOrderInput,
): Promise<Outcome<MarkReply>> {
  const action =
    input.kind === 'problem'
      ? untranslated('reported a problem')
      : untranslated('added a note to a work order');
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const order = await ownOrder(ctx, change, id);
    if (!order.ok) return order;
    const [file] = input.file
      ? await change.tx.all(OWN_LOOSE_FILE, { key: input.file, me: ctx.viewer.personId })
      : [];
    if (input.file && !file) return refuse({ code: 'not-found', what: t`such picture` });
    // From now on it is read by all who may read the request.
    if (file) await change.tx.table(File).update({ id: file.id }, { request_id: order.value.request_id });
    const noteId = await change.nextId(OrderNote);
    await change.insert(OrderNote, [
      {
        id: noteId,
        order_id: id,
        person_id: ctx.viewer.personId,
        at_min: change.at,
        kind: input.kind,
        text: input.text,
        file_id: file?.id ?? null,
      },
    ]);
    return done({ changed: 1, summary: t(action) });
  });
}

/** Says that a problem is one no longer; saying it twice does nothing more. */
export async function solveProblem(
  ctx: SignedInContext,
  id: number,
  key: string,
): Promise<Outcome<MarkReply>> {
  const action = untranslated('solved a problem');
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: key }, async (change) => {
    const problem = await change.tx.first(OWN_PROBLEM, { id, ...ownBind(ctx) });
    if (!problem) return refuse({ code: 'not-found', what: t`such problem` });
    if (!problem.own) return refuse({ code: 'not-allowed', what: t`This is the work of another team.` });
    change.requestIds.add(problem.request_id);
    if (problem.solved_min === null)
      await change.update(OrderNote, [id], () => ({
        solved_min: change.at,
        solved_by_id: ctx.viewer.personId,
      }));
    return done({ changed: 1, summary: t(action) });
  });
}

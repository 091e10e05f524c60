import { t, untranslated } from '@/contracts/language/translate';
import type { PersonId } from '@/core/ids';
import type { Handler, HandlerInput } from '@/contracts/decisions/desk';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { loadRequest } from '../../repositories/requests/request-rows';
import { Request } from '../../db/tables/requests';
import { Person } from '../../db/tables/people';

/** Takes a request on, so that two of the office do not work at the same one; or gives it back. */
export async function takeOn(
  ctx: SignedInContext,
  reference: string,
  { key, handler }: HandlerInput,
): Promise<Outcome<{ readonly handler: Handler | null; readonly summary: string }>> {
  const request = await loadRequest(ctx.db, reference);
  if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
  const isMine = handler === 'me';
  const order = {
    action: isMine ? untranslated('took it on') : untranslated('gave it back for anybody'),
    reason: '',
    idempotencyKey: key,
  };
  return runChangeSet(ctx, order, async (change) => {
    const me = ctx.viewer.personId;
    const to: PersonId | null = isMine ? me : null;
    await change.update(Request, [request.id], () => ({ handler_id: to }));
    change.requestIds.add(request.id);
    const name = (await change.tx.table(Person).first({ id: me }))?.name ?? '';
    return done({ handler: isMine ? { id: me, name } : null, summary: t(order.action) });
  });
}

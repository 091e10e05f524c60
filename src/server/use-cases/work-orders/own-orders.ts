import { t } from '@/contracts/language/translate';
import { refuse, type Outcome } from '@/contracts/base/refusal';
import type { SignedInContext } from '../../context/context';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { RowOfShape } from '../../db/statement';
import { asFlag } from '../../db/tables/column';
import { OWN_ORDER } from './order.queries';

export const ownBind = ({ viewer }: SignedInContext) => ({
  all: asFlag(viewer.roles.includes('manager')),
  person: viewer.personId,
});

export type OwnOrder = RowOfShape<typeof OWN_ORDER.row>;

/** An order the viewer may act on, inside a change; it is told in the history of its request. */
export async function ownOrder(
  ctx: SignedInContext,
  change: ChangeSet,
  id: number,
): Promise<{ readonly ok: true; readonly value: OwnOrder } | Extract<Outcome<never>, { ok: false }>> {
  const order = await change.tx.first(OWN_ORDER, { id, ...ownBind(ctx) });
  if (!order) return refuse({ code: 'not-found', what: t`such work order` });
  if (!order.own) return refuse({ code: 'not-allowed', what: t`This is the work of another team.` });
  change.requestIds.add(order.request_id);
  return { ok: true, value: order };
}

import { say } from '@/contracts/language/say';
import { refuse, type Outcome } from '@/contracts/refusal';
import type { SignedInContext } from '../../context/context';
import type { ChangeSet } from '../../repositories/changes/change-set';
import type { RequestId } from '@/core/ids';

/**
 * Whether order `w` is the viewer's to do: a crew member works for the teams they are in, somebody of no team, and the
 * office, for all. One statement for lists and for every action.
 */
export const IS_OWN = `($all OR w.team_id IN (SELECT m.team_id FROM team_member m WHERE m.person_id = $person)
  OR NOT EXISTS (SELECT 1 FROM team_member m WHERE m.person_id = $person))`;

export const ownBind = ({ viewer }: SignedInContext) => ({
  all: viewer.roles.includes('manager') ? 1 : 0,
  person: viewer.personId,
});

export interface OwnOrder {
  readonly id: number;
  readonly state: 'open' | 'done' | 'withdrawn';
  readonly row_version: number;
  readonly version: number;
  readonly seen_version: number;
  readonly ticks: string;
  readonly covered_by: string | null;
  readonly issued_min: number | null;
  readonly request_id: RequestId;
  readonly done_by: string | null;
  readonly content: string;
}

const ORDER = `SELECT w.id, w.state, w.row_version, w.version, w.seen_version, w.ticks, w.covered_by, w.issued_min, o.request_id, p.name AS done_by, v.content, ${IS_OWN} AS own
  FROM work_order w JOIN occurrence o ON o.id = w.occurrence_id JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
  LEFT JOIN person p ON p.id = w.done_by_id WHERE w.id = $id`;

/** An order the viewer may act on, inside a change; it is told in the history of its request. */
export async function ownOrder(
  ctx: SignedInContext,
  change: ChangeSet,
  id: number,
): Promise<{ readonly ok: true; readonly value: OwnOrder } | Extract<Outcome<never>, { ok: false }>> {
  const [order] = await change.tx.rows<OwnOrder & { own: number }>(ORDER, { id, ...ownBind(ctx) });
  if (!order) return refuse({ code: 'not-found', what: say`such order` });
  if (!order.own) return refuse({ code: 'not-allowed', what: say`This is the work of another team.` });
  change.requestIds.add(order.request_id);
  return { ok: true, value: order };
}

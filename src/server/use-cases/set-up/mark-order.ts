import type { RequestId } from '@/core/ids';
import type { MarkOrderInput, MarkReply } from '@/contracts/mark-order';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import type { Row } from '../../changes/tracked-tables';
import { runChangeSet } from '../../changes/run-change-set';
import type { SignedInContext } from '../../context';
import type { Reader } from '../../db/connection';

interface OrderRow {
  readonly state: string;
  readonly row_version: number;
  readonly team_id: number;
  readonly request_id: RequestId;
  readonly done_by: string | null;
}

const ORDER = `SELECT w.state, w.row_version, w.team_id, o.request_id, p.name AS done_by FROM work_order w
  JOIN occurrence o ON o.id = w.occurrence_id LEFT JOIN person p ON p.id = w.done_by_id WHERE w.id = $id`;

/** A crew member of teams marks the work of those; somebody of no team, and the office, any. */
async function mayMark(reader: Reader, { viewer }: SignedInContext, teamId: number): Promise<boolean> {
  if (viewer.roles.includes('manager')) return true;
  const teams = await reader.rows<{ team_id: number }>(
    'SELECT team_id FROM team_member WHERE person_id = $person',
    { person: viewer.personId },
  );
  return teams.length === 0 || teams.some(({ team_id }) => team_id === teamId);
}

function stateSince(order: OrderRow): string {
  if (order.state === 'withdrawn') return 'The order was withdrawn: the date was given up.';
  return order.state === 'done'
    ? `${order.done_by ?? 'Somebody'} marked it done.`
    : 'The order has a new version.';
}

/** Marks an order done, or open again after a slip of the thumb. */
export async function markOrder(
  ctx: SignedInContext,
  id: number,
  input: MarkOrderInput,
): Promise<Outcome<MarkReply>> {
  const action = input.state === 'done' ? 'marked setup work done' : 'opened setup work again';
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const [order] = await change.tx.rows<OrderRow>(ORDER, { id });
    if (!order) return refuse({ code: 'not-found', what: 'such order' });
    if (!(await mayMark(change.tx, ctx, order.team_id)))
      return refuse({ code: 'not-allowed', what: 'This is the work of another team.' });
    if (order.row_version !== input.version || order.state === 'withdrawn')
      return refuse({ code: 'stale', since: stateSince(order) });
    change.requestIds.add(order.request_id);
    const isDone = input.state === 'done';
    const patch: Row = {
      state: input.state,
      done_at_min: isDone ? change.at : null,
      done_by_id: isDone ? ctx.viewer.personId : null,
    };
    await change.updateVersioned('work_order', [id], patch);
    return done({ changed: 1, summary: action });
  });
}

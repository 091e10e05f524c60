import { t, untranslated } from '@/contracts/language/translate';
import type { MarkReply } from '@/contracts/work-orders/mark-order';
import type { HandOrderInput } from '@/contracts/work-orders/templates';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import { ANY_DATE } from '@/core/work-orders/template';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { loadRequest } from '../../repositories/requests/request-rows';
import { templateRow } from '../../repositories/work-orders/template-row';
import { teamFaults } from './team-people';
import { WorkOrder, OrderTemplate } from '../../db/tables/work-orders';
import { COMING_DATES_OF_REQUEST } from './set-up.queries';

/**
 * An order in somebody's own words, for one date or for all dates of a request. It is kept as a template of that request
 * alone: so it follows its dates, is issued in time, revised and withdrawn like every other.
 */
export async function makeHandOrder(
  ctx: SignedInContext,
  reference: string,
  input: HandOrderInput,
): Promise<Outcome<MarkReply>> {
  const order = {
    action: untranslated('made a work order by hand'),
    reason: input.title,
    idempotencyKey: input.key,
  };
  return runChangeSet<MarkReply>(ctx, order, async (change) => {
    const request = await loadRequest(change.tx, reference);
    if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
    const faults = await teamFaults(change.tx, input);
    if (faults.length) return refuse({ code: 'bad-input', fields: faults });
    const dates = await change.tx.all(COMING_DATES_OF_REQUEST, { request: request.id, now: change.at });
    const picked = input.occurrenceId === null ? dates : dates.filter(({ id }) => id === input.occurrenceId);
    if (!picked.length)
      return refuse({ code: 'stale', since: t`There is no approved date to come that it could be for.` });
    await change.tx.table(OrderTemplate).insertLoose({
      ...templateRow({ ...input, when: ANY_DATE }),
      request_id: request.id,
      occurrence_id: input.occurrenceId,
    });
    change.requestIds.add(request.id);
    change.because({ kind: 'work', dates: picked.map(({ id }) => id) });
    await change.follow();
    const made = change.count(WorkOrder, (before, after) => before === null && after?.origin === 'hand');
    return done({ changed: made, summary: t`${countText(made, 'order', 'orders')} made by hand` });
  });
}

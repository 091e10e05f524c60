import type { RequestId } from '@/core/ids';
import type { OrderedDate } from '@/core/work-orders/orders-for';
import type { Reader } from '../../db/connection';
import type { StoredClaim } from '../../repositories/claims/claims';
import { NAMES_IN_ORDERS } from './orders.queries';

/** Claims as dates with all that their orders quote. */
export async function orderedDates(
  reader: Reader,
  claims: readonly StoredClaim[],
): Promise<(claim: StoredClaim) => OrderedDate> {
  const spaces = claims.flatMap(({ content }) => content.spaces.map(({ spaceId }) => spaceId));
  const names = await reader.value(NAMES_IN_ORDERS, {
    requests: [...new Set(claims.map(({ requestId }): RequestId => requestId))],
    spaces: [...new Set(spaces)],
  });
  return ({ occurrenceId, requestId, content }) => ({
    occurrenceId,
    ...names.requests[requestId]!,
    services: (content.services ?? []).map(({ serviceId, answers }) => ({
      serviceId,
      answers: Object.entries(answers).flatMap(([question, answer]) =>
        answer === '' ? [] : [{ question: names.questions[question] ?? question, answer }],
      ),
    })),
    claim: content,
    spaces: content.spaces.map(({ spaceId, layout }) => {
      const { place, building, area, seats } = names.spaces[spaceId]!;
      return { place, building, areaM2: area, seats: seats[layout] ?? 0 };
    }),
    equipment: content.equipment.map(({ typeId }) => names.equipment[typeId]!),
  });
}

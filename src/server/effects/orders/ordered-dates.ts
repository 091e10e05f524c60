import type { RequestId } from '@/core/ids';
import type { Answers } from '@/core/work-orders/numbers';
import type { NumberAnswer, OrderedDate } from '@/core/work-orders/orders-for';
import type { Reader } from '../../db/connection';
import type { StoredClaim } from '../../repositories/claims/claims';
import { NAMES_IN_ORDERS } from './orders.queries';
import { loaded } from '@/core/lists';

/** The numbers a request was answered with; a question nobody answered is left out. */
const numberAnswers = (
  questions: readonly (Omit<NumberAnswer, 'answer'> & { readonly id: number })[],
  answers: Answers,
): NumberAnswer[] =>
  questions.flatMap(({ id, name, question, spaceId, categoryId }) => {
    const answer = answers[id];
    return answer === undefined ? [] : [{ name, question, answer, spaceId, categoryId }];
  });

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
  const requestOf = loaded('request', Object.entries(names.requests));
  const spaceOf = loaded('space', Object.entries(names.spaces));
  const equipmentOf = loaded('equipment', Object.entries(names.equipment));
  // What a service was answered stands on its orders as it is; these are of the request as a whole.
  const askedOfRequest = names.numbers.filter(({ owner, isForCrews }) => owner !== 'service' && isForCrews);
  return ({ occurrenceId, requestId, content }) => {
    const { answers, ...request } = requestOf(String(requestId));
    return {
      occurrenceId,
      ...request,
      numbers: { questions: names.numbers, answers },
      numberAnswers: numberAnswers(askedOfRequest, answers),
      services: (content.services ?? []).map(({ serviceId, answers: ofService }) => ({
        serviceId,
        answers: Object.entries(ofService).flatMap(([question, answer]) =>
          answer === '' ? [] : [{ question: names.questions[question] ?? question, answer }],
        ),
      })),
      claim: content,
      spaces: content.spaces.map(({ spaceId, layout }) => {
        const { place, building, area, seats } = spaceOf(String(spaceId));
        return { place, building, areaM2: area, seats: seats[layout] ?? 0 };
      }),
      equipment: content.equipment.map(({ typeId }) => equipmentOf(String(typeId))),
    };
  };
}

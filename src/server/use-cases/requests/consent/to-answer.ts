import type { ConsentRequest } from '@/contracts/requests/consent';
import { setText } from '@/contracts/words/layouts';
import { spanText } from '@/contracts/words/when';
import type { SignedInContext } from '../../../context/context';
import { CONSENTS_TO_ANSWER } from './consent.queries';

/** What is wanted in the places somebody looks after, by request, soonest first. */
export async function consentsToAnswer({ db, viewer, clock }: SignedInContext): Promise<ConsentRequest[]> {
  const rows = await db.all(CONSENTS_TO_ANSWER, { me: viewer.personId, now: clock.now() });
  const requests = new Map<string, ConsentRequest & { readonly dates: ConsentRequest['dates'][number][] }>();
  for (const row of rows) {
    const { reference, title, host, requester, notes } = row;
    const request = requests.get(reference) ?? { reference, title, host, requester, notes, dates: [] };
    requests.set(reference, request);
    const last = request.dates[request.dates.length - 1];
    if (last?.claim === row.claim) request.dates.pop();
    request.dates.push({
      claim: row.claim,
      when: spanText(row.startLocal, row.endLocal),
      places: last?.claim === row.claim ? `${last.places} + ${row.place}` : row.place,
      layout: last?.claim === row.claim ? last.layout : row.layout && setText(row.layout),
      people: row.people,
      answer: row.answer,
      reason: row.reason ?? '',
    });
  }
  return [...requests.values()];
}

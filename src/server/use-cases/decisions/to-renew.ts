import { addDays, dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { RenewLine } from '@/contracts/decisions/desk';
import { dayShort } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { loadDates, loadRequestsById } from '../../repositories/requests/request-rows';
import { whenTextOf } from '../requests/view/request-view';
import { SERIES_TO_RENEW } from './decide.queries';
import { loaded } from '@/core/lists';

/** A series is asked about so long before its approved dates end. */
const AHEAD_DAYS = 42;

/** Series whose approved dates come to an end soon: the requester may want to go on. */
export async function toRenew({ db, clock }: Context): Promise<RenewLine[]> {
  const tzid = await siteZone(db);
  const day = dateOf(toLocal(clock.now(), tzid));
  const rows = await db.value(SERIES_TO_RENEW, { from: day, to: `${addDays(day, AHEAD_DAYS)}T24:00` });
  const ids = rows.map(({ id }) => id);
  const [requests, dates] = [await loadRequestsById(db, ids), await loadDates(db, ids)];
  const requestOf = loaded(
    'request',
    requests.map((each) => [each.id, each] as const),
  );
  return rows.map(({ id, endless, last }) => {
    const request = requestOf(id);
    return {
      reference: request.ref,
      title: request.title,
      whenText: whenTextOf(
        request,
        dates.filter(({ requestId }) => requestId === id),
      ),
      lastText: dayShort(dateOf(last)),
      isEndless: endless === 1,
    };
  });
}

import type { RequestId } from '@/core/ids';
import { addDays, dateOf, type LocalDateTime } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { RenewLine } from '@/contracts/desk';
import { dayShort } from '@/contracts/words/when';
import type { Context } from '../../context';
import { siteZone } from '../../db/space-facts';
import { loadDates, loadRequestsById } from '../request-rows';
import { whenTextOf } from '../request-view';

/** A series is asked about so long before its approved dates end. */
const AHEAD_DAYS = 42;

interface RenewRow {
  readonly id: RequestId;
  readonly endless: 0 | 1;
  readonly last: LocalDateTime;
}

// The last approved date of the latest segment; a series of which dates wait is on the desk already.
const RENEW = `
WITH series AS (SELECT g.*, (SELECT MAX(c.start_local) FROM occurrence o JOIN claim c ON c.id = o.standing_id WHERE o.segment_id = g.id AND o.state = 'approved') AS last,
  (SELECT COUNT(*) FROM occurrence o WHERE o.segment_id = g.id) AS dates
  FROM segment g WHERE g.rrule IS NOT NULL AND NOT EXISTS (SELECT 1 FROM segment h WHERE h.request_id = g.request_id AND h.no > g.no))
SELECT json_group_array(json_object('id', s.request_id, 'endless', s.endless, 'last', s.last) ORDER BY s.last) AS json
FROM series s WHERE s.last >= $from AND s.last <= $to AND s.dates > 2
  AND (s.endless = 1 OR NOT EXISTS (SELECT 1 FROM occurrence o WHERE o.segment_id = s.id AND o.state = 'waiting'))`;

/** Series whose approved dates come to an end soon: whoever asked may want to go on. */
export async function toRenew({ db, clock }: Context): Promise<RenewLine[]> {
  const tzid = await siteZone(db);
  const day = dateOf(toLocal(clock.now(), tzid));
  const rows = await db.json<RenewRow[]>(RENEW, { from: day, to: `${addDays(day, AHEAD_DAYS)}T24:00` });
  const ids = rows.map(({ id }) => id);
  const [requests, dates] = [await loadRequestsById(db, ids), await loadDates(db, ids)];
  return rows.map(({ id, endless, last }) => {
    const request = requests.find((each) => each.id === id)!;
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

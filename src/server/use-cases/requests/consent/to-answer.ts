import type { ClaimId } from '@/core/ids';
import type { Layout } from '@/core/seating/layouts';
import type { ConsentAnswer } from '@/core/checks/consent';
import type { LocalDateTime } from '@/core/time/local-time';
import type { ConsentRequest } from '@/contracts/consent';
import { setText } from '@/contracts/words/layouts';
import { spanText } from '@/contracts/words/when';
import type { SignedInContext } from '../../../context/context';
import { ofAllLookedAfter } from '../../../repositories/consent/consent-book';

interface Row {
  readonly reference: string;
  readonly title: string;
  readonly host: string;
  readonly requester: string;
  readonly notes: string;
  readonly claim: ClaimId;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly place: string;
  /** Null of equipment. */
  readonly layout: Layout | null;
  readonly people: number;
  readonly answer: ConsentAnswer | null;
  readonly reason: string | null;
}

// What is wanted or held; what is booked was decided with their answer, or in spite of it.
const WANTED = `SELECT * FROM (${ofAllLookedAfter(
  ({ join, place, layout, people }) => `
SELECT r.ref AS reference, r.title, g.name AS host, p.name AS requester, r.notes, c.id AS claim, c.start_local AS startLocal, c.end_local AS endLocal,
  ${place} AS place, ${layout} AS layout, ${people} AS people, k.answer, k.reason, c.start_min AS startMin
FROM claim c ${join} JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id JOIN person p ON p.id = r.requester_id
  JOIN request_host h ON h.request_id = r.id AND h.position = 0 JOIN organisation g ON g.id = h.organisation_id
  LEFT JOIN consent k ON k.claim_id = c.id AND k.steward_id = q.id
WHERE q.id = $me AND c.status IN ('wanted','held') AND c.end_min > $now AND o.state IN ('waiting','approved')`,
)}) ORDER BY startMin, claim, layout IS NULL, place`;

/** What is wanted in the places somebody looks after, by request, soonest first. */
export async function consentsToAnswer({ db, viewer, clock }: SignedInContext): Promise<ConsentRequest[]> {
  const rows = await db.rows<Row>(WANTED, { me: viewer.personId, now: clock.now() });
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

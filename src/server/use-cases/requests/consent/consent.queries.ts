import { query } from '../../../db/statement';
import { integer, listOf, minute, text } from '../../../db/tables/column';
import { Claim, ClaimSpace, Consent } from '../../../db/tables/claims';
import { Organisation } from '../../../db/tables/house';
import { Person } from '../../../db/tables/people';
import { Request } from '../../../db/tables/requests';
import { ofAllLookedAfter } from '../../../repositories/consent/consent-book';

/** Of these claims those that still wait for what somebody, who looks after them, says. */
export const CONSENTS_OF_ONE = query({
  sql: `SELECT DISTINCT id, request FROM (${ofAllLookedAfter(
    ({
      join,
    }) => `SELECT c.id, o.request_id AS request FROM claim c JOIN occurrence o ON o.id = c.occurrence_id ${join}
  WHERE c.id IN (SELECT value FROM json_each($claims)) AND c.status IN ('wanted','held') AND q.id = $me`,
  )})`,
  bind: { claims: listOf(Claim.id), me: Person.id },
  row: { id: Claim.id, request: Request.id },
});

// What is wanted or held; what is booked was decided with their answer, or in spite of it.
export const CONSENTS_TO_ANSWER = query({
  sql: `SELECT * FROM (${ofAllLookedAfter(
    ({ join, place, layout, people }) => `
SELECT r.ref AS reference, r.title, g.name AS host, p.name AS requester, r.notes, c.id AS claim, c.start_local AS startLocal, c.end_local AS endLocal,
  ${place} AS place, ${layout} AS layout, ${people} AS people, k.answer, k.reason, c.start_min AS startMin
FROM claim c ${join} JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id JOIN person p ON p.id = r.requester_id
  JOIN request_host h ON h.request_id = r.id AND h.position = 0 JOIN organisation g ON g.id = h.organisation_id
  LEFT JOIN consent k ON k.claim_id = c.id AND k.steward_id = q.id
WHERE q.id = $me AND c.status IN ('wanted','held') AND c.end_min > $now AND o.state IN ('waiting','approved')`,
  )}) ORDER BY startMin, claim, layout IS NULL, place`,
  bind: { me: Person.id, now: minute() },
  row: {
    reference: Request.ref,
    title: Request.title,
    host: Organisation.name,
    requester: Person.name,
    notes: Request.notes,
    claim: Claim.id,
    startLocal: Claim.start_local,
    endLocal: Claim.end_local,
    place: text(),
    // Null of equipment.
    layout: ClaimSpace.layout.orNull(),
    people: integer(),
    answer: Consent.answer.orNull(),
    reason: Consent.reason.orNull(),
    startMin: Claim.start_min,
  },
});

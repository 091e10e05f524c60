import { flag, integer, listOf } from '../../db/tables/column';
import { Person } from '../../db/tables/people';
import { Space } from '../../db/tables/spaces';

// Parts of statements over request r, occurrence o, claim c, claimed space s, for one viewer.

/** Asked for by the viewer, or by somebody whose deputy the viewer is. */
export const MINE = `(r.requester_id = $me OR r.requester_id IN (SELECT person_id FROM deputy WHERE deputy_id = $me))`;

/** The same, or the viewer belongs to one of its hosts. */
export const OURS = `(${MINE} OR EXISTS (SELECT 1 FROM request_host x JOIN membership y ON y.organisation_id = x.organisation_id AND y.person_id = $me WHERE x.request_id = r.id))`;

/**
 * Whether the viewer's roles see it: `$sees` is 1 for those from whom nothing is hidden, 0 for those who see nothing that
 * way. Else no space of it may be among the hidden, and a loan is for those who work here.
 */
const SEEN = `($sees = 1 OR ($sees = 2 AND ($works OR EXISTS (SELECT 1 FROM claim_space z WHERE z.claim_id = c.id))
  AND NOT EXISTS (SELECT 1 FROM claim_space z WHERE z.claim_id = c.id AND z.space_id IN (SELECT value FROM json_each($hidden)))))`;

/** Whether everybody may read the title while the date is in force, or after it was. */
export const IS_ANNOUNCED = `EXISTS (SELECT 1 FROM announced a WHERE a.occurrence_id = o.id)`;

/** The same with another way to ask whether it is announced: a statement that asks for many columns joins it once. */
export function knownWhere(isAnnounced: string): string {
  return `(${SEEN} OR (c.status = 'in-force' AND ${isAnnounced}) OR ${OURS})`;
}

/** The same as `mayKnowBooking`, once for all rows; a test holds the two together. */
export const KNOWN = knownWhere(IS_ANNOUNCED);

/** How many people are expected, for those who work with the booking or asked for it; readers are told none. */
export const expected = (people: string): string => `iif(($works AND ${SEEN}) OR ${MINE}, ${people}, 0)`;

/** Whether the viewer may read all of the request, while it waits too. */
export const READABLE = `($office OR ${OURS})`;

/** Whether the viewer may change the date; they alone get its reference. */
export const CHANGEABLE = `($office OR ${MINE})`;

/** How many dates of the request stand at or before this one (`<=`), or after it (`>`). */
export const nth = (sign: '<=' | '>') =>
  `(SELECT COUNT(*) FROM occurrence n WHERE n.request_id = r.id AND n.recurrence_local ${sign} o.recurrence_local)`;

/** What these parts are given of the viewer; of a statement that needs less, what it names. */
export const RIGHTS = {
  me: Person.id,
  office: flag(),
  works: flag(),
  sees: integer(),
  hidden: listOf(Space.id.plain()),
};

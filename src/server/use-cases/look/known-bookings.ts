import type { PersonId } from '@/core/ids';
import { maySeeWaiting, worksWithBookings, type Viewer } from '@/core/publishing/right-to-know';

// Parts of statements over request r, occurrence o, claim c, claimed space s, for one viewer.

/** The same as `mayKnowBooking`, once for all rows; a test holds the two together. */
export const KNOWN = `($works OR r.requester_id = $me OR (r.publish = 1 AND c.status = 'in-force'))`;

/** Whether the viewer may change the date; they alone get its reference. */
export const CHANGEABLE = `($office OR r.requester_id = $me)`;

/** How many dates of the request stand at or before this one (`<=`), or after it (`>`). */
export const nth = (sign: '<=' | '>') =>
  `(SELECT COUNT(*) FROM occurrence n WHERE n.request_id = r.id AND n.recurrence_local ${sign} o.recurrence_local)`;

const NOBODY = -1 as PersonId;

/** What `KNOWN` and `CHANGEABLE` ask of the viewer. */
export const bindRights = (viewer: Viewer | null) => ({
  me: viewer?.personId ?? NOBODY,
  works: worksWithBookings(viewer) ? 1 : 0,
  office: maySeeWaiting(viewer, NOBODY) ? 1 : 0,
});

import type { PersonId } from '../ids';
import type { Role } from '../roles';

/** Who is looking. Null stands for a reader without an account. */
export interface Viewer {
  readonly personId: PersonId;
  readonly roles: readonly Role[];
}

/** What of a booking decides who may know more than *taken*. */
export interface BookingPrivacy {
  readonly requesterId: PersonId;
  /** Asked to be published and in force, or cancelled after it was: everybody may read the title. */
  readonly isPublic: boolean;
  /** How the viewer is tied to it otherwise: a deputy of the requester, or a member of one of its hosts. */
  readonly tie?: Tie | null;
  /** Of each of its spaces the roles that see what is on there; empty for a loan, which all who work here see. */
  readonly seenBy: readonly (readonly Role[])[];
}

/** Roles a space may name as those that see what is on there. */
export const SEEING_ROLES = ['requester', 'crew', 'steward'] as const satisfies readonly Role[];
/** Who does where a space says nothing else: those who work with its bookings. */
export const USUALLY_SEEN_BY = ['crew', 'steward'] as const satisfies readonly Role[];

// They decide and keep the house: nothing on it is hidden from them.
const OFFICE_ROLES: readonly Role[] = ['manager', 'housekeeper'];
/** Whether nothing that is booked is hidden from them. False for null, who is not signed in. */
export const seesAll = (viewer: Viewer | null): boolean =>
  viewer !== null && viewer.roles.some((role) => OFFICE_ROLES.includes(role));

/** How somebody who did not ask can be tied to a request: as a deputy of the requester, or as a member of a host. */
export const TIES = ['deputy', 'member'] as const;
export type Tie = (typeof TIES)[number];

const WORKING_ROLES: readonly Role[] = ['manager', 'crew', 'steward', 'housekeeper'];

/** Whether the viewer works with bookings of others. False for null, who is not signed in. */
export const worksWithBookings = (viewer: Viewer | null): boolean =>
  viewer !== null && viewer.roles.some((role) => WORKING_ROLES.includes(role));

/**
 * Whether the viewer may know what the booking is; otherwise it is only *taken* to them. A viewer of null is somebody
 * who is not signed in.
 */
export function mayKnowBooking(viewer: Viewer | null, booking: BookingPrivacy): boolean {
  if (booking.isPublic) return true;
  if (!viewer) return false;
  if (viewer.personId === booking.requesterId || booking.tie || seesAll(viewer)) return true;
  if (!booking.seenBy.length) return worksWithBookings(viewer);
  return booking.seenBy.every((roles) => viewer.roles.some((role) => roles.includes(role)));
}

/**
 * Whether the viewer may see dates that still wait for a decision, and where. False for null, who is not signed in; a
 * tie of null is none.
 */
export const maySeeWaiting = (
  viewer: Viewer | null,
  requesterId: PersonId,
  tie: Tie | null = null,
): boolean =>
  viewer !== null && (viewer.roles.includes('manager') || viewer.personId === requesterId || tie !== null);

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
  /** How the viewer is tied to it otherwise: a deputy of whoever asked, or a member of one of its hosts. */
  readonly tie?: Tie | null;
}

export type Tie = 'deputy' | 'member';

// Those who work with a booking have to read it; requesters only their own.
const WORKING_ROLES: readonly Role[] = ['manager', 'crew', 'steward', 'housekeeper'];

/** Whether the viewer works with bookings of others and so reads all of them. */
export const worksWithBookings = (viewer: Viewer | null): boolean =>
  viewer !== null && viewer.roles.some((role) => WORKING_ROLES.includes(role));

/** Whether the viewer may know what the booking is; otherwise it is only *taken* to them. */
export function mayKnowBooking(viewer: Viewer | null, booking: BookingPrivacy): boolean {
  if (booking.isPublic) return true;
  if (!viewer) return false;
  return viewer.personId === booking.requesterId || Boolean(booking.tie) || worksWithBookings(viewer);
}

/** Whether the viewer may see dates that still wait for a decision, and where. */
export const maySeeWaiting = (
  viewer: Viewer | null,
  requesterId: PersonId,
  tie: Tie | null = null,
): boolean =>
  viewer !== null && (viewer.roles.includes('manager') || viewer.personId === requesterId || tie !== null);

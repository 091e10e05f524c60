import type { SignedInContext } from '../../context/context';
import { actsFor } from './pick-dates';
import { isMemberOfHost, type RequestRow } from '../../repositories/requests/request-rows';

/** As what somebody reads a request: as the requester or may act for them, as the office, as a member of a host. */
export type Access = 'own' | 'office' | 'member';

/** Null where they may not read it at all. */
export async function accessTo(
  { db, viewer }: SignedInContext,
  request: Pick<RequestRow, 'id' | 'requesterId' | 'deputies'>,
): Promise<Access | null> {
  if (actsFor(viewer, request)) return 'own';
  if (viewer.roles.includes('manager')) return 'office';
  return (await isMemberOfHost(db, request.id, viewer.personId)) ? 'member' : null;
}

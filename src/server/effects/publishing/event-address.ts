import { slugOf } from '@/core/publishing/slug';
import { mailOrigin } from '../../platform/settings';

// The head of a UID that nobody chose: 48 bits, with the hyphen in the middle left out of the address.
const KEY = /^([0-9a-f]{8})-([0-9a-f]{4})-/;

/** What names an event in its address, from the UID of its first segment. */
export function eventKey(uid: string): string {
  const found = KEY.exec(uid);
  if (!found) throw new Error(`the UID ${uid} is none of ours`);
  return `${found[1]}${found[2]}`;
}

/** The page of an event: its key, and its title for whoever reads the address. */
export const eventPath = (uid: string, title: string): string =>
  `/events/${eventKey(uid)}-${slugOf(title, 'event')}`;

/** Head of the UIDs that an address of an event can mean; null where it is no such address. */
export function uidHeadOf(address: string): string | null {
  const found = /^([0-9a-f]{8})([0-9a-f]{4})(?:-|$)/.exec(address);
  return found ? `${found[1]}-${found[2]}` : null;
}

/** An address of this installation, whole. */
export const wholeAddress = (path: string): string => `${mailOrigin()}${path}`;

import type { EpochMinute } from '../time/epoch-minute';
import type { Finding, WantedDate } from './findings';

/** A time that has begun cannot be asked for; what began as it was booked may still be shortened or lengthened. */
export function checkPast({ key, claim, hasBegun }: WantedDate, now: EpochMinute | undefined): Finding[] {
  if (now === undefined || hasBegun || claim.event.start > now) return [];
  return [{ key, spaceId: null, facts: { rule: 'past', minutes: now - claim.event.start } }];
}

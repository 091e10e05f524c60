import { addMinutes } from './epoch-minute';
import type { LocalDateTime } from './local-time';
import { toEpochMinute, toLocal } from './zone';

/**
 * What the wall really shows at a time: one the clocks jump over is later by the jump (RFC 5545 3.3.5), others stay.
 * The zone is an IANA name.
 */
export const shownOnWall = (at: LocalDateTime, tzid: string): LocalDateTime =>
  toLocal(toEpochMinute(at, tzid, 'offset-before'), tzid);

// By so much clocks are put back anywhere in the IANA data since 1970: Lord Howe by half an hour, others by one or two.
const PUT_BACK_MIN = [30, 60, 120];

/** Whether the wall shows a time twice on its day, as the clocks are put back; the first is meant then. */
export function comesTwice(at: LocalDateTime, tzid: string): boolean {
  const first = toEpochMinute(at, tzid, 'offset-before');
  return PUT_BACK_MIN.some((minutes) => toLocal(addMinutes(first, minutes), tzid) === at);
}

import type { Role } from '../roles';
import { lengthMin, type EpochMinute, type Interval } from '../time/epoch-minute';
import { addDays, dateOf, type LocalDate } from '../time/local-time';
import { addMonths } from '../time/weeks';
import { startOfDay, toLocal } from '../time/zone';

/** Who may ask for a space. Empty lists let everybody with an account ask. */
export interface WhoMayAsk {
  readonly roles: readonly Role[];
  readonly organisations: readonly number[];
}

/** What the house asks of requests for a space, from a date on. Null means that this line says nothing about it. */
export interface PolicyLine {
  readonly validFrom: LocalDate;
  readonly noticeMin: number | null;
  readonly horizonMonths: number | null;
  readonly shortestMin: number | null;
  readonly longestMin: number | null;
  readonly granted: 'on-request' | 'instantly';
  readonly who: WhoMayAsk;
}

/** Who asks, and when: what a policy is judged by. Now in minutes since 1970 UTC. */
export interface Requester {
  readonly now: EpochMinute;
  readonly roles: readonly Role[];
  readonly organisations: readonly number[];
}

/** Which line of a policy is not kept, with what it asks in minutes or months. */
export type PolicyBreach =
  | { readonly kind: 'short-notice'; readonly noticeMin: number; readonly missingMin: number }
  | { readonly kind: 'beyond-horizon'; readonly last: LocalDate }
  | { readonly kind: 'too-short'; readonly minutes: number; readonly shortestMin: number }
  | { readonly kind: 'too-long'; readonly minutes: number; readonly longestMin: number }
  | { readonly kind: 'not-for-you' };

/** The line in force on a date: the latest that has begun; null before the first. */
export function policyOn(lines: readonly PolicyLine[], date: LocalDate): PolicyLine | null {
  const begun = lines.filter(({ validFrom }) => validFrom <= date);
  return begun.reduce<PolicyLine | null>(
    (latest, line) => (!latest || line.validFrom > latest.validFrom ? line : latest),
    null,
  );
}

/** The last local day that may be asked for now; the day itself is still inside. */
export const horizonEnd = (now: EpochMinute, months: number, tzid: string): LocalDate =>
  addMonths(dateOf(toLocal(now, tzid)), months);

const mayAsk = (who: WhoMayAsk, requester: Requester): boolean =>
  (!who.roles.length && !who.organisations.length) ||
  who.roles.some((role) => requester.roles.includes(role)) ||
  who.organisations.some((id) => requester.organisations.includes(id));

/**
 * What of a policy the advertised time breaks. Notice is counted to the start of the event; exactly the notice, the
 * shortest and the longest length are inside.
 */
export function policyBreaches(
  event: Interval,
  lines: readonly PolicyLine[],
  houseHorizonMonths: number,
  requester: Requester,
  tzid: string,
): PolicyBreach[] {
  const date = dateOf(toLocal(event.start, tzid));
  const line = policyOn(lines, date);
  const found: PolicyBreach[] = [];
  const missingMin = (line?.noticeMin ?? 0) - (event.start - requester.now);
  if (line?.noticeMin && missingMin > 0)
    found.push({ kind: 'short-notice', noticeMin: line.noticeMin, missingMin });
  const last = horizonEnd(requester.now, line?.horizonMonths ?? houseHorizonMonths, tzid);
  if (event.start >= startOfDay(addDays(last, 1), tzid)) found.push({ kind: 'beyond-horizon', last });
  const minutes = lengthMin(event);
  if (line?.shortestMin && minutes < line.shortestMin)
    found.push({ kind: 'too-short', minutes, shortestMin: line.shortestMin });
  if (line?.longestMin && minutes > line.longestMin)
    found.push({ kind: 'too-long', minutes, longestMin: line.longestMin });
  if (line && !mayAsk(line.who, requester)) found.push({ kind: 'not-for-you' });
  return found;
}

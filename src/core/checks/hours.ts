import { hostSpan, occupiedOf } from '../occupancy/bands';
import type { SpaceFacts } from './world';
import { openDuring, outsideHours, shutDuring } from '../spaces/hours';
import { addMinutes, totalMin, union, type Interval } from '../time/epoch-minute';
import { addDays, dateOf } from '../time/local-time';
import { startOfDay, toLocal } from '../time/zone';
import type { Finding, FindingFacts, WantedDate } from './findings';

/**
 * Opening hours must contain access, event and exit; setup and strike outside them only warn; a closure blocks the
 * whole occupied span.
 */
export function checkHours(
  { key, claim }: WantedDate,
  index: number,
  facts: SpaceFacts,
  tzid: string,
): Finding[] {
  const occupied = occupiedOf(claim, claim.spaces[index]!);
  const host = hostSpan(claim.event, claim.accessMin, claim.exitMin);
  const found: FindingFacts[] = shutDuring(occupied, facts.closures).map(({ span, reason }) => ({
    rule: 'closed',
    minutes: span.end - span.start,
    during: span,
    reason,
  }));
  const outside = (span: Interval) => totalMin(outsideHours(span, facts.hours, facts.closures, tzid));
  const hostOutside = outside(host);
  if (hostOutside > 0)
    found.push({ rule: 'outside-hours', minutes: hostOutside, open: openAround(host, facts, tzid) });
  const crewOutside = outside(occupied) - hostOutside;
  if (crewOutside > 0) found.push({ rule: 'crew-outside-hours', minutes: crewOutside });
  return found.map((each) => ({ key, spaceId: facts.id, facts: each }));
}

/** When the space is open on the days the span touches, so that the refusal can say when to come instead. */
function openAround(span: Interval, facts: SpaceFacts, tzid: string): Interval[] {
  const days = {
    start: startOfDay(dateOf(toLocal(span.start, tzid)), tzid),
    end: startOfDay(addDays(dateOf(toLocal(addMinutes(span.end, -1), tzid)), 1), tzid),
  };
  return union(openDuring(days, facts.hours, facts.closures, tzid));
}

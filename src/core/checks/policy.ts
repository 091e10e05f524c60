import type { SpaceFacts } from './world';
import { policyBreaches, type Asker } from '../spaces/policy';
import { fitsPeriods, periodsOn } from '../spaces/timetable';
import { atMinuteOfDay, dateOf } from '../time/local-time';
import { toEpochMinute, toLocal } from '../time/zone';
import type { Finding, WantedDate } from './findings';

/** Notice, horizon, length and who may ask; null where the asker is not known, then only the timetable is judged. */
export function checkPolicy(
  { key, claim }: WantedDate,
  facts: SpaceFacts,
  asker: Asker | null,
  horizonMonths: number,
  tzid: string,
): Finding[] {
  const found: Finding[] = asker
    ? policyBreaches(claim.event, facts.policies ?? [], horizonMonths, asker, tzid).map((breach) => ({
        key,
        spaceId: facts.id,
        facts: { rule: 'policy', breach },
      }))
    : [];
  const date = dateOf(toLocal(claim.event.start, tzid));
  const periods = periodsOn(facts.timetables ?? [], date);
  if (periods && !fitsPeriods(claim.event, periods, tzid)) {
    const at = (minute: number) => toEpochMinute(atMinuteOfDay(date, minute), tzid, 'offset-before');
    const spans = periods.map(({ fromMin, toMin }) => ({ start: at(fromMin), end: at(toMin) }));
    found.push({ key, spaceId: facts.id, facts: { rule: 'not-a-period', periods: spans } });
  }
  return found;
}

import { t } from '@/contracts/language/translate';
import type { ClaimId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { addDays, dateOf } from '@/core/time/local-time';
import { startOfDay, toLocal } from '@/core/time/zone';
import { isServiceOverdue, serviceDue } from '@/core/work-orders/service-due';
import { dayShort } from '@/contracts/words/when';
import type { Reader } from '../../db/connection';
import { siteZone } from '../../repositories/world/space-facts';
import { OPEN_PROBLEMS, SERVICES_NOT_SETTLED } from './risks.queries';

/** Further ahead no service is due yet: the longest lead there can be. */
const MOST_LEAD_DAYS = 366;

/** What the setting-up puts booked dates to come at risk by: services not settled in time, and problems the crews told of. */
export async function setupRisks(reader: Reader, now: EpochMinute): Promise<Map<ClaimId, string[]>> {
  const tzid = await siteZone(reader);
  const today = dateOf(toLocal(now, tzid));
  const until = startOfDay(addDays(today, MOST_LEAD_DAYS), tzid);
  const found = new Map<ClaimId, string[]>();
  const add = (claim: ClaimId, sentence: string) => found.set(claim, [...(found.get(claim) ?? []), sentence]);
  for (const { claim, start, name, leadDays, state } of await reader.all(SERVICES_NOT_SETTLED, {
    now,
    until,
  })) {
    const due = serviceDue(dateOf(start), leadDays);
    if (isServiceOverdue(state ?? 'asked', due, today))
      add(claim, t`${name} was to be settled by ${dayShort(due)}, and is not.`);
  }
  for (const { claim, text } of await reader.all(OPEN_PROBLEMS, { now }))
    add(claim, t`The crew has a problem: “${text}”`);
  return found;
}

import { say } from '@/contracts/language/say';
import type { ClaimId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { addDays, dateOf, type LocalDateTime } from '@/core/time/local-time';
import { startOfDay, toLocal } from '@/core/time/zone';
import { isServiceOverdue, serviceDue, type ServiceState } from '@/core/work-orders/service-due';
import { dayShort } from '@/contracts/words/when';
import type { Reader } from '../../db/connection';
import { siteZone } from '../../db/space-facts';

interface ServiceRow {
  readonly claim: ClaimId;
  readonly start: LocalDateTime;
  readonly name: string;
  readonly leadDays: number;
  readonly state: ServiceState | null;
}

/** Further ahead no service is due yet: the longest lead there can be. */
const MOST_LEAD_DAYS = 366;

const SERVICES = `SELECT c.id AS claim, c.start_local AS start, s.name, s.lead_days AS leadDays, l.state FROM claim c JOIN occurrence o ON o.standing_id = c.id AND o.state = 'approved'
JOIN claim_service v ON v.claim_id = c.id JOIN service s ON s.id = v.service_id LEFT JOIN service_line l ON l.occurrence_id = o.id AND l.service_id = s.id
WHERE c.status = 'in-force' AND c.start_min > $now AND c.start_min < $until AND COALESCE(l.state, 'asked') IN ('asked', 'arranging')`;

const PROBLEMS = `SELECT w.claim_id AS claim, n.text FROM order_note n JOIN work_order w ON w.id = n.order_id JOIN claim c ON c.id = w.claim_id AND c.status = 'in-force'
WHERE n.kind = 'problem' AND n.solved_min IS NULL AND c.end_min > $now`;

/** What the setting-up puts booked dates to come at risk by: services not settled in time, and problems the crews told of. */
export async function setupRisks(reader: Reader, now: EpochMinute): Promise<Map<ClaimId, string[]>> {
  const tzid = await siteZone(reader);
  const today = dateOf(toLocal(now, tzid));
  const until = startOfDay(addDays(today, MOST_LEAD_DAYS), tzid);
  const found = new Map<ClaimId, string[]>();
  const add = (claim: ClaimId, sentence: string) => found.set(claim, [...(found.get(claim) ?? []), sentence]);
  for (const { claim, start, name, leadDays, state } of await reader.rows<ServiceRow>(SERVICES, {
    now,
    until,
  })) {
    const due = serviceDue(dateOf(start), leadDays);
    if (isServiceOverdue(state ?? 'asked', due, today))
      add(claim, say`${name} was to be settled by ${dayShort(due)}, and is not.`);
  }
  for (const { claim, text } of await reader.rows<{ claim: ClaimId; text: string }>(PROBLEMS, { now }))
    add(claim, say`The crew has a problem: “${text}”`);
  return found;
}

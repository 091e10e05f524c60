import { z } from 'zod';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { ClaimId } from '@/core/ids';
import { jsonQuery, query } from '../../db/statement';
import { numberOf } from '../../db/shapes';
import { minute } from '../../db/tables/column';
import { OrderNote, ServiceLine, WorkOrder } from '../../db/tables/work-orders';
import { Claim } from '../../db/tables/claims';
import { Service } from '../../db/tables/spaces';

// What is done already and was due before is over; what is done and due later left its minutes to the others.
export const TEAMS_OF_WEEK = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', t.id, 'name', t.name, 'until', t.until,
  'jobs', (SELECT json_group_array(json_object('claim', w.claim_id, 'place', v.content->>'place', 'from', w.from_min, 'due', w.due_min, 'work', w.work_min))
    FROM work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
    WHERE w.team_id = t.id AND w.state <> 'withdrawn' AND w.covered_by IS NULL AND w.due_min > $today AND w.due_min <= t.until),
  'shifts', (SELECT json_group_array(json_array(s.start_min, s.end_min, s.people)) FROM shift s WHERE s.team_id = t.id AND s.end_min > $today))) AS json
FROM (SELECT t.id, t.name, MAX(s.end_min) AS until FROM team t JOIN shift s ON s.team_id = t.id WHERE t.retired_at IS NULL GROUP BY t.id) t WHERE t.until > $now`,
  bind: { now: minute(), today: WorkOrder.due_min },
  value: z.array(
    z.object({
      id: z.number(),
      name: z.string(),
      until: numberOf<EpochMinute>(),
      jobs: z
        .array(
          z.object({
            claim: numberOf<ClaimId>().nullable(),
            place: z.string(),
            from: numberOf<EpochMinute>(),
            due: numberOf<EpochMinute>(),
            work: z.number(),
          }),
        )
        .readonly(),
      shifts: z
        .array(z.tuple([numberOf<EpochMinute>(), numberOf<EpochMinute>(), z.number()]).readonly())
        .readonly(),
    }),
  ),
});

export const OPEN_PROBLEMS = query({
  sql: `SELECT w.claim_id AS claim, n.text FROM order_note n JOIN work_order w ON w.id = n.order_id JOIN claim c ON c.id = w.claim_id AND c.status = 'in-force'
WHERE n.kind = 'problem' AND n.solved_min IS NULL AND c.end_min > $now`,
  bind: { now: Claim.end_min },
  row: { claim: WorkOrder.claim_id, text: OrderNote.text },
});

export const SERVICES_NOT_SETTLED = query({
  sql: `SELECT c.id AS claim, c.start_local AS start, s.name, s.lead_days AS leadDays, l.state FROM claim c JOIN occurrence o ON o.standing_id = c.id AND o.state = 'approved'
JOIN claim_service v ON v.claim_id = c.id JOIN service s ON s.id = v.service_id LEFT JOIN service_line l ON l.occurrence_id = o.id AND l.service_id = s.id
WHERE c.status = 'in-force' AND c.start_min > $now AND c.start_min < $until AND COALESCE(l.state, 'asked') IN ('asked', 'arranging')`,
  bind: { now: Claim.start_min, until: Claim.start_min },
  row: {
    claim: Claim.id,
    start: Claim.start_local,
    name: Service.name,
    leadDays: Service.lead_days,
    state: ServiceLine.state.orNull(),
  },
});

import { z } from 'zod';
import type { ClaimId } from '@/core/ids';
import type { TeamLoad } from '@/core/checks/world';
import type { OrderTemplate } from '@/core/work-orders/template';
import { addMinutes, union, type Interval } from '@/core/time/epoch-minute';
import { Shift } from '../../db/tables/spaces';
import { WorkOrder } from '../../db/tables/work-orders';

/** What `TEAM_LOADS` gives of each team: shifts by start, end and people, work by start, end, minutes of work and claim. */
export const teamRow = z.strictObject({
  teamId: z.int(),
  rosteredUntil: z.int(),
  shifts: z.array(z.tuple([Shift.start_min.schema, Shift.end_min.schema, z.int()])),
  jobs: z.array(
    z.tuple([WorkOrder.from_min.schema, WorkOrder.due_min.schema, z.number(), WorkOrder.claim_id.schema]),
  ),
});
export type TeamRow = z.infer<typeof teamRow>;

// Work and shifts of the days looked at, a day to either side: nothing further away stands in one stretch with them.
/** A scalar statement: teams that keep a roster, with work and shifts in `$teamWindows`. */
export const TEAM_LOADS = `
SELECT json_group_array(json_object('teamId', t.id, 'rosteredUntil', (SELECT MAX(s.end_min) FROM shift s WHERE s.team_id = t.id),
  'shifts', (SELECT json_group_array(DISTINCT json_array(s.start_min, s.end_min, s.people)) FROM json_each($teamWindows) w JOIN shift s ON s.team_id = t.id
    AND s.start_min < w.value->>1 AND s.start_min > (w.value->>0) - 1440 AND s.end_min > w.value->>0),
  'jobs', (SELECT json_group_array(DISTINCT json_array(o.from_min, o.due_min, o.work_min, o.claim_id)) FROM json_each($teamWindows) w JOIN work_order o ON o.team_id = t.id
    AND o.state = 'open' AND o.covered_by IS NULL AND o.work_min > 0 AND o.due_min > w.value->>0 AND o.due_min < w.value->>1)
))
FROM team t WHERE EXISTS (SELECT 1 FROM shift s WHERE s.team_id = t.id)`;

const DAY_MIN = 1440;

/** The days around the spans: what `$teamWindows` is bound to. */
export const teamWindows = (spans: readonly Interval[]): [start: number, end: number][] =>
  union(
    spans.map(({ start, end }) => ({
      start: addMinutes(start, -DAY_MIN),
      end: addMinutes(end, DAY_MIN),
    })),
  ).map(({ start, end }) => [start, end]);

export const toTeamLoads = (
  rows: readonly TeamRow[],
  templates: readonly OrderTemplate[],
  except: ReadonlySet<ClaimId>,
): TeamLoad[] =>
  rows.map(({ shifts, jobs, ...team }) => ({
    ...team,
    does: templates.filter(({ teamId }) => teamId === team.teamId),
    shifts: shifts.map(([start, end, people]) => ({ start, end, people })),
    jobs: jobs
      .filter(([, , , claimId]) => !except.has(claimId))
      .map(([start, end, workMin]) => ({ window: { start, end }, workMin })),
  }));

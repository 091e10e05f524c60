import { z } from 'zod';
import type { LocalDateTime } from '@/core/time/local-time';
import { textOf } from '../db/shapes';
import type { OccurrenceId } from '@/core/ids';
import { command, query } from '../db/statement';
import { integer, json, rowNumber } from '../db/tables/column';
import { Segment } from '../db/tables/requests';
import { JobRun } from '../db/tables/house';

// A segment whose last live date was given up altogether goes on no more.
export const ENDLESS_SERIES = query({
  sql: `
SELECT g.id, g.request_id, g.tzid, g.start_local, g.rrule, g.all_day, g.materialised_until,
  (SELECT json_group_array(d.recurrence_local) FROM segment_date d WHERE d.segment_id = g.id AND d.kind = 'excluded') AS excluded,
  MAX((SELECT horizon_months FROM site ORDER BY id LIMIT 1), COALESCE((SELECT MAX(p.horizon_months) FROM space_policy p
    JOIN claim_space s ON s.space_id = p.space_id JOIN claim c ON c.id = s.claim_id JOIN occurrence o ON o.standing_id = c.id WHERE o.segment_id = g.id), 0)) AS months,
  (SELECT o.id FROM occurrence o WHERE o.segment_id = g.id AND o.own = '[]' ORDER BY o.recurrence_local DESC LIMIT 1) AS last
FROM segment g WHERE g.endless = 1 AND g.rrule IS NOT NULL AND EXISTS (SELECT 1 FROM occurrence o WHERE o.segment_id = g.id AND o.state IN ('waiting', 'approved'))`,
  row: {
    id: Segment.id,
    request_id: Segment.request_id,
    tzid: Segment.tzid,
    start_local: Segment.start_local,
    rrule: Segment.rrule,
    all_day: Segment.all_day,
    materialised_until: Segment.materialised_until,
    excluded: json(z.array(textOf<LocalDateTime>())),
    months: integer(),
    /** The last date that has a row: the new ones want what it wants; null where none is as the rule has it. */
    last: rowNumber<OccurrenceId>().orNull(),
  },
});

export const HAS_RUN = query({
  sql: 'SELECT 1 FROM job_run WHERE job = $job AND key = $key',
  bind: { job: JobRun.job, key: JobRun.key },
  row: { 1: integer() },
});

export const DROP_OLD_RUNS = command({
  sql: 'DELETE FROM job_run WHERE job = $job AND finished_ms < $old',
  bind: { job: JobRun.job, old: JobRun.finished_ms },
});

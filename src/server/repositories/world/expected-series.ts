import { z } from 'zod';
import type { ResourceId } from '@/core/ids';
import type { ExpectedSeries } from '@/core/checks/world';
import { wallMinute, type LocalDate, type LocalDateTime } from '@/core/time/local-time';
import { numberOf, textOf, zeroOrOne } from '../../db/shapes';
import { Claim } from '../../db/tables/claims';
import { Segment } from '../../db/tables/requests';

/** What `EXPECTED_SERIES` gives of each. */
export const seriesRow = z.strictObject({
  segmentId: Segment.id.schema,
  requestId: Segment.request_id.schema,
  claimId: Claim.id.schema,
  start: Segment.start_local.schema,
  end: Segment.end_local.schema,
  tzid: z.string(),
  allDay: zeroOrOne,
  rrule: z.string(),
  materialisedUntil: textOf<LocalDate>(),
  excluded: z.array(textOf<LocalDateTime>()),
  spaces: z.array(
    z.strictObject({
      parts: z.array(numberOf<ResourceId>()),
      bands: z.strictObject({ accessMin: z.int(), exitMin: z.int(), setupMin: z.int(), strikeMin: z.int() }),
    }),
  ),
});
export type SeriesRow = z.infer<typeof seriesRow>;

// What the last date that is in force or waits looks like is what the later ones are expected to look like.
/** A scalar statement: series without end that have no rows as far as `$last` and take one of `$resources`. */
export const EXPECTED_SERIES = `
SELECT json_group_array(json_object('segmentId', g.id, 'requestId', g.request_id, 'claimId', c.id, 'start', g.start_local, 'end', g.end_local, 'tzid', g.tzid,
  'allDay', g.all_day, 'rrule', g.rrule, 'materialisedUntil', g.materialised_until,
  'excluded', (SELECT json_group_array(d.recurrence_local) FROM segment_date d WHERE d.segment_id = g.id AND d.kind = 'excluded'),
  'spaces', (SELECT json_group_array(json_object('parts', (SELECT json_group_array(p.resource_id) FROM space_part p WHERE p.space_id = s.space_id),
    'bands', json_object('accessMin', c.access_min, 'exitMin', c.exit_min, 'setupMin', s.setup_min, 'strikeMin', s.strike_min))) FROM claim_space s WHERE s.claim_id = c.id)))
FROM segment g JOIN claim c ON c.id = (SELECT o.standing_id FROM occurrence o JOIN claim k ON k.id = o.standing_id AND k.status IN ('in-force', 'held')
    WHERE o.segment_id = g.id ORDER BY o.recurrence_local DESC LIMIT 1)
WHERE g.endless = 1 AND g.materialised_until < $last
  AND EXISTS (SELECT 1 FROM claim_space s JOIN space_part p ON p.space_id = s.space_id WHERE s.claim_id = c.id AND p.resource_id IN (SELECT value FROM json_each($resources)))`;

export const toExpectedSeries = (rows: readonly SeriesRow[]): ExpectedSeries[] =>
  rows.map((row) => ({
    segmentId: row.segmentId,
    requestId: row.requestId,
    claimId: row.claimId,
    materialisedUntil: row.materialisedUntil,
    lengthMin: wallMinute(row.end) - wallMinute(row.start),
    spaces: row.spaces,
    dates: {
      start: row.start,
      tzid: row.tzid,
      allDay: row.allDay === 1,
      rrule: row.rrule,
      extra: [],
      excluded: row.excluded,
    },
  }));

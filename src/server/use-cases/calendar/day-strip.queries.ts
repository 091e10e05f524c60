import { z } from 'zod';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { numberOf, zeroOrOne } from '../../db/shapes';
import { jsonQuery } from '../../db/statement';
import { minute } from '../../db/tables/column';
import { occupiedIn } from '../../repositories/world/occupied-in';
import { OURS, RIGHTS } from './known-bookings.queries';

const SPAN = { start: minute(), end: minute() };

export const OCCUPIED = jsonQuery({
  sql: `
SELECT json_group_array(json_array(o.start_min, o.end_min)) AS json FROM resource r ${occupiedIn('r.id')}
WHERE r.kind = 'part'`,
  bind: SPAN,
  value: z.array(z.tuple([numberOf<EpochMinute>(), numberOf<EpochMinute>()])),
});

// None is longer than the longest date with its bands. Whether one is in the way takes one seek: rows of a resource
// never overlap, so only the first that ends after its start can be.
export const WAITING = jsonQuery({
  sql: `
SELECT json_group_array(json_array(start_min, clashes)) AS json FROM (
  SELECT c.id, c.start_min, MAX(COALESCE((SELECT f.start_min FROM occupancy f WHERE f.resource_id = o.resource_id AND f.occupies = 1 AND f.end_min > o.start_min
    ORDER BY f.end_min LIMIT 1) < o.end_min, 0)) AS clashes
  FROM occupancy o JOIN claim c ON c.id = o.claim_id JOIN occurrence d ON d.id = c.occurrence_id JOIN request r ON r.id = d.request_id
  WHERE o.occupies = 0 AND o.start_min > $start - 50400 AND c.start_min >= $start AND c.start_min < $end AND ($office OR ${OURS})
  GROUP BY c.id)`,
  bind: { ...SPAN, me: RIGHTS.me, office: RIGHTS.office },
  value: z.array(z.tuple([numberOf<EpochMinute>(), zeroOrOne])),
});

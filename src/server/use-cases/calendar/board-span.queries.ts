import { z } from 'zod';
import type { BookingTuple, UseTuple } from '@/contracts/calendar/board';
import { asJson } from '../../db/connection';
import { numberOf } from '../../db/shapes';
import { jsonQuery, queryFamily } from '../../db/statement';
import { json, minute } from '../../db/tables/column';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { occupiedIn } from '../../repositories/world/occupied-in';
import { CHANGEABLE, expected, knownWhere, MINE, nth, OURS, RIGHTS } from './known-bookings.queries';

const SPAN = { start: minute(), end: minute() };

const OCCUPIED = `
SELECT o.claim_space_id AS id, MIN(o.start_min) AS first, MAX(o.end_min) AS last FROM resource r ${occupiedIn('r.id')}
WHERE r.kind = 'part' GROUP BY o.claim_space_id`;

// Waiting rows may overlap. None is longer than the longest date with its bands: 31 days and four bands of a day.
const LONGEST_WAITING_MIN = 35 * 1440;
const WAITING = `
SELECT o.claim_space_id, MIN(o.start_min), MAX(o.end_min) FROM occupancy o
WHERE o.occupies = 0 AND o.claim_space_id IS NOT NULL AND o.start_min > $start - ${LONGEST_WAITING_MIN} AND o.start_min < $end AND o.end_min > $start
GROUP BY o.claim_space_id`;

// Joined once: every column asks for it.
const known = (what: string) => `iif(${knownWhere('e.occurrence_id IS NOT NULL')}, ${what}, NULL)`;
const changeable = (what: string) => `iif(${CHANGEABLE}, ${what}, NULL)`;

const bookings = (withWaiting: boolean) => `
WITH taken (id, first, last) AS (${OCCUPIED} ${withWaiting ? `UNION ALL ${WAITING}` : ''})
SELECT json_group_array(json_array(s.id, s.space_id, CASE c.status WHEN 'in-force' THEN 0 WHEN 'held' THEN 1 ELSE 2 END, t.first, t.last, ${MINE},
  ${known('c.id')}, ${known('c.start_min')}, ${known('c.end_min')}, ${known('c.access_min')}, ${known('c.exit_min')}, ${known('s.setup_min')}, ${known('s.strike_min')},
  ${known('r.title')}, ${known('k.category_id')}, ${known('g.name')}, ${known(nth('<='))}, ${known(nth('>'))},
  ${known('s.layout')}, ${known(expected('s.people'))}, ${changeable('r.ref')}, ${changeable('o.id')}, ${changeable('r.row_version')}))
FROM taken t CROSS JOIN claim_space s ON s.id = t.id JOIN claim c ON c.id = s.claim_id JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id
  LEFT JOIN announced e ON e.occurrence_id = o.id LEFT JOIN request_category k ON k.request_id = r.id AND k.position = 0
  LEFT JOIN request_host h ON h.request_id = r.id AND h.position = 0 LEFT JOIN organisation g ON g.id = h.organisation_id
WHERE c.status <> 'wanted' OR $office OR ${OURS}`;

// By type, as the indexes are; the longer uses have one of their own.
const USES = `
SELECT json_group_array(json_array(type_id, start_min, end_min, quantity)) FROM (
  SELECT u.type_id, u.start_min, u.end_min, u.quantity FROM equipment_type y CROSS JOIN equipment_use u INDEXED BY equipment_use_short
    ON u.type_id = y.id AND u.occupies = 1 AND u.end_min - u.start_min <= 2880 AND u.start_min > $start - 2880 AND u.start_min < $end AND u.end_min > $start
  UNION ALL SELECT u.type_id, u.start_min, u.end_min, u.quantity FROM equipment_type y CROSS JOIN equipment_use u INDEXED BY equipment_use_long
    ON u.type_id = y.id AND u.occupies = 1 AND u.end_min - u.start_min > 2880 AND u.end_min > $start AND u.start_min < $end)`;

const BOOKING_COLUMNS = 23;
const bookingTuples = z.array(
  z.custom<BookingTuple>((row) => Array.isArray(row) && row.length === BOOKING_COLUMNS),
);
const useTuples: z.ZodType<readonly UseTuple[]> = z.array(
  z.tuple([z.int(), numberOf<EpochMinute>(), numberOf<EpochMinute>(), z.int()]),
);

/** Bookings, with those that wait or without, and uses, as JSON that is sent on as it is. */
export const BOARD_ROWS = queryFamily({
  samples: [true, false],
  sql: (withWaiting: boolean) => `SELECT (${bookings(withWaiting)}) AS bookings, (${USES}) AS uses`,
  bind: { ...SPAN, ...RIGHTS },
  row: { bookings: json(bookingTuples), uses: json(useTuples) },
});

export const USES_IN_SPAN = jsonQuery({ sql: asJson(USES), bind: SPAN, value: useTuples });

import { z } from 'zod';
import { jsonFamily, jsonQuery } from '../db/statement';
import { OCCUPANCY_LISTS, USE_LISTS } from './occupancy';

/** What violates a rule of rows, a line each, from rows with one column `what`. */
const violating = (sql: string) =>
  jsonQuery({ sql: `SELECT json_group_array(what) AS json FROM (${sql})`, value: z.array(z.string()) });

export const OVERLAPPING =
  violating(`SELECT 'rows ' || a.id || ' and ' || b.id AS what FROM occupancy a JOIN occupancy b
      ON b.resource_id = a.resource_id AND b.id > a.id AND b.occupies = 1 AND b.start_min < a.end_min AND b.end_min > a.start_min WHERE a.occupies = 1`);

// Between two changes of stock or use the level is constant, so it is enough to look at the moments it can fall.
export const SHORT_STOCK = violating(`
WITH moment AS (
  SELECT type_id, start_min AS at FROM equipment_use WHERE occupies = 1
  UNION SELECT type_id, from_min FROM stock WHERE delta < 0
  UNION SELECT type_id, to_min FROM stock WHERE delta > 0 AND to_min IS NOT NULL)
SELECT 'type ' || m.type_id || ' at minute ' || m.at || ' is short' AS what FROM moment m WHERE
  COALESCE((SELECT SUM(u.quantity) FROM equipment_use u WHERE u.type_id = m.type_id AND u.occupies = 1 AND u.start_min <= m.at AND u.end_min > m.at), 0)
  > COALESCE((SELECT SUM(s.delta) FROM stock s WHERE s.type_id = m.type_id AND s.from_min <= m.at AND (s.to_min IS NULL OR s.to_min > m.at)), 0)

  AND NOT EXISTS (SELECT 1 FROM at_risk k JOIN equipment_use u ON u.claim_id = k.claim_id AND u.type_id = m.type_id AND u.start_min <= m.at AND u.end_min > m.at
    WHERE k.rule = 'equipment-short')`);

export const NOT_ONE_IN_FORCE =
  violating(`SELECT 'occurrence ' || o.id || ' (' || o.state || ')' AS what FROM occurrence o
      WHERE (SELECT COUNT(*) FROM claim c WHERE c.occurrence_id = o.id AND c.status = 'in-force') <> (o.state = 'approved')`);

export const STANDING_AMISS =
  violating(`SELECT 'occurrence ' || o.id || ' (' || o.state || ')' AS what FROM occurrence o LEFT JOIN claim c ON c.id = o.standing_id
      WHERE c.occurrence_id IS NOT o.id OR CASE o.state WHEN 'approved' THEN c.status <> 'in-force' WHEN 'waiting' THEN c.status NOT IN ('wanted', 'held')
        ELSE EXISTS (SELECT 1 FROM claim k WHERE k.occurrence_id = o.id AND k.status <> 'released') END`);

export const LINKS_AMISS =
  violating(`SELECT 'link ' || l.before_claim_space_id || ' – ' || l.after_claim_space_id AS what FROM turnover_link l
      JOIN claim_space b ON b.id = l.before_claim_space_id JOIN claim cb ON cb.id = b.claim_id
      JOIN claim_space a ON a.id = l.after_claim_space_id JOIN claim ca ON ca.id = a.claim_id
      WHERE b.setup_key <> a.setup_key OR b.cut_end_min IS NOT l.boundary_min OR a.cut_start_min IS NOT l.boundary_min
        OR cb.status NOT IN ('held', 'in-force') OR ca.status NOT IN ('held', 'in-force')
        OR cb.end_min + cb.exit_min > l.boundary_min OR l.boundary_min > ca.start_min - ca.access_min`);

export const ORDERS_AMISS =
  violating(`SELECT 'order ' || w.order_key AS what FROM work_order w JOIN claim c ON c.id = w.claim_id
      WHERE (w.state = 'open' AND w.origin <> 'counter' AND c.status <> 'in-force') OR NOT EXISTS (SELECT 1 FROM work_order_version v WHERE v.order_id = w.id AND v.version = w.version)`);

export const TURNOVERS_AMISS = violating(`SELECT 'order ' || w.order_key AS what FROM work_order w WHERE
      (w.origin = 'turnover' AND w.state <> 'withdrawn' AND w.state <> 'done' AND (SELECT COUNT(*) FROM occurrence o WHERE o.id IN (w.occurrence_id, w.after_occurrence_id) AND o.state = 'approved') <> 2)
      OR (w.covered_by IS NOT NULL AND w.state = 'open' AND NOT EXISTS (SELECT 1 FROM work_order t WHERE t.order_key = w.covered_by AND t.state <> 'withdrawn'))`);

export const PUBLISHED_AMISS =
  violating(`SELECT 'calendar ' || p.calendar_id || ' segment ' || p.segment_id || ' ' || p.recurrence_local AS what FROM published p
      JOIN calendar k ON k.id = p.calendar_id JOIN segment s ON s.id = p.segment_id JOIN request r ON r.id = s.request_id
      LEFT JOIN notice n ON n.request_id = r.id LEFT JOIN request_calendar x ON x.request_id = r.id AND x.calendar_id = k.id
      LEFT JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local
      WHERE p.gone_at_min IS NULL AND (o.state IS NOT 'approved' OR k.retired_min IS NOT NULL
        OR k.kind <> 'person' AND (r.publish = 0 OR COALESCE(n.held_back, 0) = 1) OR k.kind = 'made' AND x.choice IS 'excluded')`);

export const SHOWN_AMISS =
  violating(`SELECT 'calendar ' || p.calendar_id || ' segment ' || p.segment_id || ' ' || p.recurrence_local AS what FROM published p
      WHERE (p.gone_at_min IS NULL) <> (p.gone_as IS NULL)
        OR NOT EXISTS (SELECT 1 FROM feed_part f WHERE f.calendar_id = p.calendar_id AND f.segment_id = p.segment_id)`);

export const ANNOUNCED_AMISS =
  violating(`SELECT 'occurrence ' || a.occurrence_id AS what FROM announced a JOIN occurrence o ON o.id = a.occurrence_id
      WHERE o.state NOT IN ('approved','cancelled') OR NOT EXISTS (SELECT 1 FROM published p JOIN calendar k ON k.id = p.calendar_id AND k.kind = 'made'
        AND k.readers ->> '$.kind' = 'everyone' AND instr(k.facts, '"title"') WHERE p.segment_id = o.segment_id AND p.recurrence_local = o.recurrence_local
          AND (p.gone_at_min IS NULL OR p.gone_as = 'cancelled'))`);

/** The rows of a table as the lists they are written from. */
export const STORED_IN_LISTS = jsonFamily({
  samples: ['occupancy', 'equipment use'],
  sql: (kind: 'occupancy' | 'equipment use') =>
    kind === 'occupancy'
      ? `SELECT json_group_array(${OCCUPANCY_LISTS.list}) AS json FROM occupancy`
      : `SELECT json_group_array(${USE_LISTS.list}) AS json FROM equipment_use`,
  value: z.array(z.unknown()),
});

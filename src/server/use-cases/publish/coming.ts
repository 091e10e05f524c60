import type { Reader } from '../../db/connection';
import type { Calendar } from './calendars';

const COMING = `SELECT json_group_object(p.calendar_id, p.coming) AS json FROM (
  SELECT p.calendar_id, COUNT(*) AS coming FROM json_each($calendars) j CROSS JOIN published p ON p.calendar_id = j.value AND p.gone_at_min IS NULL
    JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local JOIN claim c ON c.id = o.standing_id AND c.end_min > $now GROUP BY p.calendar_id) p`;

/** How many dates are to come on each calendar, by its number; none is missing. */
export const comingOn = (
  reader: Reader,
  calendars: readonly Calendar[],
  now: number,
): Promise<Record<string, number>> =>
  reader.json<Record<string, number>>(COMING, {
    calendars: JSON.stringify(calendars.map(({ id }) => id)),
    now,
  });

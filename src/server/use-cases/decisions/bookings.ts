import type { OccurrenceState } from '@/core/changes/transitions';
import type { OccurrenceId, SpaceId } from '@/core/ids';
import type { LocalDateTime } from '@/core/time/local-time';
import { addDays } from '@/core/time/local-time';
import {
  MOST_BOOKINGS,
  OPEN_STATES,
  statesOf,
  type BookingLine,
  type BookingsQuery,
  type BookingsView,
} from '@/contracts/bookings';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import { knownSpaces } from '../calendar/board-house';
import { CATEGORIES_IN_USE } from './decide.queries';

interface BookingRow {
  readonly occurrence: OccurrenceId;
  readonly reference: string;
  readonly version: number;
  readonly title: string;
  readonly mark: string;
  readonly hue: string;
  readonly host: string;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly places: string | null;
  readonly spaceIds: SpaceId[];
  readonly state: OccurrenceState;
  readonly isPast: 0 | 1;
  readonly isSeries: 0 | 1;
}

// Past is told by the end of the event here; what may be done with a running date is told by the step itself.
const BOOKINGS = `
WITH found AS (SELECT o.id, o.state, c.id AS claim, c.start_local, c.end_local, c.start_min, c.end_min, r.id AS request, r.ref, r.row_version, r.title,
    h.organisation_id AS host, k.category_id AS category, g.rrule IS NOT NULL OR (SELECT COUNT(*) FROM occurrence n WHERE n.segment_id = o.segment_id) > 1 AS series
  FROM claim c JOIN occurrence o ON o.standing_id = c.id JOIN request r ON r.id = o.request_id JOIN segment g ON g.id = o.segment_id
    JOIN request_host h ON h.request_id = r.id AND h.position = 0 JOIN request_category k ON k.request_id = r.id AND k.position = 0
    JOIN organisation a ON a.id = h.organisation_id JOIN person p ON p.id = r.requester_id
  WHERE o.state IN (SELECT value FROM json_each($states))
    AND ($from IS NULL OR c.end_local > $from) AND ($to IS NULL OR c.start_local < $to)
    AND ($category IS NULL OR k.category_id = $category)
    AND ($space IS NULL OR EXISTS (SELECT 1 FROM claim_space s WHERE s.claim_id = c.id AND s.space_id = $space))
    AND NOT EXISTS (SELECT 1 FROM json_each($words) w WHERE instr(lower(r.ref || ' ' || r.title || ' ' || a.name || ' ' || p.name), w.value) = 0)
    AND ($made = 'any' OR ($made = 'series') = series)
  ORDER BY o.state NOT IN (SELECT value FROM json_each($open)), c.end_min <= $now, c.start_min, o.id LIMIT ${MOST_BOOKINGS + 1})
SELECT json_group_array(json_object('occurrence', f.id, 'reference', f.ref, 'version', f.row_version, 'title', f.title, 'mark', y.mark, 'hue', y.hue, 'host', a.name,
  'startLocal', f.start_local, 'endLocal', f.end_local, 'state', f.state, 'isPast', f.end_min <= $now, 'isSeries', f.series,
  'places', (SELECT group_concat(s.name, ' + ') FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = f.claim),
  'spaceIds', (SELECT json_group_array(x.space_id) FROM claim_space x WHERE x.claim_id = f.claim))) AS json
FROM found f JOIN organisation a ON a.id = f.host JOIN category y ON y.id = f.category`;

const lineOf = ({ startLocal, endLocal, places, isPast, isSeries, ...row }: BookingRow): BookingLine => ({
  ...row,
  when: spanText(startLocal, endLocal),
  places: places ?? '',
  isPast: isPast === 1,
  isSeries: isSeries === 1,
});

/** Bookings like what is looked for: what is to come first, then what is over, then what is not booked. */
export async function bookings(ctx: Context, query: BookingsQuery): Promise<BookingsView> {
  const { db, clock } = ctx;
  const rows = await db.json<BookingRow[]>(BOOKINGS, {
    states: JSON.stringify(statesOf(query.state)),
    open: JSON.stringify(OPEN_STATES),
    from: query.from && `${query.from}T00:00`,
    to: query.to && `${addDays(query.to, 1)}T00:00`,
    category: query.category,
    space: query.space,
    words: JSON.stringify(query.q.toLowerCase().split(/\s+/).filter(Boolean)),
    made: query.made,
    now: clock.now(),
  });
  const spaces = await knownSpaces(db);
  return {
    lines: rows.slice(0, MOST_BOOKINGS).map(lineOf),
    isCut: rows.length > MOST_BOOKINGS,
    spaces: spaces.map(({ id, name, building }) => ({ id, name, building })),
    categories: await db.all(CATEGORIES_IN_USE),
  };
}

import { say } from '@/contracts/language/say';
import { sayTime } from '@/contracts/words/when';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';
import type { LocalDateTime } from '@/core/time/local-time';
import type { TodayLine } from '@/contracts/desk';
import type { Context } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';

interface TodayRow {
  readonly reference: string;
  readonly title: string;
  readonly startMin: EpochMinute;
  readonly endMin: EpochMinute;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly places: string | null;
  readonly setups: number;
  readonly open: number;
  readonly late: number;
}

// What sets a room for a date: its own orders, and the turnover from the event before it.
const countSetups = (
  condition: string,
): string => `(SELECT COUNT(*) FROM work_order w WHERE w.covered_by IS NULL AND ${condition}
    AND ((w.occurrence_id = o.id AND w.phase = 'setup') OR (w.after_occurrence_id = o.id AND w.phase = 'turnover')))`;

const TODAY = `
SELECT json_group_array(json_object('reference', r.ref, 'title', r.title, 'startMin', c.start_min, 'endMin', c.end_min, 'startLocal', c.start_local, 'endLocal', c.end_local,
  'places', (SELECT group_concat(s.name, ' + ') FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = c.id),
  'setups', ${countSetups(`w.state <> 'withdrawn'`)}, 'open', ${countSetups(`w.state = 'open'`)}, 'late', ${countSetups(`w.state = 'open' AND w.due_min < $now`)})
  ORDER BY c.start_min, o.id) AS json
FROM claim c JOIN occurrence o ON o.standing_id = c.id AND o.state = 'approved' JOIN request r ON r.id = o.request_id
WHERE c.status = 'in-force' AND c.start_min < $end AND c.end_min > $start AND r.kind <> 'notice'`;

/** A time of today as the clock says it; of another day with nothing but an ellipsis. */
const clockOn = (local: LocalDateTime, today: string): string =>
  dateOf(local) === today ? sayTime(local) : '…';

/** What is on today, where, and how far its setting-up is. */
export async function today({ db, clock }: Context): Promise<TodayLine[]> {
  const now = clock.now();
  const tzid = await siteZone(db);
  const day = dateOf(toLocal(now, tzid));
  const rows = await db.json<TodayRow[]>(TODAY, { now, ...dayInterval(day, tzid) });
  return rows.map(
    ({ reference, title, startMin, endMin, startLocal, endLocal, places, setups, open, late }) => ({
      reference,
      title,
      times: `${clockOn(startLocal, day)}–${clockOn(endLocal, day)}`,
      places: places ?? say`no place`,
      isOn: startMin <= now && now < endMin,
      isOver: endMin <= now,
      setups,
      openSetups: open,
      isLate: late > 0,
    }),
  );
}

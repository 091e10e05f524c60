import { patchDate } from '@/core/changes/patch';
import type { OccurrenceId, RequestId, SegmentId } from '@/core/ids';
import { expandDates, type DateSet } from '@/core/recurrence/dates';
import { horizonEnd } from '@/core/spaces/policy';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { addDays, wallMinute, type LocalDate, type LocalDateTime } from '@/core/time/local-time';
import { ChangeSet } from '../changes/change-set';
import { loadStandingClaims } from '../changes/claims';
import { rewriteOccupancy } from '../changes/occupancy-rows';
import type { Writer } from '../db/connection';
import { insertDates } from '../use-cases/ask/insert-request';
import { Request, Segment } from '../db/tables/requests';

interface EndlessRow {
  readonly id: SegmentId;
  readonly request_id: RequestId;
  readonly tzid: string;
  readonly start_local: LocalDateTime;
  readonly rrule: string;
  readonly all_day: 0 | 1;
  readonly materialised_until: LocalDate;
  readonly excluded: string;
  readonly months: number;
  /** The last date that has a row: the new ones want what it wants. */
  readonly last: OccurrenceId;
}

// A segment whose last live date was given up altogether goes on no more.
const ENDLESS = `
SELECT g.id, g.request_id, g.tzid, g.start_local, g.rrule, g.all_day, g.materialised_until,
  (SELECT json_group_array(d.recurrence_local) FROM segment_date d WHERE d.segment_id = g.id AND d.kind = 'excluded') AS excluded,
  MAX((SELECT horizon_months FROM site ORDER BY id LIMIT 1), COALESCE((SELECT MAX(p.horizon_months) FROM space_policy p
    JOIN claim_space s ON s.space_id = p.space_id JOIN claim c ON c.id = s.claim_id JOIN occurrence o ON o.standing_id = c.id WHERE o.segment_id = g.id), 0)) AS months,
  (SELECT o.id FROM occurrence o WHERE o.segment_id = g.id AND o.own = '[]' ORDER BY o.recurrence_local DESC LIMIT 1) AS last
FROM segment g WHERE g.endless = 1 AND EXISTS (SELECT 1 FROM occurrence o WHERE o.segment_id = g.id AND o.state IN ('waiting', 'approved'))`;

async function goOn(tx: Writer, row: EndlessRow, until: LocalDate, now: EpochMinute): Promise<number> {
  const set: DateSet = {
    start: row.start_local,
    tzid: row.tzid,
    allDay: row.all_day === 1,
    rrule: row.rrule,
    extra: [],
    excluded: JSON.parse(row.excluded) as LocalDateTime[],
  };
  const from = `${addDays(row.materialised_until, 1)}T00:00` as LocalDateTime;
  const to = `${addDays(until, 1)}T00:00` as LocalDateTime;
  const keys = expandDates(set, { from, to, most: 3000 });
  const [pattern] = await loadStandingClaims(tx, [row.last]);
  const id = await tx.insertRow(
    `INSERT INTO change_set (actor_id, at_min, action, idempotency_key) VALUES (NULL, $now, 'the series goes on', $key)`,
    { now, key: `series-goes-on:${row.id}:${until}` },
  );
  const change = new ChangeSet(tx, id, null, now);
  const dates = keys.map((key) => {
    const shiftMin = wallMinute(key) - wallMinute(pattern!.startLocal);
    const draft = patchDate(pattern!, { shiftMin }, row.tzid, () => []);
    return { key, start: draft.startLocal, end: draft.endLocal, own: [], claim: draft.content };
  });
  if (dates.length) {
    const made = await insertDates(change, dates, row.request_id, row.id);
    await rewriteOccupancy(tx, made.claimIds);
    await change.updateVersioned(Request, [row.request_id], {});
  }
  await change.update(Segment, [row.id], () => ({ materialised_until: until }));
  await change.writeHistory();
  await tx.run('INSERT INTO change_set_request (change_set_id, request_id) VALUES ($id, $request)', {
    id,
    request: row.request_id,
  });
  return dates.length;
}

/**
 * Series without end have dates up to the furthest horizon of their spaces; each day moves it on. Catches up after an
 * outage however long, and does nothing twice. Gives how many dates came to be.
 */
export async function materialiseSeries(tx: Writer, now: EpochMinute): Promise<number> {
  let made = 0;
  for (const row of await tx.rows<EndlessRow>(ENDLESS)) {
    const until = horizonEnd(now, row.months, row.tzid);
    if (until > row.materialised_until && row.last) made += await goOn(tx, row, until, now);
  }
  return made;
}

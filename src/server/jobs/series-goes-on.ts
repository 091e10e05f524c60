import { patchDate } from '@/core/changes/patch';
import type { OccurrenceId } from '@/core/ids';
import { expandDates, type DateSet } from '@/core/recurrence/dates';
import { horizonEnd } from '@/core/spaces/policy';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { addDays, atMinuteOfDay, wallMinute, type LocalDate } from '@/core/time/local-time';
import { changeByTime } from '../effects/change-by-time';
import { loadStandingClaims } from '../repositories/claims/claims';
import type { Writer } from '../db/connection';
import { insertDates } from '../use-cases/requests/ask/insert-request';
import { Segment } from '../db/tables/requests';
import { ENDLESS_SERIES } from './jobs.queries';
import type { RowOfShape } from '../db/statement';
import { readJson } from '../db/tables/column';
import { at } from '@/core/lists';

type EndlessRow = RowOfShape<typeof ENDLESS_SERIES.row>;

async function goOn(
  tx: Writer,
  row: EndlessRow,
  last: OccurrenceId,
  until: LocalDate,
  now: EpochMinute,
): Promise<number> {
  const set: DateSet = {
    start: row.start_local,
    tzid: row.tzid,
    allDay: row.all_day === 1,
    rrule: row.rrule,
    extra: [],
    excluded: readJson(row.excluded),
  };
  const from = atMinuteOfDay(addDays(row.materialised_until, 1), 0);
  const to = atMinuteOfDay(addDays(until, 1), 0);
  const keys = expandDates(set, { from, to, most: 3000 });
  const pattern = at(await loadStandingClaims(tx, [last]), 0);
  const dates = keys.map((key) => {
    const shiftMin = wallMinute(key) - wallMinute(pattern.startLocal);
    const draft = patchDate(pattern, { shiftMin }, row.tzid, () => []);
    return { key, start: draft.startLocal, end: draft.endLocal, own: [], claim: draft.content };
  });
  const command = { action: 'the series goes on', key: () => `series-goes-on:${row.id}:${until}` };
  return changeByTime(tx, now, command, async (change) => {
    if (dates.length) {
      await insertDates(change, dates, row.request_id, row.id);
    }
    await change.update(Segment, [row.id], () => ({ materialised_until: until }));
    change.requestIds.add(row.request_id);
    return dates.length;
  });
}

/**
 * Series without end have dates up to the furthest horizon of their spaces; each day moves it on. Catches up after an
 * outage however long, and does nothing twice. Gives how many dates came to be.
 */
export async function materialiseSeries(tx: Writer, now: EpochMinute): Promise<number> {
  let made = 0;
  for (const row of await tx.all(ENDLESS_SERIES)) {
    const until = horizonEnd(now, row.months, row.tzid);
    if (until > row.materialised_until && row.last) made += await goOn(tx, row, row.last, until, now);
  }
  return made;
}

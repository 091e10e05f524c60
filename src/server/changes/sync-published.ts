import type { CategoryId, RequestId, SegmentId, SpaceId } from '@/core/ids';
import { isOnCalendar, type CalendarFilter } from '@/core/publishing/calendar-filter';
import type { Writer } from '../db/connection';
import type { ChangeSet } from './change-set';

interface DateRow {
  readonly segment: SegmentId;
  readonly recurrence: string;
  readonly spaces: SpaceId[];
}

interface LedgerRow {
  readonly calendar: number;
  readonly segment: SegmentId;
  readonly recurrence: string;
  readonly gone: number | null;
}

interface PublishedState {
  readonly publish: 0 | 1;
  readonly categories: CategoryId[];
  readonly inForce: DateRow[];
  readonly ledger: LedgerRow[];
  readonly calendars: { readonly id: number; readonly filter: CalendarFilter }[];
}

const STATE = `SELECT json_object(
  'publish', r.publish,
  'categories', (SELECT json_group_array(c.category_id) FROM request_category c WHERE c.request_id = r.id),
  'inForce', (SELECT json_group_array(json_object('segment', o.segment_id, 'recurrence', o.recurrence_local,
      'spaces', (SELECT json_group_array(s.space_id) FROM claim_space s WHERE s.claim_id = c.id)))
    FROM occurrence o JOIN claim c ON c.occurrence_id = o.id AND c.status = 'in-force' WHERE o.request_id = r.id),
  'ledger', (SELECT json_group_array(json_object('calendar', p.calendar_id, 'segment', p.segment_id, 'recurrence', p.recurrence_local, 'gone', p.gone_at_min))
    FROM published p JOIN segment s ON s.id = p.segment_id WHERE s.request_id = r.id),
  'calendars', (SELECT json_group_array(json_object('id', k.id, 'filter', json(k.filter))) FROM calendar k)
) AS json FROM request r WHERE r.id = $id`;

const keyOf = (row: { calendar: number; segment: number; recurrence: string }): string =>
  `${row.calendar}|${row.segment}|${row.recurrence}`;

/** Every (calendar, date) that readers should see now. */
function shownNow(state: PublishedState): { calendar: number; segment: SegmentId; recurrence: string }[] {
  if (!state.publish) return [];
  return state.inForce.flatMap(({ segment, recurrence, spaces }) =>
    state.calendars
      .filter(({ filter }) => isOnCalendar(filter, { categories: state.categories, spaces }))
      .map(({ id }) => ({ calendar: id, segment, recurrence })),
  );
}

async function writeLedger(tx: Writer, appeared: unknown[], gone: unknown[], now: number): Promise<void> {
  await tx.run(
    `INSERT INTO published (calendar_id, segment_id, recurrence_local, shown_at_min)
     SELECT j.value->>'calendar', j.value->>'segment', j.value->>'recurrence', $now FROM json_each($rows) j WHERE true
     ON CONFLICT DO UPDATE SET gone_at_min = NULL`,
    { now, rows: JSON.stringify(appeared) },
  );
  await tx.run(
    `UPDATE published SET gone_at_min = $now FROM json_each($rows) j WHERE published.calendar_id = j.value->>'calendar'
     AND published.segment_id = j.value->>'segment' AND published.recurrence_local = j.value->>'recurrence'`,
    { now, rows: JSON.stringify(gone) },
  );
}

/**
 * Brings the ledger of a request in line with what is in force. Where readers see other dates than before, SEQUENCE of
 * the segment counts up (its first appearance stays 0) and the calendars' change counters move on.
 */
export async function syncPublished(change: ChangeSet, requestId: RequestId): Promise<void> {
  const state = await change.tx.json<PublishedState>(STATE, { id: requestId });
  const shown = shownNow(state);
  const shownKeys = new Set(shown.map(keyOf));
  const present = new Set(state.ledger.filter(({ gone }) => gone === null).map(keyOf));
  const appeared = shown.filter((row) => !present.has(keyOf(row)));
  const gone = state.ledger.filter((row) => row.gone === null && !shownKeys.has(keyOf(row)));
  const touched = [...appeared, ...gone];
  if (!touched.length) return;

  await writeLedger(change.tx, appeared, gone, change.at);
  const known = new Set(state.ledger.map(({ segment }) => segment));
  const segments = [...new Set(touched.map(({ segment }) => segment))];
  await change.update('segment', segments, (row) => ({
    sequence: Number(row.sequence) + (known.has(row.id as SegmentId) ? 1 : 0),
    changed_min: change.at,
  }));
  await change.tx.run(
    'UPDATE calendar SET version = version + 1 WHERE id IN (SELECT value FROM json_each($ids))',
    {
      ids: JSON.stringify([...new Set(touched.map(({ calendar }) => calendar))]),
    },
  );
}

/** Readers see something else of dates that stay: SEQUENCE counts up, and the calendars' change counters move on. */
export async function touchPublished(change: ChangeSet, requestId: RequestId): Promise<void> {
  const state = await change.tx.json<PublishedState>(STATE, { id: requestId });
  const present = state.ledger.filter(({ gone }) => gone === null);
  if (!present.length) return;
  await change.update('segment', [...new Set(present.map(({ segment }) => segment))], (row) => ({
    sequence: Number(row.sequence) + 1,
    changed_min: change.at,
  }));
  await change.tx.run(
    'UPDATE calendar SET version = version + 1 WHERE id IN (SELECT value FROM json_each($ids))',
    { ids: JSON.stringify([...new Set(present.map(({ calendar }) => calendar))]) },
  );
}

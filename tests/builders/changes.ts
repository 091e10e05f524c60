import { randomUUID } from 'node:crypto';
import type { OccurrenceId } from '@/core/ids';
import { changeSchema, type ChangeBody, type ChangeReply } from '@/contracts/requests/change';
import type { Outcome } from '@/contracts/base/refusal';
import type { Clock } from '@/server/platform/clock';
import { Database, keep, type OpenDatabase } from '@/server/db/connection';
import { settleApprovals } from '@/server/use-cases/publishing/settle-approvals';
import { EFFECTS_OF_TIME } from '@/server/effects/follow';
import { ChangeSet } from '@/server/repositories/changes/change-set';
import { syncOrders } from '@/server/effects/orders/sync-orders';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';
import { undoChange } from '@/server/use-cases/requests/change/undo-change';
import { loadDates, loadRequest, type DateRow } from '@/server/repositories/requests/request-rows';
import { ask, SPACE, type TestOffice } from './office';
import type { Table } from '@/server/db/tables/table';
import { WorkOrder } from '@/server/db/tables/work-orders';
import { UnsettledApproval } from '@/server/db/tables/publishing';

export type Step = ChangeBody['step'];

export function expectDone<Value>(outcome: Outcome<Value>): Value {
  if (!outcome.ok) throw new Error(`refused: ${JSON.stringify(outcome.refusal)}`);
  return outcome.value;
}
export const refusalOf = <Value>(outcome: Outcome<Value>) => {
  if (outcome.ok) throw new Error(`not refused: ${JSON.stringify(outcome.value)}`);
  return outcome.refusal;
};

export async function submit(
  office: TestOffice,
  who: string,
  more?: Parameters<typeof ask>[0],
): Promise<string> {
  return expectDone(await submitRequest(office.as(who), ask(more))).reference;
}

export async function datesOf(office: TestOffice, reference: string): Promise<DateRow[]> {
  const request = await loadRequest(office.db, reference);
  return loadDates(office.db, [request!.id]);
}

type Pick = (date: DateRow, index: number) => boolean;

/** One step on picked dates of one or several requests, as they stand now. */
export async function act(
  office: TestOffice,
  who: string,
  references: string | readonly string[],
  step: Step,
  {
    pick = () => true,
    preview = false,
    key = randomUUID(),
    readersWait = false,
  }: { pick?: Pick; preview?: boolean; key?: string; readersWait?: boolean } = {},
): Promise<Outcome<ChangeReply>> {
  const items = [];
  for (const reference of [references].flat()) {
    const request = await loadRequest(office.db, reference);
    const dates = (await loadDates(office.db, [request!.id])).filter(pick);
    items.push({ reference, version: request!.version, occurrences: dates.map(({ id }) => id as number) });
  }
  const outcome = await changeDates(office.as(who), changeSchema.parse({ key, preview, items, step }));
  if (outcome.ok && !preview && readersWait !== true) await settle(office);
  return outcome;
}

/** Shows readers at once what was approved, as if the time for taking it back were over. */
export const settle = async ({
  db,
  clock,
}: {
  readonly db: Database;
  readonly clock: Clock;
}): Promise<void> => {
  await db.write(async (tx) =>
    keep(await tx.table(UnsettledApproval).update({}, { settles_min: clock.now() })),
  );
  await db.write(async (tx) => keep(await settleApprovals(tx, clock.now())));
};

/** Start and end on one day. */
export const times = (day: string, from: string, to: string) => ({
  startsAt: `${day}T${from}`,
  endsAt: `${day}T${to}`,
});

export const statesIn = async (office: TestOffice, reference: string) =>
  (await datesOf(office, reference)).map(({ state }) => state);

/** Asked for by somebody and approved by the manager, whole. */
export async function approvedIn(
  office: TestOffice,
  who: string,
  more?: Parameters<typeof ask>[0],
): Promise<string> {
  const reference = await submit(office, who, more);
  expectDone(await act(office, 'mara', reference, { action: 'approve', reason: 'Agreed.' }));
  return reference;
}

/** Of Ada, on one day: public and private, approved in the east bay and waiting in the west bay. */
export async function everyKindOfBooking(office: TestOffice, day: string) {
  const made: { title: string; publish: boolean; isWaiting: boolean }[] = [];
  for (const publish of [true, false])
    for (const isWaiting of [true, false]) {
      const title = `${publish ? 'Public' : 'Private'} ${isWaiting ? 'wish' : 'event'}`;
      const spaceId = isWaiting ? SPACE.HW : SPACE.HE;
      const more = {
        title,
        publish,
        spaces: [{ spaceId, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 }],
        when: publish ? times(day, '10:00', '11:00') : times(day, '14:00', '15:00'),
      };
      if (isWaiting) await submit(office, 'ada', more);
      else await approvedIn(office, 'ada', more);
      made.push({ title, publish, isWaiting });
    }
  return made;
}

export const undo = (office: TestOffice, who: string, changeSet: number) =>
  undoChange(office.as(who), changeSet, randomUUID());

/** Orders that are otherwise than the dates in force ask for: what bringing all of them in line anew would change. */
export async function ordersOutOfLine({ db, clock }: TestOffice): Promise<string[]> {
  return db.write(async (tx) => {
    const change = new ChangeSet(tx, 0, null, clock.now(), EFFECTS_OF_TIME);
    const rows = await tx.rows<{ id: OccurrenceId }>('SELECT id FROM occurrence');
    await syncOrders(
      change,
      rows.map(({ id }) => id),
    );
    const lines = change.lines(WorkOrder as Table).map(({ id, before, after }) => {
      const changed = Object.keys(after ?? {}).filter((column) => before?.[column] !== after![column]);
      return `${String(after?.order_key ?? id)}: ${changed.map((column) => `${column} ${String(before?.[column])} → ${String(after![column])}`).join(', ')}`;
    });
    return { keep: false, value: lines };
  });
}

/** Everything a change may alter, as text: what two moments of a house are compared by. Numbers that only go on are left out. */
export async function worldOf(db: OpenDatabase): Promise<string[]> {
  const lines = async (name: string, sql: string) =>
    (await db.rows<Record<string, unknown>>(sql)).map((row) => `${name} ${JSON.stringify(row)}`);
  return [
    ...(await lines(
      'date',
      'SELECT id, segment_id, recurrence_local, state, reason, own, standing_id FROM occurrence ORDER BY id',
    )),
    ...(await lines(
      'claim',
      `SELECT id, occurrence_id, kind, status, start_local, end_local, start_min, end_min, access_min, exit_min, people, hold_until_min FROM claim ORDER BY id`,
    )),
    ...(await lines(
      'space',
      'SELECT claim_id, space_id, layout, people, setup_min, strike_min, cut_start_min, cut_end_min FROM claim_space ORDER BY id',
    )),
    ...(await lines('link', 'SELECT * FROM turnover_link ORDER BY 1')),
    ...(await lines('override', 'SELECT * FROM claim_override ORDER BY 1, 2, 3')),
    ...(await lines(
      'occupied',
      'SELECT claim_id, claim_space_id, resource_id, start_min, end_min, occupies FROM occupancy ORDER BY 1, 3, 4',
    )),
    ...(await lines(
      'use',
      'SELECT claim_id, type_id, start_min, end_min, quantity, occupies FROM equipment_use ORDER BY 1, 2, 3',
    )),
    ...(await lines(
      'order',
      `SELECT w.order_key, w.claim_id, w.due_min, w.from_min, w.work_min, w.covered_by, v.content FROM work_order w
      JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version WHERE w.state <> 'withdrawn' ORDER BY 1`,
    )),
    ...(await lines(
      'shown',
      'SELECT calendar_id, segment_id, recurrence_local FROM published WHERE gone_at_min IS NULL ORDER BY 1, 2, 3',
    )),
  ];
}

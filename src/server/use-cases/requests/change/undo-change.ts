import { untranslated } from '@/contracts/language/translate';
import { idOf, type ClaimId, type OccurrenceId, type RequestId } from '@/core/ids';
import type { ChangeReply } from '@/contracts/requests/change';
import { done, refuse, type Outcome, type Refusal } from '@/contracts/base/refusal';
import {
  entityId,
  type AnyRow,
  type ChangeSet,
  type Numbered,
} from '../../../repositories/changes/change-set';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import type { Reader, Writer } from '../../../db/connection';
import { beside, MOST_DATES_HERE } from '../../../context/long-work';
import { UNDO_MINUTES } from '@/core/changes/undo-time';
import { siteZone } from '../../../repositories/world/space-facts';
import { lastChange } from '../../../repositories/requests/since';
import { waysBack } from '../../alternatives/ways-back';
import { inTheWay, type Blocked } from './in-the-way';
import {
  OrderNote,
  WorkOrder,
  WorkOrderVersion,
  ServiceLine,
  WalkThrough,
  Attendance,
  Attendee,
  OrderTemplate,
} from '../../../db/tables/work-orders';
import {
  AtRisk,
  Claim,
  ClaimEquipment,
  ClaimOverride,
  ClaimService,
  ClaimSpace,
  Consent,
  TurnoverLink,
} from '../../../db/tables/claims';
import {
  Notice,
  Occurrence,
  Request,
  RequestAnswer,
  RequestCalendar,
  RequestCategory,
  RequestHost,
  RequestLine,
  Segment,
  SegmentDate,
} from '../../../db/tables/requests';
import { factsOf, type RowOf, type Table } from '../../../db/tables/table';
import {
  DATES_OF_CLAIMS,
  UNDONE_UNDER_KEY,
  COUNT_DATES_TOUCHED,
  ORDERS_OF_CLAIMS,
  LINES_OF_CHANGE,
  UNDONE,
  CHANGE_TO_UNDO,
  CHANGE_KNOWN,
  ORDERS_OF_DATES,
  PUBLISHED_SEGMENTS_OF,
} from './change.queries';
import { EquipmentReturn } from '../../../db/tables/work-orders';
import { isFilled } from '@/core/lists';
import { JsonText, readJson } from '../../../db/tables/column';

interface StoredChange {
  readonly id: number;
  readonly actor_id: number | null;
  readonly at_min: number;
  readonly undoes_id: number | null;
  readonly undone: 0 | 1;
}

/** A row the change touched: as it was before the change, and as the change left it. */
interface TouchedRow {
  readonly table: Table;
  readonly id: string;
  readonly before: AnyRow | null;
  readonly after: AnyRow | null;
}

// In the order in which rows may be taken away: children first. What is not here follows from these by itself.
const ORDER: readonly Table[] = [
  TurnoverLink,
  ClaimOverride,
  ClaimService,
  ClaimEquipment,
  ClaimSpace,
  Claim,
  Occurrence,
  SegmentDate,
  Segment,
  RequestLine,
  RequestAnswer,
  RequestCategory,
  RequestHost,
  RequestCalendar,
  Notice,
  Request,
];

/** Columns that only ever go forward, follow from the rest, or have nothing to do with dates. */
const ONWARD: readonly string[] = ['row_version', 'sequence', 'changed_min', 'handler_id'];

const withoutOnward = (row: AnyRow): AnyRow =>
  Object.fromEntries(Object.entries(row).filter(([column]) => !ONWARD.includes(column)));

async function loadTouched(tx: Writer, changeSet: number): Promise<TouchedRow[]> {
  const lines = await tx.all(LINES_OF_CHANGE, { id: changeSet });
  const touched = new Map<string, TouchedRow>();
  for (const { entity, entity_id, before, after } of lines) {
    const table = ORDER.find((each) => factsOf(each).name === entity);
    if (!table) continue;
    const key = `${entity} ${entity_id}`;
    const parsed = (text: JsonText<AnyRow> | null) => text && readJson(text);
    const first = touched.get(key);
    touched.set(key, {
      table,
      id: entity_id,
      before: first ? first.before : parsed(before),
      after: parsed(after),
    });
  }
  return [...touched.values()].sort((a, b) => ORDER.indexOf(a.table) - ORDER.indexOf(b.table));
}

const same = (a: AnyRow | null, b: AnyRow | null): boolean => {
  const text = (row: AnyRow | null) =>
    row && JSON.stringify(Object.entries(withoutOnward(row)).sort(([x], [y]) => (x < y ? -1 : 1)));
  return text(a) === text(b);
};

/** Whether every row still stands as the change left it. */
async function isUntouchedSince(tx: Writer, touched: readonly TouchedRow[]): Promise<boolean> {
  for (const table of ORDER) {
    const rows = touched.filter((row) => row.table === table);
    if (!rows.length) continue;
    const [column = 'id'] = factsOf(table).key;
    const stored = await tx.table(table).withAny(
      column,
      rows.map(({ before, after }) => (after ?? before)?.[column] ?? null),
    );
    const now = new Map(stored.map((row) => [entityId(table, row), row]));
    if (rows.some(({ id, after }) => !same(now.get(id) ?? null, after))) return false;
  }
  return true;
}

function refusalFor(ctx: SignedInContext, stored: StoredChange | undefined, now: number): Refusal | null {
  const no = (why: Extract<Refusal, { code: 'cannot-undo' }>['why']): Refusal => ({
    code: 'cannot-undo',
    why,
    since: '',
  });
  if (!stored || stored.actor_id === null || stored.undoes_id !== null) return no('nothing');
  const isOwn = stored.actor_id === ctx.viewer.personId;
  if (!isOwn && !ctx.viewer.roles.includes('manager')) return no('not-yours');
  if (stored.undone) return no('undone');
  return now - stored.at_min > UNDO_MINUTES ? no('too-late') : null;
}

/** Rows without a number of their own are not turned into what they were: one is taken away, the other put in its place. */
const apart = (touched: readonly TouchedRow[]): TouchedRow[] =>
  touched.flatMap((row) => {
    const { before, after } = row;
    if (!before || !after || 'id' in after || row.table === TurnoverLink) return [row];
    return same(before, after)
      ? []
      : [
          { ...row, before: null },
          { ...row, after: null },
        ];
  });

/** A hold that has lapsed meanwhile does not come back. */
function statusNow(row: AnyRow, now: number): AnyRow {
  const lapsed = row.status === 'held' && Number(row.hold_until_min) <= now;
  return lapsed ? { ...row, status: 'wanted', hold_until_min: null } : row;
}

/** Puts changed rows back, those that take a place last: at no moment are two claims of a date in force. */
async function putBack(change: ChangeSet, touched: readonly TouchedRow[]): Promise<void> {
  for (const table of ORDER) {
    if (table === TurnoverLink) continue;
    const rows = touched.flatMap(({ id, table: own, before, after }) =>
      own === table && before && after ? [[Number(id), statusNow(before, change.at)] as const] : [],
    );
    const takes = ([, { status }]: (typeof rows)[number]) => status === 'in-force';
    for (const some of [rows.filter((each) => !takes(each)), rows.filter(takes)])
      await change.updateBy(table as Numbered, new Map(some), (row, was) => {
        const { id: _id, ...before } = withoutOnward(was);
        return { ...before, ...('row_version' in row && { row_version: Number(row.row_version) + 1 }) };
      });
  }
}

/** Orders of dates that are no more; nothing is taken from a crew that has done the work. */
async function removeOrders(change: ChangeSet, ids: readonly number[]): Promise<void> {
  const { tx } = change;
  const orders = await tx.all(ORDERS_OF_DATES, { ids });
  const ofOrders = { order_id: orders.map(({ id }) => id) };
  await change.remove(OrderNote, await tx.table(OrderNote).all(ofOrders));
  await tx.table(EquipmentReturn).remove(ofOrders);
  // What was kept beside dates that never were.
  await tx.table(ServiceLine).remove({ occurrence_id: ids });
  await tx.table(WalkThrough).remove({ occurrence_id: ids });
  await tx.table(Attendance).remove({ occurrence_id: ids });
  await tx.table(Attendee).remove({ occurrence_id: ids });
  await tx.table(OrderTemplate).remove({ occurrence_id: ids });
  await change.remove(WorkOrderVersion, await tx.table(WorkOrderVersion).all(ofOrders));
  await change.remove(WorkOrder, orders);
}

/** Withdrawn orders of a claim that is taken away belong to the claim their date stands on again. */
async function pointOrdersBack(change: ChangeSet, claims: readonly ClaimId[]): Promise<void> {
  const orders = await change.tx.all(ORDERS_OF_CLAIMS, { claims });
  const standing = new Map(orders.map((order) => [order.id, order.standing]));
  await change.updateBy(WorkOrder, standing, (_, claim_id) => ({ claim_id }));
}

/** Takes away rows that the change made, those that name others first. */
async function takeAway(change: ChangeSet, made: readonly TouchedRow[]): Promise<void> {
  for (const table of ORDER) {
    const rows = made.flatMap(({ table: own, after }) => (own === table && after ? [after] : []));
    await change.remove(table, await currentRows(change, table, rows));
  }
}

/** Takes away claims and dates that the change made, with what was kept beside them. */
async function takeAwayDates(change: ChangeSet, made: readonly TouchedRow[]): Promise<void> {
  const idsOf = (table: Table) => made.filter((row) => row.table === table).map(({ id }) => Number(id));
  const claims = { claim_id: idsOf(Claim) };
  await change.tx.table(AtRisk).remove(claims);
  await change.tx.table(Consent).remove(claims);
  await removeOrders(change, idsOf(Occurrence));
  await takeAway(change, made);
}

/** The rows as they are now: what goes into the history must be what is taken away. Published segments stay, empty. */
async function currentRows(change: ChangeSet, table: Table, rows: readonly AnyRow[]): Promise<AnyRow[]> {
  if (!isFilled(rows) || !('id' in rows[0])) return [...rows];
  const ids = rows.map(({ id }) => id ?? null);
  const there = await change.tx.table(table).withAny('id', ids);
  if (table !== Segment) return there;
  const published = await change.tx.all(PUBLISHED_SEGMENTS_OF, { segments: ids.map(Number) });
  return there.filter((row) => !published.some(({ id }) => id === row.id));
}

interface Affected {
  readonly claims: ClaimId[];
  readonly requests: RequestId[];
}

async function affectedBy(tx: Writer, touched: readonly TouchedRow[]): Promise<Affected> {
  const of = (table: Table) => touched.filter((row) => row.table === table);
  const claims = new Set([
    ...of(Claim).map(({ id }) => idOf<ClaimId>(Number(id))),
    ...of(ClaimSpace).map(({ before, after }) => idOf<ClaimId>(Number((before ?? after)?.claim_id))),
  ]);
  const rows = await tx.all(DATES_OF_CLAIMS, {
    claims: [...claims],
    ids: of(Occurrence).map(({ id }) => idOf<OccurrenceId>(Number(id))),
  });
  const requests = [
    ...rows.map(({ request_id }) => request_id),
    ...of(Request).map(({ id }) => idOf<RequestId>(Number(id))),
  ];
  return { claims: [...claims], requests: [...new Set(requests)] };
}

/** Rows of claims and dates that the change made: orders name them until they are brought in line. */
const isOfMadeDates = (made: ReadonlySet<unknown>, { table, id, after }: TouchedRow): boolean =>
  table === Occurrence ||
  table === Segment ||
  table === SegmentDate ||
  (table === Claim ? made.has(Number(id)) : made.has(after?.claim_id));

/** Puts everything back as it was; gives what stands in the way of that, where something does. */
async function reverse(
  ctx: SignedInContext,
  change: ChangeSet,
  touched: readonly TouchedRow[],
): Promise<Blocked | null> {
  const affected = await affectedBy(change.tx, touched);
  for (const requestId of affected.requests) change.requestIds.add(requestId);
  const made = touched.filter(({ before, after }) => !before && after);
  const claims = made.filter(({ table }) => table === Claim).map(({ id }) => idOf<ClaimId>(Number(id)));
  const links = touched.filter(({ table }) => table === TurnoverLink);
  await change.remove(
    TurnoverLink,
    links.flatMap(({ after }) => (after ? [after as RowOf<typeof TurnoverLink>] : [])),
  );
  // What the change made goes out of the way before what it replaced comes back.
  await change.update(Claim, claims, () => ({ status: 'released', hold_until_min: null }));
  await putBack(change, touched);
  const madeClaims = new Set<unknown>(claims);
  const ofDates = (row: TouchedRow) => isOfMadeDates(madeClaims, row);
  await takeAway(
    change,
    made.filter((row) => row.table !== TurnoverLink && !ofDates(row)),
  );
  for (const table of [...ORDER].reverse())
    await change.insert(
      table,
      touched.flatMap((row) => (row.table === table && row.before && !row.after ? [row.before] : [])),
    );
  const blocked = await inTheWay(ctx, change, affected.claims);
  if (blocked.sentences.length) return blocked;
  await change.follow();
  await pointOrdersBack(change, claims);
  await takeAwayDates(change, made.filter(ofDates));
  return null;
}

type Undone = Pick<ChangeReply, 'changed' | 'summary'>;

/**
 * Takes a change back: a new change holding its inverse, checked like any other. Refused when it is older than ten
 * minutes, when what it touched was changed again, or when what it gave up is taken by now.
 */
export async function undoChange(
  ctx: SignedInContext,
  changeSet: number,
  key: string,
): Promise<Outcome<Undone>> {
  const isLong = (await datesTouched(ctx.db, changeSet)) > MOST_DATES_HERE;
  return beside(ctx, { name: 'undo-change', args: [changeSet, key], kind: 'writes', isLong }, () =>
    undoHere(ctx, changeSet, key),
  );
}

async function datesTouched(reader: Reader, changeSet: number): Promise<number> {
  const row = await reader.one(COUNT_DATES_TOUCHED, { changeSet });
  return row.dates;
}

async function undoHere(ctx: SignedInContext, changeSet: number, key: string): Promise<Outcome<Undone>> {
  const order = { action: untranslated('undid'), reason: '', idempotencyKey: key };
  const [before] = await ctx.db.all(UNDONE_UNDER_KEY, { id: changeSet, key });
  const [known] = await ctx.db.all(CHANGE_KNOWN, { id: changeSet });
  if (!known) return refuse({ code: 'cannot-undo', why: 'nothing', since: '' });
  const [undone] = await ctx.db.all(UNDONE, { id: changeSet });
  if (undone && !before) return refuse({ code: 'cannot-undo', why: 'undone', since: '' });
  let taken: Blocked | null = null;
  const outcome = await runChangeSet<Undone>(ctx, { ...order, undoes: changeSet }, async (change) => {
    const [stored] = await change.tx.all(CHANGE_TO_UNDO, { id: changeSet, own: change.id });
    const refusal = refusalFor(ctx, stored, change.at);
    if (refusal) return refuse(refusal);
    const touched = await loadTouched(change.tx, changeSet);
    const asked = touched.some(({ table, before: was }) => table === Request && !was);
    if (!touched.length || asked) return refuse({ code: 'cannot-undo', why: 'nothing', since: '' });
    if (!(await isUntouchedSince(change.tx, touched))) {
      const request = (await affectedBy(change.tx, touched)).requests[0];
      const since = request ? await lastChange(change.tx, request, await siteZone(change.tx)) : '';
      return refuse({ code: 'cannot-undo', why: 'changed', since });
    }
    const dates = touched.filter(({ table }) => table === Occurrence).length;
    taken = await reverse(ctx, change, apart(touched));
    if (taken) return refuse({ code: 'cannot-undo', why: 'taken', since: taken.sentences.join(' ') });
    return done({
      changed: dates,
      summary: change.tell({ did: 'taken-back', dates, requests: change.requestIds.size }),
    });
  });
  return taken ? refuseWithWays(ctx, taken) : outcome;
}

/** What it would come back to is taken: what else would do is looked for once nobody has to wait for it. */
async function refuseWithWays(
  ctx: SignedInContext,
  { claims, sentences }: Blocked,
): Promise<Outcome<Undone>> {
  const ways = isFilled(claims) ? await waysBack(ctx, claims) : [];
  return refuse({ code: 'cannot-undo', why: 'taken', since: sentences.join(' '), sentences: ways });
}

import { say } from '@/contracts/language/say';
import type { EquipmentTypeId, SpaceId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDate } from '@/core/time/local-time';
import { dayInterval } from '@/core/time/zone';
import type { ComputedThing, OrderContent } from '@/core/work-orders/order-content';
import type { OrderPhase } from '@/core/work-orders/orders-for';
import { pickList, type PickedThing, type PickLine } from '@/core/work-orders/pick-list';
import type { MovementView, StoreLine, StoresDay } from '@/contracts/stores';
import { dayLong } from '@/contracts/words/when';
import type { SignedInContext } from '../../context/context';
import { sheetFor } from './crew-day';
import { clockOf, type Sheet } from './order-view';

interface ReturnRow {
  readonly typeId: EquipmentTypeId;
  readonly counted: number;
  readonly damaged: number;
  readonly note: string;
  readonly who: string;
  readonly at: EpochMinute;
}

interface OrderRow {
  readonly id: number;
  readonly phase: OrderPhase;
  readonly spaceId: SpaceId | null;
  readonly from: EpochMinute;
  readonly due: EpochMinute;
  readonly content: OrderContent;
  readonly returns: readonly ReturnRow[];
}

interface LoanRow {
  readonly claim: number;
  readonly start: EpochMinute;
  readonly end: EpochMinute;
  readonly title: string;
  readonly reference: string;
  readonly things: readonly {
    readonly typeId: EquipmentTypeId;
    readonly name: string;
    readonly store: string;
    readonly quantity: number;
  }[];
}

interface Rows {
  readonly orders: readonly OrderRow[];
  readonly loans: readonly LoanRow[];
  readonly types: Readonly<
    Record<string, readonly [id: EquipmentTypeId, fetchMin: number, returnMin: number]>
  >;
  readonly stores: readonly string[];
}

// Everybody who works with the stores sees all of what leaves them; orders that nobody may start on yet are the office's.
const ROWS = `SELECT json_object(
  'orders', (SELECT json_group_array(json_object('id', w.id, 'phase', w.phase, 'spaceId', w.space_id, 'from', w.from_min, 'due', w.due_min, 'content', json(v.content),
    'returns', (SELECT json_group_array(json_object('typeId', e.type_id, 'counted', e.counted, 'damaged', e.damaged, 'note', e.note, 'at', e.at_min,
      'who', (SELECT p.name FROM person p WHERE p.id = e.by_id))) FROM equipment_return e WHERE e.order_id = w.id)) ORDER BY w.due_min, w.id)
    FROM work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
    WHERE w.state <> 'withdrawn' AND w.covered_by IS NULL AND w.phase <> 'attendance' AND (w.issued_min IS NOT NULL OR $all) AND w.due_min > $start AND w.due_min <= $end),
  'loans', (SELECT json_group_array(json_object('claim', c.id, 'start', c.start_min, 'end', c.end_min, 'title', r.title, 'reference', r.ref,
    'things', (SELECT json_group_array(json_object('typeId', e.type_id, 'name', t.name, 'store', st.name, 'quantity', e.quantity) ORDER BY e.position)
      FROM claim_equipment e JOIN equipment_type t ON t.id = e.type_id JOIN store st ON st.id = t.store_id WHERE e.claim_id = c.id AND e.claim_space_id IS NULL)))
    FROM claim c JOIN occurrence o ON o.standing_id = c.id JOIN request r ON r.id = o.request_id WHERE c.status = 'in-force' AND r.kind = 'loan'
    AND ((c.start_min > $start AND c.start_min <= $end) OR (c.end_min > $start AND c.end_min <= $end))),
  'types', (SELECT json_group_object(t.name, json_array(t.id, t.fetch_min, t.return_min)) FROM equipment_type t),
  'stores', (SELECT json_group_array(name ORDER BY id) FROM store)) AS json`;

/** What is told of a line beside what the pick list reckons with. */
interface About {
  readonly place: string;
  readonly eventTitle: string;
  readonly reference: string;
}

type Told = PickedThing & About;

function ofOrder(row: OrderRow, types: Rows['types']): Told[] {
  const { content } = row;
  const told = (way: PickedThing['way'], things: readonly ComputedThing[]): Told[] =>
    things.map(({ name, store, quantity }) => ({
      orderId: row.id,
      typeId: types[name]?.[0] ?? null,
      name,
      store,
      quantity,
      spaceId: row.spaceId,
      building: content.building,
      way,
      fromMin: row.from,
      dueMin: row.due,
      place: content.place || content.eventTitle,
      eventTitle: content.eventTitle,
      reference: content.reference,
    }));
  if (row.phase === 'strike') return told('back', content.equipment);
  return [
    ...told('out', [...content.equipment, ...(content.brings ?? [])]),
    ...told('back', content.turnover?.takeAway ?? []),
  ];
}

/** A loan is handed out as it begins and comes back as it ends; each only on its day. */
const ofLoan = (loan: LoanRow, day: { start: EpochMinute; end: EpochMinute }): Told[] =>
  (['out', 'back'] as const).flatMap((way) => {
    const at = way === 'out' ? loan.start : loan.end;
    if (at <= day.start || at > day.end) return [];
    return loan.things.map((thing) => ({
      ...thing,
      orderId: -loan.claim,
      spaceId: null,
      building: '',
      way,
      fromMin: at,
      dueMin: at,
      place: way === 'out' ? say`handed out` : say`brought back`,
      eventTitle: loan.title,
      reference: loan.reference,
    }));
  });

function lineView(line: PickLine & About, returns: readonly ReturnRow[], sheet: Sheet): StoreLine {
  const found = returns.find(({ typeId }) => typeId === line.typeId);
  const { way, quantity, movedDirectly } = line;
  return {
    key: `${line.orderId} ${way} ${line.name}`,
    orderId: line.orderId > 0 ? line.orderId : null,
    typeId: line.typeId,
    way,
    name: line.name,
    quantity: quantity === null ? null : quantity - movedDirectly,
    movedDirectly,
    timeText:
      way === 'out' ? say`by ${clockOf(line.dueMin, sheet)}` : say`from ${clockOf(line.fromMin, sheet)}`,
    place: line.place,
    eventTitle: line.eventTitle,
    reference: line.reference,
    isCountable: way === 'back' && line.orderId > 0 && line.typeId !== null,
    returned: found
      ? {
          counted: found.counted,
          damaged: found.damaged,
          note: found.note,
          text: say`${found.counted} came back${found.damaged ? say`, ${found.damaged} damaged` : ''}; ${found.who}, ${clockOf(found.at, sheet)}`,
        }
      : null,
  };
}

const movementView = (
  {
    quantity,
    leaves,
    arrives,
  }: { readonly quantity: number; readonly leaves: EpochMinute; readonly arrives: EpochMinute },
  from: About & { readonly name: string },
  to: About,
  sheet: Sheet,
): MovementView => ({
  quantity,
  name: from.name,
  timeText: `${clockOf(leaves, sheet)}–${clockOf(arrives, sheet)}`,
  from: from.place,
  to: to.place,
  toEvent: `${to.eventTitle} · ${to.reference}`,
});

/** What leaves the stores on a day and comes back to them, store by store, and what goes straight to its next event. */
export async function storesDay(ctx: SignedInContext, date: LocalDate | null): Promise<StoresDay> {
  const sheet = await sheetFor(ctx, date);
  const day = dayInterval(sheet.date, sheet.tzid);
  const rows = await ctx.db.json<Rows>(ROWS, { ...day, all: ctx.viewer.roles.includes('manager') ? 1 : 0 });
  const things = [
    ...rows.orders.flatMap((row) => ofOrder(row, rows.types)),
    ...rows.loans.flatMap((loan) => ofLoan(loan, day)),
  ];
  const byType = new Map(Object.values(rows.types).map(([id, ...minutes]) => [id, Math.max(...minutes)]));
  const { lines, movements } = pickList(things, (type) => byType.get(type)!);
  const aboutOf = new Map(things.map((thing) => [`${thing.orderId}:${thing.way}:${thing.name}`, thing]));
  const returnsOf = new Map(rows.orders.map(({ id, returns }) => [id, returns]));
  const view = (line: PickLine): StoreLine =>
    lineView(
      { ...line, ...(aboutOf.get(`${line.orderId}:${line.way}:${line.name}`)! as About) },
      returnsOf.get(line.orderId) ?? [],
      sheet,
    );
  const named = [...new Set([...rows.stores, ...lines.map(({ store }) => store)])];
  return {
    date: sheet.date,
    dateText: dayLong(sheet.date),
    isToday: sheet.date === sheet.today,
    stores: named
      .map((name) => ({
        name: name || say`from anywhere`,
        lines: lines.filter(({ store }) => store === name).map(view),
      }))
      .filter((store) => store.lines.length > 0),
    movements: movements.map((move) =>
      movementView(move, aboutOf.get(move.from)!, aboutOf.get(move.to)!, sheet),
    ),
  };
}

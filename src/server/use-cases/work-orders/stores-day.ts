import { t } from '@/contracts/language/translate';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDate } from '@/core/time/local-time';
import { dayInterval } from '@/core/time/zone';
import type { ComputedItem } from '@/core/work-orders/order-content';
import { pickList, type PickedItem, type PickLine } from '@/core/work-orders/pick-list';
import type { MovementView, StoreLine, StoresDay } from '@/contracts/work-orders/stores';
import { dayLong } from '@/contracts/words/when';
import type { SignedInContext } from '../../context/context';
import { sheetFor } from './crew-day';
import { clockOf, type Sheet } from './order-view';
import { ResultOf } from '../../db/statement';
import { ownBind } from './own-orders';
import { THINGS_OF_DAY } from './set-up.queries';
import { loaded } from '@/core/lists';

type Rows = ResultOf<typeof THINGS_OF_DAY>;
type OrderRow = Rows['orders'][number];
type LoanRow = Rows['loans'][number];
type ReturnRow = OrderRow['returns'][number];

/** What is told of a line beside what the pick list reckons with. */
interface About {
  readonly place: string;
  readonly eventTitle: string;
  readonly reference: string;
}

type Told = PickedItem & About;

function ofOrder(row: OrderRow, types: Rows['types']): Told[] {
  const { content } = row;
  const told = (way: PickedItem['way'], things: readonly ComputedItem[]): Told[] =>
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
      place: way === 'out' ? t`handed out` : t`brought back`,
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
    timeText: way === 'out' ? t`by ${clockOf(line.dueMin, sheet)}` : t`from ${clockOf(line.fromMin, sheet)}`,
    place: line.place,
    eventTitle: line.eventTitle,
    reference: line.reference,
    isCountable: way === 'back' && line.orderId > 0 && line.typeId !== null,
    returned: found
      ? {
          counted: found.counted,
          damaged: found.damaged,
          note: found.note,
          text: t`${found.counted} came back${found.damaged ? t`, ${found.damaged} damaged` : ''}; ${found.who}, ${clockOf(found.at, sheet)}`,
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
  const rows = await ctx.db.value(THINGS_OF_DAY, { ...day, all: ownBind(ctx).all });
  const things = [
    ...rows.orders.flatMap((row) => ofOrder(row, rows.types)),
    ...rows.loans.flatMap((loan) => ofLoan(loan, day)),
  ];
  const minutesOf = loaded(
    'equipment',
    Object.values(rows.types).map(([id, ...minutes]) => [id, Math.max(...minutes)] as const),
  );
  const { lines, movements } = pickList(things, minutesOf);
  const aboutOf = loaded<string, About & { readonly name: string }>(
    'what is carried for',
    things.map((thing) => [`${thing.orderId}:${thing.way}:${thing.name}`, thing] as const),
  );
  const returnsOf = new Map(rows.orders.map(({ id, returns }) => [id, returns]));
  const view = (line: PickLine): StoreLine =>
    lineView(
      { ...line, ...aboutOf(`${line.orderId}:${line.way}:${line.name}`) },
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
        name: name || t`from anywhere`,
        lines: lines.filter(({ store }) => store === name).map(view),
      }))
      .filter((store) => store.lines.length > 0),
    movements: movements.map((move) => movementView(move, aboutOf(move.from), aboutOf(move.to), sheet)),
  };
}

import { pairs, at } from '@/core/lists';
import type { EquipmentTypeId } from '../ids';
import { setupKeyOf } from '../occupancy/bands';
import { addMinutes, type EpochMinute } from '../time/epoch-minute';
import type { OrderedItem, TurnoverContent } from './order-content';
import type { OrderedDate, WantedOrder } from './orders-for';
import { edgesOf } from './template-work';

/** One space of an approved date, with what would be done there if it stood alone. Slots count from 0. */
export interface StandingSlot {
  readonly date: OrderedDate;
  readonly slot: number;
  /** All orders of the date; those of the slot are picked out by their space. */
  readonly orders: readonly WantedOrder[];
}

/** Two events in one space with nothing between them on any part of its floor. */
export interface TurnoverPair {
  readonly before: StandingSlot;
  readonly after: StandingSlot;
  /** Minutes to look a standing set-up over and put it right. */
  readonly topUpMin: number;
  /** Minutes to fetch and to return equipment. */
  carry(type: EquipmentTypeId): { readonly fetchMin: number; readonly returnMin: number };
}

/** A set-up is left standing no longer than this: overnight, not over a free day. Common practice, no source. */
export const MOST_STANDING_MIN = 16 * 60;
/** Clearing and setting anew is one piece of work only where one follows the other. Common practice, no source. */
export const MOST_BETWEEN_RESET_MIN = 60;

/** Two bookings of a space after one another, and what is done between them instead of clearing and setting. */
export interface Turnover {
  readonly kind: TurnoverContent['kind'];
  /** Person-minutes. */
  readonly workMin: number;
  readonly savedMin: number;
  readonly bring: readonly OrderedItem[];
  readonly takeAway: readonly OrderedItem[];
  readonly stays: readonly OrderedItem[];
}

interface Counted extends OrderedItem {
  readonly typeId: EquipmentTypeId;
}

/** What these orders of a slot carry; what other teams carry is none of theirs. */
function thingsOf(
  { date, slot }: StandingSlot,
  orders: readonly WantedOrder[],
): Map<EquipmentTypeId, Counted> {
  const carried = new Set(orders.flatMap(({ content }) => content.equipment.map(({ name }) => name)));
  const things = new Map<EquipmentTypeId, Counted>();
  pairs(date.claim.equipment, date.equipment).forEach(([item, { name, store }]) => {
    if (item.spaceIndex !== slot || !carried.has(name)) return;
    const quantity = (things.get(item.typeId)?.quantity ?? 0) + item.quantity;
    things.set(item.typeId, { name, store, typeId: item.typeId, quantity });
  });
  return things;
}

const spaceOf = ({ date, slot }: StandingSlot) => at(date.claim.spaces, slot);

/** What one team would do without a turnover. */
export interface Separately {
  readonly clearing: readonly WantedOrder[];
  readonly setting: readonly WantedOrder[];
}

interface Moved {
  readonly bring: Counted[];
  readonly takeAway: Counted[];
  readonly stays: Counted[];
  /** Minutes of trips to a store that are not made: a trip is saved only where nothing is left to carry. */
  readonly tripMin: number;
}

function moved(pair: TurnoverPair, { clearing, setting }: Separately): Moved {
  const [before, after] = [thingsOf(pair.before, clearing), thingsOf(pair.after, setting)];
  const types = [...new Map([...before, ...after, ...before])].map(([type, thing]) => {
    const [has, needs] = [before.get(type)?.quantity ?? 0, after.get(type)?.quantity ?? 0];
    return { type, thing, has, needs, stays: Math.min(has, needs) };
  });
  const of = (count: (each: (typeof types)[number]) => number): Counted[] =>
    types.flatMap((each) => (count(each) > 0 ? [{ ...each.thing, quantity: count(each) }] : []));
  return {
    bring: of(({ needs, stays }) => needs - stays),
    takeAway: of(({ has, stays }) => has - stays),
    stays: of(({ stays }) => stays),
    tripMin: types.reduce((sum, { type, has, needs, stays }) => {
      if (!stays) return sum;
      const { fetchMin, returnMin } = pair.carry(type);
      return sum + (has === stays ? returnMin : 0) + (needs === stays ? fetchMin : 0);
    }, 0),
  };
}

/** Which share of the seats has to be set or cleared. */
function shareToChange(before: number, after: number): { readonly set: number; readonly clear: number } {
  return {
    set: after > before ? (after - before) / after : 0,
    clear: before > after ? (before - after) / before : 0,
  };
}

const plain = ({ name, store, quantity }: Counted): OrderedItem => ({ name, quantity, store });

/**
 * What one team does between two events when it does not clear and set separately: all stays as it is, something is
 * topped up, or the room is reset with what both need left in it. Null where that saves nothing, or where the events are
 * too far apart.
 */
export function turnoverOf(pair: TurnoverPair, orders: Separately): Turnover | null {
  const [clearMin, setMin] = [total(orders.clearing), total(orders.setting)];
  const crew = crewOf([...orders.clearing, ...orders.setting]);
  const [a, b] = [spaceOf(pair.before), spaceOf(pair.after)];
  const [left, taken] = [
    edgesOf(pair.before.date.claim, pair.before.slot),
    edgesOf(pair.after.date.claim, pair.after.slot),
  ];
  const between = taken['access-start'] - left['exit-end'];
  if (between < 0) return null;
  const { bring, takeAway, stays, tripMin } = moved(pair, orders);
  const things = { bring: bring.map(plain), takeAway: takeAway.map(plain), stays: stays.map(plain) };
  const separately = clearMin + setMin;
  if (setupKeyOf(a) === setupKeyOf(b)) {
    if (between > MOST_STANDING_MIN) return null;
    const share = shareToChange(a.people, b.people);
    const workMin = Math.ceil(pair.topUpMin * crew + share.set * setMin + share.clear * clearMin);
    const isSame = a.people === b.people && !bring.length && !takeAway.length;
    return workMin < separately
      ? { kind: isSame ? 'keep' : 'top-up', workMin, savedMin: separately - workMin, ...things }
      : null;
  }
  if (taken['occupied-start'] - left['occupied-end'] > MOST_BETWEEN_RESET_MIN) return null;
  const savedMin = Math.min(tripMin, separately);
  return savedMin > 0 ? { kind: 'reset', workMin: separately - savedMin, savedMin, ...things } : null;
}

const ofSlot = ({ orders, date, slot }: StandingSlot, phase: 'setup' | 'strike'): WantedOrder[] =>
  orders.filter(
    (order) =>
      order.isBandWork && order.phase === phase && order.spaceId === at(date.claim.spaces, slot).spaceId,
  );

const total = (orders: readonly WantedOrder[]): number =>
  orders.reduce((sum, { workMin }) => sum + workMin, 0);

/** People at work: what the orders take in all, over the minutes there are. */
function crewOf(orders: readonly WantedOrder[]): number {
  const people = orders.map(
    ({ workMin, content }) => workMin / Math.max(1, content.dueMin - content.fromMin),
  );
  return Math.max(1, Math.round(Math.max(0, ...people)));
}

/** What is done between two events instead of clearing and setting, and the keys of the orders that covers. */
export interface Merged {
  readonly order: WantedOrder;
  readonly covers: readonly string[];
}

/** One order for each team that would clear after the first event and set before the second. */
export function turnoverOrders(pair: TurnoverPair, isDone: (key: string) => boolean): Merged[] {
  const strikes = ofSlot(pair.before, 'strike');
  const setups = ofSlot(pair.after, 'setup');
  const teams = [...new Set(strikes.map(({ teamId }) => teamId))];
  return teams.flatMap((teamId) => {
    const clearing = strikes.filter((order) => order.teamId === teamId);
    const setting = setups.filter((order) => order.teamId === teamId);
    const both = [...clearing, ...setting];
    if (!setting.length || both.some(({ key }) => isDone(key))) return [];
    const turnover = turnoverOf(pair, { clearing, setting });
    if (!turnover) return [];
    const order = turnoverOrder(pair, { clearing, setting }, turnover);
    return [{ order, covers: both.map(({ key }) => key) }];
  });
}

function turnoverContent(
  before: TurnoverPair['before'],
  { kind, bring, takeAway, stays, savedMin }: Turnover,
): TurnoverContent {
  const { reference, eventTitle } = before.date;
  const { layout, people } = spaceOf(before);
  return { kind, before: { reference, eventTitle, layout, people }, bring, takeAway, stays, savedMin };
}

function turnoverOrder(
  { before, after }: TurnoverPair,
  { clearing, setting: settings }: Separately,
  turnover: Turnover,
): WantedOrder {
  const [setting] = settings as [WantedOrder];
  const { teamId } = setting;
  // Nothing that was to be gone through is lost by doing both in one piece.
  const checklist = [
    ...new Set([...clearing, ...settings].flatMap(({ content }) => content.checklist ?? [])),
  ];
  const space = spaceOf(before);
  const left = edgesOf(before.date.claim, before.slot)['exit-end'];
  return {
    ...setting,
    key: `turnover:${space.spaceId}:${before.date.occurrenceId}:${after.date.occurrenceId}:${teamId}`,
    origin: 'turnover',
    occurrenceId: before.date.occurrenceId,
    afterOccurrenceId: after.date.occurrenceId,
    phase: 'turnover',
    isBandWork: false,
    workMin: turnover.workMin,
    content: {
      ...setting.content,
      equipment: turnover.bring,
      ...(checklist.length > 0 && { checklist }),
      fromMin: Math.min(left, addMinutes(setting.content.dueMin, -1)) as EpochMinute,
      turnover: turnoverContent(before, turnover),
    },
  };
}

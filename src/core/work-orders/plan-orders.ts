import { given } from '@/core/lists';
import type { EpochMinute } from '../time/epoch-minute';
import { sameContent, type OrderContent } from './order-content';
import type { OrderOrigin, OrderPhase, WantedOrder } from './orders-for';

/** How far an order is; withdrawn ones stay to be read by who had them. */
export type OrderState = 'open' | 'done' | 'withdrawn';

/** An order as stored; `content` is that of its newest version. */
export interface StoredOrder {
  readonly key: string;
  readonly state: OrderState;
  readonly origin: OrderOrigin;
  readonly phase: OrderPhase;
  /** Before that nobody has read it, so it may become another without a word. */
  readonly isIssued: boolean;
  /** Null unless done. */
  readonly doneMin: EpochMinute | null;
  readonly content: OrderContent;
}

/** Work that was done for nothing, and the order that takes it back. */
export interface TakeBack<Stored extends StoredOrder> {
  readonly done: Stored;
  readonly key: string;
}

/** What changes from the orders there are to those that are wanted; each list empty where nothing does. */
export interface OrderPlan<Stored extends StoredOrder = StoredOrder> {
  readonly add: readonly WantedOrder[];
  /** Not issued yet, with other content now: the same version, replaced without a word. */
  readonly replace: readonly WantedOrder[];
  /** Issued before, with other content now: a new version. One that was withdrawn or done is open again. */
  readonly revise: readonly WantedOrder[];
  /** Keys of open orders nothing asks for any more. Done ones stay as they are. */
  readonly withdraw: readonly string[];
  readonly takeBack: readonly TakeBack<Stored>[];
}

const counterKey = (key: string, nth: number): string => `counter:${key}:${nth}`;

/**
 * The order whose work a counter-order takes back.
 */
export const counteredKey = (key: string): string => key.slice('counter:'.length, key.lastIndexOf(':'));

/** Whether a room that stood and was only kept is cleared by what clears it anyway. */
const hasChanged = ({ turnover, equipment }: OrderContent): boolean =>
  !turnover || turnover.kind === 'reset' || equipment.length > 0;

/** Whether the room was set as the order says, so that there is something to take back. */
const hasSet = ({ phase, state, origin, content }: StoredOrder): boolean =>
  state === 'done' &&
  origin !== 'counter' &&
  (phase === 'setup' || (phase === 'turnover' && hasChanged(content)));

const isAt = (content: OrderContent, other: OrderContent | undefined): boolean =>
  other !== undefined && content.place === other.place && content.building === other.building;

/**
 * When work is taken back: from now on, in time for whatever comes next in the space and before it would have been
 * cleared. In minutes since 1970 UTC.
 */
export interface CounterWindow {
  readonly fromMin: EpochMinute;
  readonly dueMin: EpochMinute;
}

/** The order that takes back what was set: the same things the other way. Due at least a minute after it begins. */
export const counterContent = (
  { content }: StoredOrder,
  { fromMin, dueMin }: CounterWindow,
): OrderContent => ({
  ...content,
  fromMin,
  dueMin: Math.max(fromMin + 1, dueMin) as EpochMinute,
});

/** What was set and what was taken back, of the orders known by one plan. */
class Counters<Stored extends StoredOrder> {
  private readonly of = new Map<string, Stored[]>();

  constructor(stored: readonly Stored[]) {
    for (const order of stored) {
      if (order.origin !== 'counter') continue;
      const key = counteredKey(order.key);
      this.of.set(key, [...(this.of.get(key) ?? []), order]);
    }
  }

  /** The room does not stand any more as the order left it. */
  isTakenBack({ key, doneMin }: Stored): boolean {
    return (this.of.get(key) ?? []).some(
      ({ state, doneMin: at }) => state === 'done' && doneMin !== null && at !== null && at >= doneMin,
    );
  }

  isBeingTakenBack({ key }: Stored): boolean {
    return (this.of.get(key) ?? []).some(({ state }) => state === 'open');
  }

  /** One that was withdrawn is asked for again; else there is a further one. */
  keyFor({ key }: Stored): string {
    const known = this.of.get(key) ?? [];
    return known.find(({ state }) => state === 'withdrawn')?.key ?? counterKey(key, known.length + 1);
  }
}

/**
 * Brings stored orders in line with the wanted ones. Running it again on its own result plans nothing.
 *
 * Work that was done is taken back where nothing asks for it any more, or only at another place; that stands until it is
 * done itself, or until what was set is wanted again where it stands. What was taken back has to be done again.
 */
export function planOrders<Stored extends StoredOrder>(
  wanted: readonly WantedOrder[],
  stored: readonly Stored[],
): OrderPlan<Stored> {
  const known = new Map(stored.map((order) => [order.key, order]));
  const now = new Map(wanted.map((order) => [order.key, order]));
  const counters = new Counters(stored);
  const isOther = (order: WantedOrder): boolean => {
    const before = known.get(order.key);
    if (!before) return false;
    return (
      before.state === 'withdrawn' ||
      counters.isTakenBack(before) ||
      !sameContent(before.content, order.content)
    );
  };
  const isWanted = ({ key, origin, content }: Stored): boolean =>
    origin === 'counter' ? !isAt(content, now.get(counteredKey(key))?.content) : now.has(key);
  const other = wanted.filter(isOther);
  const isIssued = ({ key }: WantedOrder): boolean => given('the order', known.get(key)).isIssued;
  return {
    add: wanted.filter((order) => !known.has(order.key)),
    replace: other.filter((order) => !isIssued(order)),
    revise: other.filter(isIssued),
    withdraw: stored.filter((order) => order.state === 'open' && !isWanted(order)).map(({ key }) => key),
    takeBack: stored.flatMap((order) => {
      const stands = hasSet(order) && !counters.isTakenBack(order) && !counters.isBeingTakenBack(order);
      return stands && !isAt(order.content, now.get(order.key)?.content)
        ? [{ done: order, key: counters.keyFor(order) }]
        : [];
    }),
  };
}

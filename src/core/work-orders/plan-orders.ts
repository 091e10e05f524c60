import type { EpochMinute } from '../time/epoch-minute';
import { sameContent, type OrderContent } from './order-content';
import type { OrderOrigin, OrderPhase, WantedOrder } from './orders-for';

export type OrderState = 'open' | 'done' | 'withdrawn';

/** An order as stored; `content` is that of its newest version. */
export interface StoredOrder {
  readonly key: string;
  readonly state: OrderState;
  readonly origin: OrderOrigin;
  readonly phase: OrderPhase;
  readonly version: number;
  /** Before that nobody has read it, so it may become another without a word. */
  readonly isIssued: boolean;
  readonly content: OrderContent;
}

export interface OrderPlan {
  readonly add: readonly WantedOrder[];
  /** Not issued yet, with other content now: the same version, replaced without a word. */
  readonly replace: readonly WantedOrder[];
  /** Issued before, with other content now: a new version. One that was withdrawn or done is open again. */
  readonly revise: readonly WantedOrder[];
  /** Keys of open orders nothing asks for any more. Done ones stay as they are. */
  readonly withdraw: readonly string[];
}

/** Under which key work that was done for nothing is taken back; a version is taken back once. */
export const counterKey = (key: string, version: number): string => `counter:${key}:${version}`;

/** Whether the room stands as the order says, so that there is something to take back. */
const hasSet = ({ phase, state, origin }: StoredOrder): boolean =>
  state === 'done' && origin !== 'counter' && (phase === 'setup' || phase === 'turnover');

const isElsewhere = (before: OrderContent, now: OrderContent): boolean =>
  before.place !== now.place || before.building !== now.building;

/** Stored orders whose work was done and is for nothing: nothing asks for it any more, or only at another place. */
export function undoneWork<Stored extends StoredOrder>(
  wanted: readonly WantedOrder[],
  stored: readonly Stored[],
): Stored[] {
  const byKey = new Map(wanted.map((order) => [order.key, order]));
  return stored.filter((order) => {
    if (!hasSet(order)) return false;
    const now = byKey.get(order.key);
    return !now || isElsewhere(order.content, now.content);
  });
}

/** When work is taken back: from now on, in time for whatever comes next in the space and before it would have been cleared. */
export interface CounterWindow {
  readonly fromMin: EpochMinute;
  readonly dueMin: EpochMinute;
}

/** The order that takes back what was set: the same things the other way. */
export const counterContent = (
  { content }: StoredOrder,
  { fromMin, dueMin }: CounterWindow,
): OrderContent => ({
  ...content,
  fromMin,
  dueMin: Math.max(fromMin + 1, dueMin) as EpochMinute,
});

/** Whether a stored order has to change to say what is wanted. */
function isOther(before: StoredOrder, order: WantedOrder, wasTakenBack: boolean): boolean {
  // What is to be taken back was true when it was made; the hours of later runs are not.
  if (order.origin === 'counter') return before.state === 'withdrawn';
  if (before.state === 'withdrawn' || wasTakenBack) return true;
  return !sameContent(before.content, order.content);
}

/**
 * Brings stored orders in line with the wanted ones. Running it again on its own result plans nothing. Work whose
 * taking back is done has to be done again when it is wanted again.
 */
export function planOrders(wanted: readonly WantedOrder[], stored: readonly StoredOrder[]): OrderPlan {
  const known = new Map(stored.map((order) => [order.key, order]));
  const keys = new Set(wanted.map((order) => order.key));
  const isTakenBack = ({ key, version, state }: StoredOrder): boolean =>
    state === 'done' && known.get(counterKey(key, version))?.state === 'done';
  const other = wanted.filter((order) => {
    const before = known.get(order.key);
    return before && isOther(before, order, isTakenBack(before));
  });
  const isIssued = ({ key }: WantedOrder): boolean => known.get(key)!.isIssued;
  return {
    add: wanted.filter((order) => !known.has(order.key)),
    replace: other.filter((order) => !isIssued(order)),
    revise: other.filter(isIssued),
    withdraw: stored.filter(({ key, state }) => state === 'open' && !keys.has(key)).map(({ key }) => key),
  };
}

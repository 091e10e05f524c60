import type { EpochMinute, Interval } from '../time/epoch-minute';

/** So many pieces are away during the span, fetch and return included. Start inclusive, end exclusive. */
export interface Use {
  readonly span: Interval;
  readonly quantity: number;
}

/** Stock rises or falls by `delta` over [from, to); `to` null is for good. */
export interface StockLine {
  readonly from: EpochMinute;
  readonly to: EpochMinute | null;
  readonly delta: number;
}

/** A stretch of constant stock and use. `left` is negative when more is promised than there is. */
export interface Level {
  readonly span: Interval;
  readonly stock: number;
  readonly inUse: number;
  readonly left: number;
}

interface Edge {
  readonly at: number;
  readonly stock: number;
  readonly inUse: number;
}

function edges(window: Interval, uses: readonly Use[], stock: readonly StockLine[]): Edge[] {
  const found: Edge[] = [];
  const add = (start: number, end: number, change: { stock: number; inUse: number }) => {
    if (end <= window.start || start >= window.end || end <= start) return;
    found.push({ at: Math.max(start, window.start), ...change });
    if (end < window.end) found.push({ at: end, stock: -change.stock, inUse: -change.inUse });
  };
  for (const use of uses) add(use.span.start, use.span.end, { stock: 0, inUse: use.quantity });
  for (const line of stock) add(line.from, line.to ?? Infinity, { stock: line.delta, inUse: 0 });
  return found.sort((a, b) => a.at - b.at);
}

/** Stock and use over a window as a sweep: a piece returned at a minute serves a loan that begins at it. */
export function levels(window: Interval, uses: readonly Use[], stock: readonly StockLine[]): Level[] {
  const found: Level[] = [];
  let from = window.start;
  let level = { stock: 0, inUse: 0 };
  const close = (at: EpochMinute) => {
    if (at > from) found.push({ span: { start: from, end: at }, ...level, left: level.stock - level.inUse });
    from = at;
  };
  for (const edge of edges(window, uses, stock)) {
    close(edge.at as EpochMinute);
    level = { stock: level.stock + edge.stock, inUse: level.inUse + edge.inUse };
  }
  close(window.end);
  return found;
}

/** The stretch with least left in the window; the first of equals. */
export function scarcest(window: Interval, uses: readonly Use[], stock: readonly StockLine[]): Level {
  return levels(window, uses, stock).reduce((least, level) => (level.left < least.left ? level : least));
}

/** Everything from one to the other in their order, both included, whichever comes first. */
export function between<Id>(order: readonly Id[], from: Id, to: Id): Id[] {
  const [a, b] = [order.indexOf(from), order.indexOf(to)].sort((x, y) => x - y) as [number, number];
  return a < 0 ? [to] : order.slice(a, b + 1);
}

/** Where a key leads in a list: to its neighbours, to the ends; null for every other key. */
export function steppedTo<Id>(order: readonly Id[], from: Id, key: string): Id | null {
  const at = order.indexOf(from);
  const step: Readonly<Record<string, number>> = {
    ArrowDown: Math.min(at + 1, order.length - 1),
    ArrowUp: Math.max(at - 1, 0),
    Home: 0,
    End: order.length - 1,
  };
  const to = step[key];
  return to === undefined || at < 0 ? null : (order[to] ?? null);
}

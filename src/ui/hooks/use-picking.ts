import { useRef, type ChangeEvent, type KeyboardEvent } from 'react';
import { between, steppedTo } from '@/ui/hooks/range';

interface Picking<Id> {
  /** What can be picked, in the order it is shown. */
  readonly order: readonly Id[];
  readonly picked: ReadonlySet<Id>;
  onPick(ids: ReadonlySet<Id>): void;
}

/**
 * Boxes of a list to pick from: one by one, as a range from the one picked before with Shift; arrows go from box to
 * box, and pick on the way with Shift. `list` goes on whatever holds the boxes.
 */
export function usePicking<Id extends string | number, Holder extends HTMLElement>({
  order,
  picked,
  onPick,
}: Picking<Id>) {
  const list = useRef<Holder>(null);
  const last = useRef<Id | null>(null);
  const setAll = (ids: readonly Id[], isPicked: boolean) => {
    const next = new Set(picked);
    for (const id of ids)
      if (isPicked) next.add(id);
      else next.delete(id);
    onPick(next);
  };
  const toggle = (id: Id, event: ChangeEvent<HTMLInputElement>) => {
    const isRange = (event.nativeEvent as MouseEvent).shiftKey && last.current !== null;
    setAll(isRange ? between(order, last.current!, id) : [id], event.target.checked);
    last.current = id;
  };
  const walk = (id: Id, event: KeyboardEvent) => {
    const to = steppedTo(order, id, event.key);
    if (to === null) return;
    event.preventDefault();
    if (event.shiftKey) setAll(between(order, id, to), true);
    last.current = to;
    list.current?.querySelector<HTMLInputElement>(`input[data-pick="${to}"]`)?.focus();
  };
  const boxOf = (id: Id) => ({
    type: 'checkbox' as const,
    'data-pick': id,
    checked: picked.has(id),
    onChange: (event: ChangeEvent<HTMLInputElement>) => toggle(id, event),
    onKeyDown: (event: KeyboardEvent) => walk(id, event),
  });
  return { list, boxOf };
}

export type PickBox<Id extends string | number> = ReturnType<
  ReturnType<typeof usePicking<Id, HTMLElement>>['boxOf']
>;

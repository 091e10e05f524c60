import type { RowData, SortingState, Updater } from '@tanstack/react-table';
import type { ReactNode } from 'react';

/** A column of a table; `order` is by what the rows stand when its head is pressed, none where they cannot. */
export interface Column<Line extends RowData, Order extends string = never> {
  readonly id: string;
  readonly head: string;
  /** Heard, not seen: over boxes to pick by. */
  readonly isHeadHidden?: boolean;
  readonly isNumber?: boolean;
  readonly order?: Order;
  /** That order begins with the most. */
  readonly isDown?: boolean;
  readonly cellClass?: string;
  cell(line: Line): ReactNode;
}

/** What the order of the rows is for the package: one column, or none where no head stands for it. */
export function sortingOf<Line extends RowData, Order extends string>(
  columns: readonly Column<Line, Order>[],
  order: Order | undefined,
): SortingState {
  const column = order && columns.find((each) => each.order === order);
  return column ? [{ id: column.id, desc: column.isDown ?? false }] : [];
}

/** The order a press on a head asks for; undefined where it stays. */
export function orderAfter<Line extends RowData, Order extends string>(
  columns: readonly Column<Line, Order>[],
  before: SortingState,
  change: Updater<SortingState>,
): Order | undefined {
  const [first] = typeof change === 'function' ? change(before) : change;
  return first && columns.find(({ id }) => id === first.id)?.order;
}

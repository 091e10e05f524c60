import { rowSortingFeature, tableFeatures, type ColumnDef, type RowData } from '@tanstack/react-table';
import type { Column } from './order';

export const FEATURES = tableFeatures({ rowSortingFeature });

/** The columns as the table package takes them. */
export const defsOf = <Line extends RowData, Order extends string>(
  columns: readonly Column<Line, Order>[],
): ColumnDef<typeof FEATURES, Line>[] =>
  columns.map(({ id, head, order, isDown = false }) => ({
    id,
    header: head,
    accessorFn: (line) => line,
    enableSorting: order !== undefined,
    sortDescFirst: isDown,
  }));

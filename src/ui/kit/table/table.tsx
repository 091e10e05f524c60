'use client';
import { useTable, type Header, type Row, type RowData } from '@tanstack/react-table';
import { ArrowDown, ArrowUp } from 'lucide-react';
import type { ComponentProps, KeyboardEvent, RefObject } from 'react';
import { defsOf, FEATURES } from './columns';
import { orderAfter, sortingOf, type Column } from './order';
import { useWindowRows } from './use-window-rows';

type AnyHeader<Line extends RowData> = Header<typeof FEATURES, Line>;
type AnyRow<Line extends RowData> = Row<typeof FEATURES, Line>;

const SORTED = { asc: 'ascending', desc: 'descending' } as const;

function Head<Line extends RowData, Order extends string>({
  header,
  column,
}: {
  header: AnyHeader<Line>;
  column: Column<Line, Order>;
}) {
  const isSorted = header.column.getIsSorted();
  const Arrow = isSorted === 'desc' ? ArrowDown : ArrowUp;
  return (
    <th
      scope="col"
      aria-sort={isSorted ? SORTED[isSorted] : undefined}
      className={`px-2 py-2 font-semibold first:pl-3 ${column.isNumber ? 'text-right' : ''}`}
    >
      {column.order === undefined ? (
        <span className={column.isHeadHidden ? 'sr-only' : ''}>{column.head}</span>
      ) : (
        <button
          type="button"
          className={`inline-flex items-center gap-1 font-semibold hover:underline ${column.isNumber ? 'flex-row-reverse' : ''}`}
          onClick={() => header.column.toggleSorting(column.isDown)}
        >
          {column.head}
          <Arrow size={13} aria-hidden="true" className={isSorted ? '' : 'invisible'} />
        </button>
      )}
    </th>
  );
}

const GroupHead = ({ words, span, ...row }: { words: string; span: number } & ComponentProps<'tr'>) => (
  <tr {...row} className="border-b border-rule bg-paper">
    <th
      scope="rowgroup"
      colSpan={span}
      className="px-3 pt-2 pb-1 text-left text-note font-semibold text-soft"
    >
      {words}
    </th>
  </tr>
);

/** Room for rows that are not drawn. */
const Gap = ({ px }: { px: number }) => (px > 0 ? <tr aria-hidden="true" style={{ height: px }} /> : null);

type DrawnRow<Line extends RowData> =
  | { readonly kind: 'head'; readonly key: string; readonly words: string }
  | { readonly kind: 'line'; readonly key: string; readonly row: AnyRow<Line> };

/** The rows with a head before the first of each group. */
function withHeads<Line extends RowData>(
  rows: readonly AnyRow<Line>[],
  groupOf: (line: Line) => string | null,
): DrawnRow<Line>[] {
  let last: string | null = null;
  return rows.flatMap((row): DrawnRow<Line>[] => {
    const group = groupOf(row.original);
    const isFirst = group !== null && group !== last;
    last = group;
    const line = { kind: 'line' as const, key: row.id, row };
    return isFirst ? [{ kind: 'head', key: `head ${group}`, words: group }, line] : [line];
  });
}

const noGroup = () => null;

interface RowProps<Line extends RowData, Order extends string> {
  readonly row: AnyRow<Line>;
  readonly own: ComponentProps<'tr'>;
  readonly isMarked: ((line: Line) => boolean) | undefined;
  readonly columns: readonly Column<Line, Order>[];
}

const Row = <Line extends RowData, Order extends string>({
  row,
  own,
  isMarked,
  columns,
}: RowProps<Line, Order>) => (
  <tr
    {...own}
    className={`border-b border-rule align-top hover:bg-paper ${isMarked?.(row.original) ? 'bg-sunk' : ''}`}
  >
    {/* Called, not rendered as a component: made anew with each drawing, that would lose the focus in it. */}
    {columns.map(({ id, isNumber, cellClass = '', cell }) => (
      <td key={id} className={`px-2 py-2 first:pl-3 ${isNumber ? 'text-right' : ''} ${cellClass}`}>
        {cell(row.original)}
      </td>
    ))}
  </tr>
);

interface TableProps<Line extends RowData, Order extends string> {
  readonly label: string;
  readonly columns: readonly Column<Line, Order>[];
  /** In the order they are to stand in: who shows them puts them in order, and keeps it in the address. */
  readonly lines: readonly Line[];
  /** By what they stand; a press on a head asks for another. */
  readonly order?: Order;
  onOrder?(order: Order): void;
  keyOf(line: Line): string;
  /** A head over the lines that share it; they stand together. */
  groupOf?(line: Line): string | null;
  isMarked?(line: Line): boolean;
  readonly bodyRef?: RefObject<HTMLTableSectionElement | null>;
  onKeyDown?(event: KeyboardEvent<HTMLTableSectionElement>): void;
}

/**
 * Lines in columns: heads that say by what they stand and put them in another order, heads over groups, and of many lines
 * only those near the window drawn.
 */
export function Table<Line extends RowData, Order extends string = never>(props: TableProps<Line, Order>) {
  const {
    label,
    columns,
    lines,
    order,
    onOrder,
    keyOf,
    groupOf = noGroup,
    isMarked,
    bodyRef,
    onKeyDown,
  } = props;
  const sorting = sortingOf(columns, order);
  const table = useTable({
    features: FEATURES,
    columns: defsOf(columns),
    data: lines,
    getRowId: keyOf,
    manualSorting: true,
    enableSortingRemoval: false,
    state: { sorting },
    onSortingChange: (change) => {
      const next = orderAfter(columns, sorting, change);
      if (next !== undefined) onOrder?.(next);
    },
  });
  const drawn = withHeads(table.getRowModel().rows, groupOf);
  const { items, measure, under, beforePx, afterPx } = useWindowRows(drawn);
  return (
    <div className="sheet overflow-x-auto" tabIndex={0} role="region" aria-label={label}>
      <table className="w-full min-w-[52rem] text-left" aria-rowcount={drawn.length + 1}>
        <thead ref={under} className="small-caps border-b border-strong-rule">
          <tr>
            {table.getFlatHeaders().map((header, index) => (
              <Head key={header.id} header={header} column={columns[index]!} />
            ))}
          </tr>
        </thead>
        <tbody ref={bodyRef} onKeyDown={onKeyDown}>
          <Gap px={beforePx} />
          {items.map((index) => {
            const each = drawn[index]!;
            const own = { ref: measure, 'data-index': index, 'aria-rowindex': index + 2 };
            if (each.kind === 'head')
              return <GroupHead key={each.key} words={each.words} span={columns.length} {...own} />;
            return <Row key={each.key} row={each.row} own={own} isMarked={isMarked} columns={columns} />;
          })}
          <Gap px={afterPx} />
        </tbody>
      </table>
    </div>
  );
}

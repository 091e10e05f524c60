import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useDeferredValue, useEffect, useRef, type RefObject } from 'react';
import { axisPx } from './axis-head';
import { BoardRowView, type RowContext } from './board-row';
import { rowHeightPx, type BoardRow } from './rows';

const ROWS_AHEAD = 3;
const FIRST_SIZE = { width: 2000, height: 560 };

interface RowsProps {
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly rows: readonly BoardRow[];
  readonly context: RowContext;
}

/** The rows as far as they can be seen. By itself, so that scrolling draws nothing else of the board anew. */
export const BoardRows = memo(function BoardRows({ scroller, rows, context }: RowsProps) {
  // What is seen is drawn first, the rows beyond it as soon as there is time.
  const ahead = useDeferredValue(ROWS_AHEAD, 0);

  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => rowHeightPx(rows[index]!),
    paddingStart: axisPx(),
    overscan: ahead,
    initialRect: FIRST_SIZE,
  });
  const measured = useRef(rows);
  useEffect(() => {
    if (measured.current === rows) return;
    measured.current = rows;
    virtual.measure();
  }, [rows, virtual]);
  return virtual
    .getVirtualItems()
    .map(({ index, start, size }) => (
      <BoardRowView key={index} row={rows[index]!} context={context} top={start} height={size} />
    ));
});

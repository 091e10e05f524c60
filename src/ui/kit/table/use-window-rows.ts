import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useState } from 'react';

/** So many are drawn all at once, as print and the browser's own search would have them; of more only those in sight. */
const ALL_DRAWN = 200;
const AHEAD = 12;
const HEIGHT_PX = { head: 34, line: 96 } as const;
/** Before the window is known: on the server, and in the first drawing. */
const FIRST_SIZE = { width: 1280, height: 1200 };

interface WindowRow {
  readonly kind: 'head' | 'line';
  readonly key: string;
}

/** Which rows of a table to draw, and how much room those above and beneath take, in pixels. `under` goes on its head. */
export function useWindowRows(rows: readonly WindowRow[]) {
  const [topPx, setTopPx] = useState(0);
  const under = useCallback((head: HTMLTableSectionElement | null) => {
    if (head) setTopPx(head.getBoundingClientRect().bottom + window.scrollY);
  }, []);
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: (index) => HEIGHT_PX[rows[index]!.kind],
    getItemKey: (index) => rows[index]!.key,
    overscan: rows.length <= ALL_DRAWN ? ALL_DRAWN : AHEAD,
    initialRect: FIRST_SIZE,
    scrollMargin: topPx,
  });
  const items = virtual.getVirtualItems();
  return {
    items: items.map(({ index }) => index),
    measure: virtual.measureElement,
    under,
    beforePx: (items[0]?.start ?? topPx) - topPx,
    afterPx: virtual.getTotalSize() + topPx - (items.at(-1)?.end ?? topPx),
  };
}

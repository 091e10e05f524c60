// The plainest list that scrolls as many rows with the same library: what a step of the board is measured against.
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import { createRoot } from 'react-dom/client';
import type { BoardData, BoardSpan } from '@/contracts/calendar/board';

const ROW_PX = 50;

function PlainList({ rows }: { rows: readonly { name: string; titles: readonly string[] }[] }) {
  const scroller = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- the very library that is measured against
  const list = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 4,
  });
  return (
    <div ref={scroller} className="board-scroll" style={{ height: 560, overflow: 'auto' }}>
      <div style={{ height: list.getTotalSize(), position: 'relative' }}>
        {list.getVirtualItems().map(({ index, key, start }) => (
          <div key={key} style={{ position: 'absolute', top: start, height: ROW_PX, left: 0, right: 0 }}>
            <b>{rows[index]!.name}</b>
            {rows[index]!.titles.map((title, at) => (
              <a key={at} href="#there" style={{ position: 'absolute', left: 200 + at * 240, width: 120 }}>
                {title}
              </a>
            ))}
          </div>
        ))}
      </div>
    </div>
  );
}

function Page() {
  const [rows, setRows] = useState<{ name: string; titles: string[] }[]>([]);
  useEffect(() => {
    void (async () => {
      const read = async <Value,>(path: string) => (await (await fetch(path)).json()) as Value;
      const [house, span] = await Promise.all([
        read<BoardData>('/api/board/office'),
        read<BoardSpan>('/api/board?from=2027-04-13&days=1'),
      ]);
      const titles = new Map<number, string[]>();
      for (const row of span.bookings)
        titles.set(row[1], [...(titles.get(row[1]) ?? []), row[13] ?? 'taken']);
      setRows(house.spaces.map(({ id, name }) => ({ name, titles: titles.get(id) ?? [] })));
    })();
  }, []);
  return rows.length ? <PlainList rows={rows} /> : null;
}

createRoot(document.getElementById('list')!).render(<Page />);

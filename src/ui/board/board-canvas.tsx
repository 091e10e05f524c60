'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRouter } from 'next/navigation';
import {
  useEffect,
  useMemo,
  useRef,
  useState,
  type MouseEvent,
  type RefObject,
  type SyntheticEvent,
} from 'react';
import type { Interval } from '@/core/time/epoch-minute';
import { AXIS_PX, AxisHead, AxisLines } from './axis-head';
import { BoardRowView, type RowContext } from './board-row';
import { GhostLayer } from './ghost-layer';
import { rowHeightPx, type BoardRow } from './rows';
import type { TimeAxis } from './time-axis';
import type { Ghost, useGestures } from './use-gestures';

/** Sideways, what is drawn reaches so far beyond what is seen. */
const AHEAD_PX = 600;
const FIRST_SIZE = { width: 1200, height: 560 };

/** What is near enough to be seen, sideways; changes in large steps only. */
function useWindow(scroller: RefObject<HTMLDivElement | null>, axis: TimeAxis): Interval {
  const [left, setLeft] = useState(0);
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const follow = () => setLeft(Math.floor(element.scrollLeft / AHEAD_PX) * AHEAD_PX);
    // Before the rows are drawn anew: afterwards asking where it stands would lay everything out at once.
    element.addEventListener('scroll', follow, { passive: true, capture: true });
    return () => element.removeEventListener('scroll', follow, { capture: true });
  }, [scroller]);
  return useMemo(() => {
    const seen = 2000;
    // Beyond the folds at both ends everything is near.
    const first = axis.days[0]!.day.start;
    const last = axis.days[axis.days.length - 1]!.day.end;
    const [from, to] = [left - AHEAD_PX, left + seen + AHEAD_PX];
    return {
      start: from <= 0 ? ((first - 40 * 1440) as typeof first) : axis.atX(from),
      end: to >= axis.widthPx ? ((last + 40 * 1440) as typeof last) : axis.atX(to),
    };
  }, [left, axis]);
}

interface CanvasProps {
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly rows: readonly BoardRow[];
  readonly offsets: readonly number[];
  readonly context: Omit<RowContext, 'window'>;
  readonly now: number;
  readonly label: string;
  readonly isLoading: boolean;
  readonly gestures: ReturnType<typeof useGestures>;
  /** What is picked and stands in the slip. */
  readonly picked: Ghost | null;
  /** What the pointer or the focus is on, in words; null where it is on nothing. */
  onNote(text: string | null): void;
  onSlip(id: number): void;
}

const noteOf = (event: SyntheticEvent): string | null =>
  (event.target as Element).closest<HTMLElement>('[data-note]')?.dataset.note ?? null;

/** Rows by time, drawn only as far as they can be seen. */
export function BoardCanvas(props: CanvasProps) {
  const { scroller, rows, offsets, context, now, label, isLoading, gestures, picked, onNote, onSlip } = props;
  const router = useRouter();
  // One listener follows all the plain links; with a key held they are the browser's.
  const follow = (event: MouseEvent) => {
    if (event.ctrlKey || event.metaKey || event.shiftKey || event.button !== 0) return;
    const link = (event.target as Element).closest<HTMLAnchorElement>('a');
    if (link?.dataset.slip) onSlip(Number(link.dataset.slip));
    else if (link?.dataset.go !== undefined) router.push(link.getAttribute('href')!);
    else return;
    event.preventDefault();
  };
  const { axis, labelPx, house } = context;
  const window = useWindow(scroller, axis);
  const rowContext = useMemo(() => ({ ...context, window }), [context, window]);
  // eslint-disable-next-line react-hooks/incompatible-library -- its functions are called here and handed to nobody
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => rowHeightPx(rows[index]!),
    paddingStart: AXIS_PX,
    overscan: 3,
    initialRect: FIRST_SIZE,
  });
  const measured = useRef(rows);
  useEffect(() => {
    if (measured.current === rows) return;
    measured.current = rows;
    virtual.measure();
  }, [rows, virtual]);
  const ghost = gestures.ghost ?? picked;
  const heightPx = offsets[offsets.length - 1]!;
  return (
    <div
      ref={scroller}
      role="application"
      aria-label={label}
      aria-roledescription="board"
      aria-describedby="board-keys"
      aria-busy={isLoading}
      tabIndex={0}
      className={`sheet board-scroll relative overflow-auto overscroll-contain ${isLoading ? 'opacity-70' : ''}`}
      onClick={follow}
      onPointerDown={gestures.onPointerDown}
      onKeyDown={gestures.onKeyDown}
      onBlur={gestures.onBlur}
      onPointerOver={(event) => onNote(noteOf(event))}
      onPointerLeave={() => onNote(null)}
      onFocus={(event) => onNote(noteOf(event))}
    >
      <div className="relative" style={{ width: labelPx + axis.widthPx, height: heightPx + AXIS_PX }}>
        <AxisHead axis={axis} labelPx={labelPx} tzid={house.tzid} />
        <div className="absolute" style={{ left: labelPx, top: AXIS_PX, width: axis.widthPx }}>
          <AxisLines axis={axis} now={now} heightPx={heightPx} />
        </div>
        {virtual.getVirtualItems().map(({ index, start, size }) => (
          <div
            key={index}
            data-row=""
            className="board-row absolute left-0"
            style={{ top: start, height: size, width: labelPx + axis.widthPx }}
          >
            <BoardRowView row={rows[index]!} context={rowContext} />
          </div>
        ))}
        {ghost && (
          <div className="pointer-events-none absolute" style={{ left: labelPx, top: AXIS_PX }}>
            <GhostLayer ghost={ghost} rows={rows} offsets={offsets} axis={axis} tzid={house.tzid} />
          </div>
        )}
      </div>
    </div>
  );
}

'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRouter } from 'next/navigation';
import {
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
  type CSSProperties,
  type MouseEvent,
  type RefObject,
  type SyntheticEvent,
} from 'react';
import { covers, type Interval } from '@/core/time/epoch-minute';
import { AXIS_PX, AxisHead, AxisLines } from './axis-head';
import { BoardRowView, type RowContext } from './board-row';
import { GhostLayer } from './ghost-layer';
import { rowHeightPx, type BoardRow } from './rows';
import type { TimeAxis } from './time-axis';
import type { Ghost, useGestures } from './use-gestures';

/** Sideways, what is drawn reaches so far beyond what is seen. */
const AHEAD_PX = 600;
/** As wide as most screens, so that few have to draw anew. */
const LEAST_ROOM_PX = 2000;
const FIRST_SIZE = { width: 1200, height: 560 };

/** What lies between two points across, with a margin; beyond the folds at both ends everything is near. */
function between(axis: TimeAxis, fromPx: number, toPx: number): Interval {
  const first = axis.days[0]!.day.start;
  const last = axis.days[axis.days.length - 1]!.day.end;
  return {
    start: fromPx <= 0 ? ((first - 40 * 1440) as typeof first) : axis.atX(fromPx),
    end: toPx >= axis.widthPx ? ((last + 40 * 1440) as typeof last) : axis.atX(toPx),
  };
}

/**
 * What is near enough to be seen, sideways; changes in large steps only. While the board is zoomed it stays what it was
 * as long as all that is seen lies in it.
 */
function useWindow(scroller: RefObject<HTMLDivElement | null>, axis: TimeAxis, calmAxis: TimeAxis): Interval {
  const [at, setAt] = useState({ left: 0, room: LEAST_ROOM_PX });
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const follow = () => {
      const left = Math.floor(element.scrollLeft / AHEAD_PX) * AHEAD_PX;
      const room = Math.max(LEAST_ROOM_PX, element.clientWidth);
      setAt((before) => (before.left === left && before.room === room ? before : { left, room }));
    };
    follow();
    // Before the rows are drawn anew: afterwards asking where it stands would lay everything out at once.
    element.addEventListener('scroll', follow, { passive: true, capture: true });
    return () => element.removeEventListener('scroll', follow, { capture: true });
  }, [scroller]);
  const calmAt = useDeferredValue(at);
  const calm = useMemo(() => {
    const { left, room } = calmAt;
    return between(calmAxis, left - AHEAD_PX, left + AHEAD_PX + room + AHEAD_PX);
  }, [calmAt, calmAxis]);
  return useMemo(() => {
    const { left, room } = at;
    const seen = between(axis, left, left + AHEAD_PX + room);
    return covers(calm, seen) ? calm : between(axis, left - AHEAD_PX, left + AHEAD_PX + room + AHEAD_PX);
  }, [at, axis, calm]);
}

interface CanvasProps {
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly rows: readonly BoardRow[];
  readonly offsets: readonly number[];
  /** For the rows: its axis may lag behind while the board is zoomed. */
  readonly context: Omit<RowContext, 'window'>;
  readonly axis: TimeAxis;
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

/** What is said of the thing under the pointer or the focus. */
function noteOf({ target }: SyntheticEvent): string | null {
  const thing = (target as Element).closest<HTMLElement>('[data-booking], [data-note]');
  return thing?.dataset.note ?? thing?.querySelector('.sr-only')?.textContent ?? null;
}

/** Rows by time, drawn only as far as they can be seen. */
export function BoardCanvas(props: CanvasProps) {
  const { scroller, rows, offsets, context, axis, now, label, isLoading, gestures, picked, onNote, onSlip } =
    props;
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
  const { labelPx, house } = context;
  const window = useWindow(scroller, axis, context.axis);
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
  const acrossPx = `calc(${labelPx}px + ${axis.cssWidth})`;
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
      <div
        className="relative"
        style={
          { '--ppm': `${axis.pxPerMin}px`, width: acrossPx, height: heightPx + AXIS_PX } as CSSProperties
        }
      >
        <AxisHead axis={axis} labelPx={labelPx} tzid={house.tzid} />
        <div className="absolute" style={{ left: labelPx, top: AXIS_PX, width: axis.cssWidth }}>
          <AxisLines axis={axis} now={now} heightPx={heightPx} />
        </div>
        {virtual.getVirtualItems().map(({ index, start, size }) => (
          <div
            key={index}
            data-row=""
            className="board-row absolute left-0"
            style={{ top: start, height: size, width: acrossPx }}
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

'use client';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import {
  useLayoutEffect,
  useMemo,
  useState,
  type CSSProperties,
  type MouseEvent,
  type RefObject,
  type SyntheticEvent,
} from 'react';
import { addMinutes, covers, lengthMin, type Interval } from '@/core/time/epoch-minute';
import { AxisHead, AxisLines, axisPx } from './axis-head';
import type { RowContext } from './board-row';
import { BoardRows } from './board-rows';
import { DragPreviewLayer } from './drag-preview-layer';
import type { BoardRow } from './rows';
import type { TimeAxis } from './time-axis';
import type { useGestures } from './use-gestures';
import type { DragPreview } from './drag-preview';
import { liveWidthPx } from './use-zoom';
import type { BoardOffice } from '@/ui/board/board-office';

/** Sideways, what is drawn reaches so far beyond what is seen. */
const AHEAD_PX = 600;
/** So many times more than is needed is too much. */
const MOST_AHEAD = 4;
/** Far from either end of the days shown, where nothing ends any more. */
const BEYOND_MIN = 40 * 1440;
const FIRST_WIDTH_PX = 2000;

/** What lies between two points across; beyond the folds at both ends everything is near. */
function between(axis: TimeAxis, fromPx: number, toPx: number): Interval {
  const first = axis.days[0]!.day.start;
  const last = axis.days[axis.days.length - 1]!.day.end;
  return {
    start: fromPx <= 0 ? addMinutes(first, -BEYOND_MIN) : axis.atX(fromPx),
    end: toPx >= axis.widthPx ? addMinutes(last, BEYOND_MIN) : axis.atX(toPx),
  };
}

const isUsed = (near: Interval, seen: Interval, ahead: Interval): boolean =>
  covers(near, seen) && lengthMin(near) <= MOST_AHEAD * lengthMin(ahead);

/**
 * What is near enough to be seen, sideways, in minutes: stays what it was as long as all that is seen lies in it, so that
 * rows are seldom drawn anew by scrolling or zooming.
 */
function useWindow(scroller: RefObject<HTMLDivElement | null>, axis: TimeAxis, labelPx: number): Interval {
  const shown = `${axis.days[0]!.date} ${axis.days.length}`;
  const [near, setNear] = useState(() => ({
    shown,
    span: between(axis, -AHEAD_PX, FIRST_WIDTH_PX + AHEAD_PX),
  }));
  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const follow = () => {
      // While it is zoomed the canvas is ahead of the axis.
      const scale = axis.widthPx / liveWidthPx(element, labelPx);
      const [left, right] = [element.scrollLeft * scale, (element.scrollLeft + element.clientWidth) * scale];
      const ahead = between(axis, left - 2 * AHEAD_PX, right + 2 * AHEAD_PX);
      const seen = between(axis, left, right);
      if (near.shown !== shown || !isUsed(near.span, seen, ahead)) setNear({ shown, span: ahead });
    };
    follow();
    // Before the rows are drawn anew: afterwards asking where it stands would lay everything out at once.
    element.addEventListener('scroll', follow, { passive: true, capture: true });
    return () => element.removeEventListener('scroll', follow, { capture: true });
  }, [scroller, axis, labelPx, shown, near]);
  return near.span;
}

/** What is said of the thing under the pointer or the focus. */
function noteOf({ target }: SyntheticEvent): string | null {
  const thing = (target as Element).closest<HTMLElement>('[data-booking], [data-note]');
  return thing?.dataset.note ?? thing?.getAttribute('aria-label') ?? null;
}

interface SheetProps {
  readonly labelPx: number;
  readonly axis: TimeAxis;
  readonly heightPx: number;
  readonly house: BoardOffice;
  readonly now: number;
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly rows: readonly BoardRow[];
  readonly rowContext: RowContext;
  readonly dragPreview: DragPreview | null;
  readonly offsets: readonly number[];
}

/** The sheet that is scrolled: hours, lines, rows and what is being dragged. */
const Sheet = ({
  labelPx,
  axis,
  heightPx,
  house,
  now,
  scroller,
  rows,
  rowContext,
  dragPreview,
  offsets,
}: SheetProps) => (
  <div
    className="relative"
    style={
      {
        '--label': `${labelPx}px`,
        width: labelPx + axis.widthPx,
        height: heightPx + axisPx(),
      } as CSSProperties
    }
  >
    <AxisHead axis={axis} labelPx={labelPx} tzid={house.tzid} />
    <div className="absolute right-0" style={{ left: labelPx, top: axisPx() }}>
      <AxisLines axis={axis} now={now} heightPx={heightPx} />
    </div>
    <BoardRows scroller={scroller} rows={rows} context={rowContext} />
    {dragPreview && (
      <div className="pointer-events-none absolute right-0" style={{ left: labelPx, top: axisPx() }}>
        <DragPreviewLayer
          dragPreview={dragPreview}
          rows={rows}
          offsets={offsets}
          axis={axis}
          tzid={house.tzid}
        />
      </div>
    )}
  </div>
);

/** One listener follows all the plain links; with a key held they are the browser’s. */
function followOn(onDetails: (id: number) => void, router: ReturnType<typeof useRouter>) {
  return (event: MouseEvent) => {
    if (event.ctrlKey || event.metaKey || event.shiftKey || event.button !== 0) return;
    const link = (event.target as Element).closest<HTMLAnchorElement>('a');
    const booking = link?.dataset.booking ?? link?.dataset.details;
    if (booking) onDetails(Number(booking));
    else if (link?.dataset.go !== undefined) router.push(link.getAttribute('href')!);
    else return;
    event.preventDefault();
  };
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
  /** What is picked and stands in the details panel. */
  readonly picked: DragPreview | null;
  /** What the pointer or the focus is on, in words; null where it is on nothing. */
  onNote(text: string | null): void;
  onDetails(id: number): void;
}

/** Rows by time, with what follows pointer and keys over them. */
export function BoardCanvas(props: CanvasProps) {
  const {
    scroller,
    rows,
    offsets,
    context,
    axis,
    now,
    label,
    isLoading,
    gestures,
    picked,
    onNote,
    onDetails,
  } = props;
  const router = useRouter();
  // One listener follows all the plain links; with a key held they are the browser's.
  const follow = followOn(onDetails, router);
  const { labelPx, house } = context;
  const window = useWindow(scroller, axis, labelPx);
  const rowContext = useMemo(() => ({ ...context, window }), [context, window]);
  const dragPreview = gestures.dragPreview ?? picked;
  const heightPx = offsets[offsets.length - 1]!;
  return (
    <div
      ref={scroller}
      role="application"
      aria-label={label}
      aria-roledescription={t`board`}
      aria-describedby="board-keys"
      aria-busy={isLoading}
      tabIndex={0}
      className={`sheet board-scroll relative overflow-auto overscroll-contain ${isLoading ? 'opacity-70' : ''}`}
      onClick={follow}
      onDragStart={(event) => event.preventDefault()}
      onPointerDown={gestures.onPointerDown}
      onKeyDown={gestures.onKeyDown}
      onBlur={gestures.onBlur}
      onPointerOver={(event) => onNote(noteOf(event))}
      onPointerLeave={() => onNote(null)}
      onFocus={(event) => onNote(noteOf(event))}
    >
      <Sheet
        labelPx={labelPx}
        axis={axis}
        heightPx={heightPx}
        house={house}
        now={now}
        scroller={scroller}
        rows={rows}
        rowContext={rowContext}
        dragPreview={dragPreview}
        offsets={offsets}
      />
    </div>
  );
}

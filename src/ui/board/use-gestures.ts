'use client';
import {
  useCallback,
  useEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type RefObject,
} from 'react';
import { flushSync } from 'react-dom';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { OnBoard } from './board-check';
import type { Booking } from './bookings';
import { isMovable, moveTo, type Movable, type Move } from './move';
import { rowAt, type BoardRow } from './rows';
import { snap, type TimeAxis } from './time-axis';

/** What is drawn over the board while something is picked or moved. Rows by position. */
export type DragPreview =
  | {
      readonly kind: 'pick';
      readonly fromRow: number;
      readonly toRow: number;
      readonly start: EpochMinute;
      readonly end: EpochMinute;
      readonly isByKeys: boolean;
    }
  | {
      readonly kind: 'move';
      readonly booking: Movable;
      readonly row: number;
      readonly start: EpochMinute;
      readonly end: EpochMinute;
      /** Null while it stands where it stood. */
      readonly move: Move | null;
    };

export interface BoardGeometry {
  readonly axis: TimeAxis;
  readonly rows: readonly BoardRow[];
  readonly offsets: readonly number[];
  readonly labelPx: number;
  readonly headPx: number;
}

interface Gestures {
  readonly dragPreview: DragPreview | null;
  onPointerDown(event: PointerEvent): void;
  onKeyDown(event: KeyboardEvent): void;
  onBlur(): void;
}

interface Wanted {
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly geometry: BoardGeometry;
  readonly board: OnBoard;
  readonly isManager: boolean;
  onPick(rows: readonly BoardRow[], start: EpochMinute, end: EpochMinute): void;
  onDrop(move: Move): void;
}

/** Less than this is a press, not a drag. */
const THRESHOLD_PX = 5;
const USUAL_MIN = 60;
/** How near to an end of a block the pointer lengthens instead of moving. */
const EDGE_PX = 7;

/** How near to an edge of the board, and how far at a time. */
const EDGE_SCROLL_PX = 24;

type Part = 'whole' | 'start' | 'end';

interface Held {
  readonly x: number;
  readonly y: number;
  readonly booking: Movable | null;
  readonly part: Part;
  /** From the event's start to where it was taken hold of. */
  readonly grabMin: number;
  isDragging: boolean;
}

const pickable = (row: BoardRow | undefined): boolean => row !== undefined && row.kind !== 'head';
const minutes = (at: number) => at as EpochMinute;

/** Where the pointer is: row and minute. */
function placeOf(
  event: { clientX: number; clientY: number },
  scroller: HTMLElement,
  geometry: BoardGeometry,
) {
  const box = scroller.getBoundingClientRect();
  const x = event.clientX - box.left + scroller.scrollLeft - geometry.labelPx;
  const y = event.clientY - box.top + scroller.scrollTop - geometry.headPx;
  return { row: rowAt(geometry.offsets, y), at: geometry.axis.atX(x) };
}

/** The booking with its start, its end or both brought to `at`; never shorter than the grain. */
function placed(
  booking: Movable,
  part: Part,
  at: EpochMinute,
  { grainMin }: TimeAxis,
): { start: EpochMinute; end: EpochMinute } {
  const { start, end } = booking.known.event;
  if (part === 'start') return { start: minutes(Math.min(at, end - grainMin)), end };
  if (part === 'end') return { start, end: minutes(Math.max(at, start + grainMin)) };
  return { start: at, end: minutes(at + end - start) };
}

/** Picking gaps and moving bookings, by pointer and by keys. Everything is judged by the core as it moves. */
export function useGestures({ scroller, geometry, board, isManager, onPick, onDrop }: Wanted): Gestures {
  const [dragPreview, setDragPreview] = useState<DragPreview | null>(null);
  const held = useRef<Held | null>(null);
  const latest = useRef({ geometry, board, onPick, onDrop, dragPreview });
  useEffect(() => {
    latest.current = { geometry, board, onPick, onDrop, dragPreview };
  });

  const show = useCallback((next: DragPreview | null) => {
    latest.current.dragPreview = next;
    // At once: what is dragged and its verdict are drawn in the frame of the pointer's own move.
    flushSync(() => setDragPreview(next));
  }, []);

  const moveDragPreview = useCallback(
    (booking: Movable, row: number, start: EpochMinute, end: EpochMinute) => {
      const { geometry: g, board: b } = latest.current;
      const target = g.rows[row];
      const spaceId = target?.kind === 'space' ? target.space.id : booking.spaceId;
      const home = g.rows.findIndex((each) => each.kind === 'space' && each.space.id === spaceId);
      show({
        kind: 'move',
        booking,
        row: home,
        start,
        end,
        move: moveTo(b, booking, { start, end, spaceId }),
      });
    },
    [show],
  );

  const finish = useCallback(() => {
    const { dragPreview: last, geometry: g } = latest.current;
    show(null);
    if (last?.kind === 'move' && last.move) latest.current.onDrop(last.move);
    if (last?.kind === 'pick') {
      const [from, to] = [Math.min(last.fromRow, last.toRow), Math.max(last.fromRow, last.toRow)];
      latest.current.onPick(g.rows.slice(from, to + 1), last.start, last.end);
    }
  }, [show]);

  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const dragMove = (event: globalThis.PointerEvent) => {
      const hold = held.current;
      if (!hold) return;
      if (!hold.isDragging && Math.hypot(event.clientX - hold.x, event.clientY - hold.y) < THRESHOLD_PX)
        return;
      hold.isDragging = true;
      const { geometry: g } = latest.current;
      scrollAtEdge(element, event, g);
      const place = placeOf(event, element, g);
      if (hold.booking) {
        const at = snap(place.at - hold.grabMin, g.axis);
        const { start, end } = placed(hold.booking, hold.part, at, g.axis);
        return moveDragPreview(hold.booking, hold.part === 'whole' ? place.row : -1, start, end);
      }
      const from = placeOf({ clientX: hold.x, clientY: hold.y }, element, g);
      const [a, b] = [snap(from.at, g.axis), snap(place.at, g.axis)];
      const toRow = sameKind(g.rows, from.row, place.row);
      show({
        kind: 'pick',
        fromRow: from.row,
        toRow,
        start: minutes(Math.min(a, b)),
        end: minutes(Math.max(a, b, Math.min(a, b) + g.axis.grainMin)),
        isByKeys: false,
      });
    };
    const letGo = (event: globalThis.PointerEvent) => {
      // Where it is let go counts, not where it was last seen.
      if (event.type === 'pointerup') dragMove(event);
      const hold = held.current;
      held.current = null;
      if (!hold) return;
      if (hold.isDragging) {
        // The press that ends a drag is no press on the link under it.
        const swallow = (click: MouseEvent) => {
          click.preventDefault();
          click.stopPropagation();
        };
        window.addEventListener('click', swallow, { capture: true });
        setTimeout(() => window.removeEventListener('click', swallow, { capture: true }), 0);
        return finish();
      }
      if (hold.booking || event.type === 'pointercancel') return;
      const { geometry: g } = latest.current;
      const place = placeOf(event, element, g);
      const start = snap(place.at, g.axis, 'before');
      if (pickable(g.rows[place.row]))
        latest.current.onPick([g.rows[place.row]!], start, minutes(start + USUAL_MIN));
    };
    const escape = (event: globalThis.KeyboardEvent) => {
      if (event.key !== 'Escape' || !held.current) return;
      held.current = null;
      show(null);
    };
    window.addEventListener('pointermove', dragMove);
    window.addEventListener('pointerup', letGo);
    window.addEventListener('pointercancel', letGo);
    window.addEventListener('keydown', escape);
    return () => {
      window.removeEventListener('pointermove', dragMove);
      window.removeEventListener('pointerup', letGo);
      window.removeEventListener('pointercancel', letGo);
      window.removeEventListener('keydown', escape);
    };
  }, [scroller, show, moveDragPreview, finish]);

  const onPointerDown = (event: PointerEvent) => {
    if (event.button !== 0 || !scroller.current) return;
    const block = (event.target as Element).closest<HTMLElement>('[data-booking]');
    const booking = block && board.bookings.find(({ id }) => id === Number(block.dataset.booking));
    if (!booking && (event.target as Element).closest('a, button, [data-label]')) return;
    // A finger scrolls; picking by touch is a press.
    if (event.pointerType === 'touch' && booking) return;
    if (booking && !isMovable(booking, isManager)) return;
    const { at } = placeOf(event, scroller.current, geometry);
    const movable = booking ? booking : null;
    const part = block ? partOf(block, event.clientX) : 'whole';
    const { start = 0, end = 0 } = movable?.known.event ?? {};
    const grabMin = part === 'end' ? at - end : at - start;
    held.current = { x: event.clientX, y: event.clientY, booking: movable, part, grabMin, isDragging: false };
    if (movable) event.preventDefault();
  };

  const takeUp = (booking: Booking) => {
    if (!isMovable(booking, isManager)) return;
    const row = geometry.rows.findIndex((each) => each.kind === 'space' && each.space.id === booking.spaceId);
    moveDragPreview(booking, row, booking.known.event.start, booking.known.event.end);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const block = (event.target as Element).closest<HTMLElement>('[data-booking]');
    if (block && event.key.toLowerCase() === 'm' && !latest.current.dragPreview) {
      const booking = board.bookings.find(({ id }) => id === Number(block.dataset.booking));
      return booking && takeUp(booking);
    }
    const next = keyStep(event, latest.current.dragPreview, geometry);
    if (!next) return;
    event.preventDefault();
    if (next === 'finish') return finish();
    if (next === 'leave') return show(null);
    if (next.kind === 'pick') return show(next);
    moveDragPreview(next.booking, next.row, next.start, next.end);
  };

  return { dragPreview, onPointerDown, onKeyDown, onBlur: () => !held.current && show(null) };
}

/** Near an edge the board moves along, so that what lies beyond can be reached. */
function scrollAtEdge(
  element: HTMLElement,
  { clientX, clientY }: { clientX: number; clientY: number },
  { labelPx, headPx }: BoardGeometry,
): void {
  const box = element.getBoundingClientRect();
  const towards = (at: number, from: number, to: number) =>
    at < from + EDGE_SCROLL_PX ? -EDGE_SCROLL_PX : at > to - EDGE_SCROLL_PX ? EDGE_SCROLL_PX : 0;
  const left = towards(clientX, box.left + labelPx, box.right);
  const top = towards(clientY, box.top + headPx, box.bottom);
  if (left || top) element.scrollBy({ left, top });
}

/** The edges of a block lengthen it, the rest moves it. */
function partOf(block: HTMLElement, clientX: number): Part {
  const box = block.getBoundingClientRect();
  const edge = Math.min(EDGE_PX, box.width / 4);
  if (clientX - box.left < edge) return 'start';
  return box.right - clientX < edge ? 'end' : 'whole';
}

/** The furthest row towards `to` that can be picked together with `from`: spaces with spaces, a pool alone. */
function sameKind(rows: readonly BoardRow[], from: number, to: number): number {
  if (rows[from]?.kind !== 'space') return from;
  const step = to > from ? 1 : -1;
  let last = from;
  for (let at = from; at !== to + step; at += step) {
    if (rows[at]?.kind === 'pool') break;
    if (rows[at]?.kind === 'space') last = at;
  }
  return last;
}

/** The next row in a direction that can be picked. */
function nextRow(rows: readonly BoardRow[], from: number, step: 1 | -1): number {
  for (let at = from + step; at >= 0 && at < rows.length; at += step) if (pickable(rows[at])) return at;
  return from;
}

/** Steps of the grain across, or of four hours; rows down. */
const ARROWS: Readonly<
  Record<string, readonly [across: 0 | 1 | -1, by: 'grain' | 'hours', down: 0 | 1 | -1]>
> = {
  ArrowLeft: [-1, 'grain', 0],
  ArrowRight: [1, 'grain', 0],
  ArrowUp: [0, 'grain', -1],
  ArrowDown: [0, 'grain', 1],
  PageUp: [-1, 'hours', 0],
  PageDown: [1, 'hours', 0],
};
const PAGE_MIN = 240;

const within = (at: number, { days, grainMin }: TimeAxis): EpochMinute =>
  minutes(Math.min(Math.max(at, days[0]!.shown.start), days[days.length - 1]!.shown.end - grainMin));

type KeyStep = 'finish' | 'leave' | DragPreview | null;

/** What a key makes of what is picked or moved; null where it is not for the board. */
function keyStep(
  event: KeyboardEvent,
  dragPreview: DragPreview | null,
  { axis, rows }: BoardGeometry,
): KeyStep {
  if (event.target !== event.currentTarget && dragPreview?.kind !== 'move') return null;
  if (event.ctrlKey || event.metaKey || event.altKey) return null;
  if (event.key === 'Escape') return dragPreview && 'leave';
  if (event.key === 'Enter' || event.key === ' ') return dragPreview && 'finish';
  const arrow = ARROWS[event.key];
  if (!arrow) return null;
  const [sign, by, down] = arrow;
  const across = sign * (by === 'grain' ? axis.grainMin : PAGE_MIN);
  if (!dragPreview) {
    const row = nextRow(rows, -1, 1);
    const start = within(axis.days[0]!.shown.start + 120, axis);
    return { kind: 'pick', fromRow: row, toRow: row, start, end: minutes(start + USUAL_MIN), isByKeys: true };
  }
  const { start, end } = dragPreview;
  if (event.shiftKey && across)
    return { ...dragPreview, end: minutes(Math.max(start + axis.grainMin, end + across)) };
  const moved = within(start + across, axis);
  const span = { start: moved, end: minutes(moved + end - start) };
  if (dragPreview.kind === 'move')
    return { ...dragPreview, ...span, row: down ? nextRow(rows, dragPreview.row, down) : dragPreview.row };
  const row = down ? nextRow(rows, dragPreview.toRow, down) : dragPreview.toRow;
  return {
    ...dragPreview,
    ...span,
    toRow: row,
    fromRow: event.shiftKey ? dragPreview.fromRow : row,
    isByKeys: true,
  };
}

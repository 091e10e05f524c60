import type { PointerEvent, RefObject } from 'react';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { OnBoard } from './board-check';
import { minutes, pickable, USUAL_MIN, type BoardGeometry, type DragPreview } from './drag-preview';
import { isMovable, type Movable } from './move';
import { rowAt, type BoardRow } from './rows';
import { snap, type TimeAxis } from './time-axis';

/** Less than this is a press, not a drag. */
const THRESHOLD_PX = 5;
/** How near to an end of a block the pointer lengthens instead of moving. */
const EDGE_PX = 7;

/** How near to an edge of the board, and how far at a time. */
const EDGE_SCROLL_PX = 24;

type Part = 'whole' | 'start' | 'end';

export interface Held {
  readonly x: number;
  readonly y: number;
  readonly booking: Movable | null;
  readonly part: Part;
  /** From the event's start to where it was taken hold of. */
  readonly grabMin: number;
  isDragging: boolean;
}

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

interface Latest {
  readonly geometry: BoardGeometry;
  readonly dragPreview: DragPreview | null;
  onPick(rows: readonly BoardRow[], start: EpochMinute, end: EpochMinute): void;
}

interface Dragging {
  readonly element: HTMLElement;
  readonly held: RefObject<Held | null>;
  readonly latest: RefObject<Latest>;
  show(next: DragPreview | null): void;
  moveDragPreview(booking: Movable, row: number, start: EpochMinute, end: EpochMinute): void;
  finish(): void;
}

/** What a press takes hold of: a gap, or a booking that may be moved; null where it is for something else. */
export function heldBy(
  event: PointerEvent,
  scroller: HTMLElement,
  { geometry, board, isManager }: { geometry: BoardGeometry; board: OnBoard; isManager: boolean },
): Held | null {
  const block = (event.target as Element).closest<HTMLElement>('[data-booking]');
  const booking = block && board.bookings.find(({ id }) => id === Number(block.dataset.booking));
  if (!booking && (event.target as Element).closest('a, button, [data-label]')) return null;
  // A finger scrolls; picking by touch is a press.
  if (event.pointerType === 'touch' && booking) return null;
  if (booking && !isMovable(booking, isManager)) return null;
  const { at } = placeOf(event, scroller, geometry);
  const movable = booking ? booking : null;
  const part = block ? partOf(block, event.clientX) : 'whole';
  const { start = 0, end = 0 } = movable?.known.event ?? {};
  const grabMin = part === 'end' ? at - end : at - start;
  return { x: event.clientX, y: event.clientY, booking: movable, part, grabMin, isDragging: false };
}

/** A gap that is drawn from where it was taken hold of to where the pointer is. */
function drawnGap(
  hold: Held,
  place: { row: number; at: number },
  { element, latest }: Dragging,
): DragPreview {
  const { geometry: g } = latest.current;
  const from = placeOf({ clientX: hold.x, clientY: hold.y }, element, g);
  const [a, b] = [snap(from.at, g.axis), snap(place.at, g.axis)];
  return {
    kind: 'pick',
    fromRow: from.row,
    toRow: sameKind(g.rows, from.row, place.row),
    start: minutes(Math.min(a, b)),
    end: minutes(Math.max(a, b, Math.min(a, b) + g.axis.grainMin)),
    isByKeys: false,
  };
}

function drag(event: globalThis.PointerEvent, dragging: Dragging): void {
  const { element, held, latest, show, moveDragPreview } = dragging;
  const hold = held.current;
  if (!hold) return;
  if (!hold.isDragging && Math.hypot(event.clientX - hold.x, event.clientY - hold.y) < THRESHOLD_PX) return;
  hold.isDragging = true;
  const { geometry: g } = latest.current;
  scrollAtEdge(element, event, g);
  const place = placeOf(event, element, g);
  if (!hold.booking) return show(drawnGap(hold, place, dragging));
  const { start, end } = placed(hold.booking, hold.part, snap(place.at - hold.grabMin, g.axis), g.axis);
  moveDragPreview(hold.booking, hold.part === 'whole' ? place.row : -1, start, end);
}

/** The press that ends a drag is no press on the link under it. */
function swallowPress(): void {
  const swallow = (click: MouseEvent) => {
    click.preventDefault();
    click.stopPropagation();
  };
  window.addEventListener('click', swallow, { capture: true });
  setTimeout(() => window.removeEventListener('click', swallow, { capture: true }), 0);
}

function letGo(event: globalThis.PointerEvent, dragging: Dragging): void {
  // Where it is let go counts, not where it was last seen.
  if (event.type === 'pointerup') drag(event, dragging);
  const { element, held, latest, finish } = dragging;
  const hold = held.current;
  held.current = null;
  if (!hold) return;
  if (hold.isDragging) {
    swallowPress();
    return finish();
  }
  if (hold.booking || event.type === 'pointercancel') return;
  const { geometry: g } = latest.current;
  const place = placeOf(event, element, g);
  const start = snap(place.at, g.axis, 'before');
  const row = g.rows[place.row];
  if (row && pickable(row)) latest.current.onPick([row], start, minutes(start + USUAL_MIN));
}

/** Follows the pointer for as long as the board is there. @returns what ends it */
export function listen(dragging: Dragging): () => void {
  const onMove = (event: globalThis.PointerEvent) => drag(event, dragging);
  const onUp = (event: globalThis.PointerEvent) => letGo(event, dragging);
  const onKey = (event: globalThis.KeyboardEvent) => {
    if (event.key !== 'Escape' || !dragging.held.current) return;
    dragging.held.current = null;
    dragging.show(null);
  };
  window.addEventListener('pointermove', onMove);
  window.addEventListener('pointerup', onUp);
  window.addEventListener('pointercancel', onUp);
  window.addEventListener('keydown', onKey);
  return () => {
    window.removeEventListener('pointermove', onMove);
    window.removeEventListener('pointerup', onUp);
    window.removeEventListener('pointercancel', onUp);
    window.removeEventListener('keydown', onKey);
  };
}

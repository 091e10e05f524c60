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
import type { BoardGeometry, DragPreview } from './drag-preview';
import { keyStep } from './key-step';
import { isMovable, moveTo, type Movable, type Move } from './move';
import { heldBy, listen, type Held } from './pointer-drag';
import type { BoardRow } from './rows';

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

/** Shows what is picked or moved as it goes, and ends it. */
function useShown({
  geometry,
  board,
  onPick,
  onDrop,
}: Pick<Wanted, 'geometry' | 'board' | 'onPick' | 'onDrop'>) {
  const [dragPreview, setDragPreview] = useState<DragPreview | null>(null);
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

  return { dragPreview, latest, show, moveDragPreview, finish };
}

/** Picking gaps and moving bookings, by pointer and by keys. Everything is judged by the core as it moves. */
export function useGestures({ scroller, geometry, board, isManager, onPick, onDrop }: Wanted): Gestures {
  const held = useRef<Held | null>(null);
  const { dragPreview, latest, show, moveDragPreview, finish } = useShown({
    geometry,
    board,
    onPick,
    onDrop,
  });

  useEffect(() => {
    const element = scroller.current;
    if (element) return listen({ element, held, latest, show, moveDragPreview, finish });
  }, [scroller, latest, show, moveDragPreview, finish]);

  const onPointerDown = (event: PointerEvent) => {
    if (event.button !== 0 || !scroller.current) return;
    const hold = heldBy(event, scroller.current, { geometry, board, isManager });
    held.current = hold ?? held.current;
    if (hold?.booking) event.preventDefault();
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

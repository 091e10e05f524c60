import type { KeyboardEvent } from 'react';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { minutes, pickable, USUAL_MIN, type BoardGeometry, type DragPreview } from './drag-preview';
import type { BoardRow } from './rows';
import type { TimeAxis } from './time-axis';

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
export function keyStep(
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

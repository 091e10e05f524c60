import { sayTime } from '@/contracts/words/when';
import { bandsOf } from '@/core/occupancy/bands';
import { toLocal } from '@/core/time/zone';
import { VERDICT_WORDS } from '@/contracts/words/states';
import { reachesOf } from '../drawing/reaches';
import type { DragPreview } from './drag-preview';
import { LANE_PX, ROW_PX, rowHeightPx, type BoardRow } from './rows';
import type { Stretch, TimeAxis } from './time-axis';

// Told apart by border and word, so that colour only helps.
const LOOK = {
  clear: 'border-solid border-clear text-clear',
  warning: 'border-dashed border-warning text-warning',
  conflict: 'border-double border-4 border-conflict text-conflict',
} as const;

interface PickedGapProps {
  readonly stretch: Stretch;
  readonly offsets: readonly number[];
  readonly from: number;
  readonly to: number;
  readonly rows: readonly BoardRow[];
  readonly hours: string;
}

const PickedGap = ({ stretch, offsets, from, to, rows, hours }: PickedGapProps) => (
  <div
    aria-hidden="true"
    className="pointer-events-none absolute z-30 overflow-hidden border-2 border-dashed border-accent bg-raised/80 px-1 text-small font-semibold whitespace-nowrap text-accent"
    style={{
      ...stretch.style,
      top: offsets[from]! + 5,
      height: offsets[to]! + rowHeightPx(rows[to]!) - offsets[from]! - 10,
    }}
  >
    {hours}
  </div>
);

interface DragPreviewProps {
  readonly dragPreview: DragPreview;
  readonly rows: readonly BoardRow[];
  readonly offsets: readonly number[];
  readonly axis: TimeAxis;
  readonly tzid: string;
}

/** What is being picked or moved, over the rows. */
export function DragPreviewLayer({ dragPreview, rows, offsets, axis, tzid }: DragPreviewProps) {
  const clock = (at: typeof dragPreview.start) => sayTime(toLocal(at, tzid));
  const stretch = axis.stretch(dragPreview);
  if (!stretch) return null;
  const hours = `${clock(dragPreview.start)}–${clock(dragPreview.end)}`;
  if (dragPreview.kind === 'pick') {
    const [from, to] = [
      Math.min(dragPreview.fromRow, dragPreview.toRow),
      Math.max(dragPreview.fromRow, dragPreview.toRow),
    ];
    return <PickedGap stretch={stretch} offsets={offsets} from={from} to={to} rows={rows} hours={hours} />;
  }
  const verdict = dragPreview.move?.verdict.verdict ?? 'clear';
  const top = offsets[Math.max(0, dragPreview.row)]! + (ROW_PX - LANE_PX) / 2;
  return (
    <div
      aria-hidden="true"
      className="pointer-events-none absolute inset-x-0 z-30"
      style={{ top: top - 7, height: ROW_PX }}
    >
      {reachesOf(bandsOf(dragPreview, dragPreview.booking.known)).map(({ who, span, className }) => (
        <span key={who} className={className} style={axis.stretch(span)?.style} />
      ))}
      <div
        className={`absolute overflow-hidden border-2 bg-raised px-1 text-small leading-tight font-semibold whitespace-nowrap ${LOOK[verdict]}`}
        style={{ ...stretch.style, top: 7, height: LANE_PX }}
      >
        {hours}
        {dragPreview.move && <span className="block">{VERDICT_WORDS[verdict]}</span>}
      </div>
    </div>
  );
}

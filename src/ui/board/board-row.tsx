import { t } from '@/contracts/language/translate';
import { memo, type CSSProperties, type ReactElement } from 'react';
import type { BoardPool, UseTuple } from '@/contracts/calendar/board';
import type { Level } from '@/core/equipment/peak-use';
import type { Interval } from '@/core/time/epoch-minute';
import { bookingBlock, takenTrough } from './booking-block';
import type { Booking } from './bookings';
import type { BoardOffice, SpaceOnBoard } from './board-office';
import { levelsOf, PoolLevel } from './pool-level';
import { LABEL_PX, type BoardRow, type SpaceRow } from './rows';
import { closedStretches, shutEnds, type TimeAxis } from './time-axis';

/** What all rows share; changes seldom, so that a row is drawn anew only when it must be. */
export interface RowContext {
  readonly house: BoardOffice;
  readonly axis: TimeAxis;
  readonly whole: Interval;
  /** What is near enough to be seen, sideways. */
  readonly window: Interval;
  readonly uses: readonly UseTuple[];
  readonly labelPx: number;
  readonly pickedDetails: number | null;
  detailsHref(id: number): string;
  isFaded(booking: Booking): boolean;
  canMove(booking: Booking): boolean;
}

interface LabelProps {
  readonly href: string;
  readonly name: string;
  readonly below: string;
  /** Drawn before the name where there is room for it. */
  readonly code?: string;
}

// Few elements, for it comes and goes with each row: the code is drawn by the style sheet.
const rowLabel = ({ href, name, below, code }: LabelProps): ReactElement => (
  <div data-label="" data-code={code} className="board-label">
    <a href={href} data-go="">
      {name}
    </a>
    <small>{below}</small>
  </div>
);

function spaceLabel(space: SpaceOnBoard, isNarrow: boolean): ReactElement {
  const facts = [t`to ${space.seats}`, space.outdoor && t`outdoors`, !space.stepFree && t`steps`];
  return rowLabel({
    href: `/spaces/${space.code}`,
    name: space.name,
    below: space.madeOf.length ? space.madeOf.join(' + ') : facts.filter(Boolean).join(' · '),
    ...(isNarrow ? {} : { code: space.code }),
  });
}

function poolLabel(pool: BoardPool, levels: readonly Level[]): ReactElement {
  return rowLabel({
    href: `/equipment/${pool.id}`,
    name: pool.name,
    below: pool.units.length
      ? pool.units.map(({ name }) => name).join(', ')
      : t`of ${Math.max(0, ...levels.map(({ stock }) => stock))}`,
  });
}

type Opening = ReturnType<BoardOffice['openIn']>;

/** Where it is not open, and closures with their reasons. */
function shades({ open, shut }: Opening, axis: TimeAxis): ReactElement[] {
  const closed = shutEnds(axis, open) === null ? closedStretches(axis, open) : [];
  if (!closed.length && !shut.length) return [];
  return [
    ...closed.flatMap((span) => {
      const stretch = axis.stretch(span);
      if (!stretch) return [];
      return [
        <span key={`open ${span.start}`} className="shade-closed absolute inset-y-0" style={stretch.style} />,
      ];
    }),
    ...shut.flatMap(({ span, reason }) => {
      const stretch = axis.stretch(span);
      if (!stretch) return [];
      return [
        <span
          key={`shut ${span.start}`}
          className="shade-closed absolute inset-y-0 z-[6] flex items-center overflow-hidden bg-paper px-2"
          style={stretch.style}
        >
          <span className="truncate bg-paper px-1 text-small font-semibold">{t`closed: ${reason}`}</span>
        </span>,
      ];
    }),
  ];
}

const isNear = ({ span }: Booking, window: Interval) => span.start < window.end && span.end > window.start;

function spaceCells(row: SpaceRow, opening: Opening, context: RowContext): (ReactElement | null)[] {
  const { house, axis, window } = context;
  return [
    ...shades(opening, axis),
    ...row.through
      .filter(({ booking }) => isNear(booking, window))
      .map(({ booking, lane }) =>
        takenTrough({
          booking,
          via: house.space(booking.spaceId)?.name ?? t`another space`,
          axis,
          href: context.detailsHref(booking.id),
          lane: Math.min(lane, 1),
        }),
      ),
    ...row.own
      .filter(({ booking }) => isNear(booking, window))
      .flatMap(({ booking, lane }) =>
        bookingBlock({
          booking,
          place: row.space.name,
          axis,
          tzid: house.tzid,
          href: context.detailsHref(booking.id),
          isPicked: context.pickedDetails === booking.id,
          isFaded: context.isFaded(booking),
          isMovable: context.canMove(booking),
          lane,
        }),
      ),
  ];
}

const rowHead = (title: string, { labelPx }: RowContext) => (
  <h2
    className="sticky left-0 z-10 h-full w-fit truncate bg-raised px-3 pt-3 text-base"
    style={{ minWidth: labelPx, maxWidth: '80vw' }}
  >
    {title}
  </h2>
);

function rowBody(row: Exclude<BoardRow, { kind: 'head' }>, context: RowContext): ReactElement {
  const { labelPx, axis, house, uses } = context;
  const levels = row.kind === 'pool' ? levelsOf(row.pool, uses, axis) : [];
  const opening = row.kind === 'space' ? house.openIn(row.space, context.whole) : null;
  const ends = opening ? (shutEnds(axis, opening.open) ?? undefined) : undefined;
  return (
    <>
      {row.kind === 'space' ? spaceLabel(row.space, labelPx < LABEL_PX) : poolLabel(row.pool, levels)}
      <div className="board-cells" style={ends as CSSProperties | undefined}>
        {row.kind === 'space' ? (
          spaceCells(row, opening!, context)
        ) : (
          <PoolLevel pool={row.pool} levels={levels} axis={axis} tzid={house.tzid} />
        )}
      </div>
    </>
  );
}

interface RowProps {
  readonly row: BoardRow;
  readonly context: RowContext;
  /** From the top of the board, in pixels. */
  readonly top: number;
  readonly height: number;
}

/** One row of the board: its label, and what stands in it. */
export const BoardRowView = memo(function BoardRowView({ row, context, top, height }: RowProps) {
  return (
    <div data-row="" className="board-row" style={{ top, height }}>
      {row.kind === 'head' ? rowHead(row.title, context) : rowBody(row, context)}
    </div>
  );
});

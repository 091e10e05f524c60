import { memo, type CSSProperties, type ReactElement } from 'react';
import type { UseTuple } from '@/contracts/board';
import type { Interval } from '@/core/time/epoch-minute';
import { bookingBlock, takenTrough } from './booking-block';
import type { Booking } from './bookings';
import type { House, SpaceOnBoard } from './house';
import { levelsOf, PoolLevel } from './pool-level';
import { LABEL_PX, type BoardRow, type SpaceRow } from './rows';
import { closedStretches, shutEnds, type TimeAxis } from './time-axis';

/** What all rows share; changes seldom, so that a row is drawn anew only when it must be. */
export interface RowContext {
  readonly house: House;
  readonly axis: TimeAxis;
  readonly whole: Interval;
  /** What is near enough to be seen, sideways. */
  readonly window: Interval;
  readonly uses: readonly UseTuple[];
  readonly labelPx: number;
  readonly pickedSlip: number | null;
  slipHref(id: number): string;
  isFaded(booking: Booking): boolean;
  canMove(booking: Booking): boolean;
}

function spaceLabel(space: SpaceOnBoard, isNarrow: boolean): ReactElement[] {
  const facts = [`to ${space.seats}`, space.outdoor && 'outdoors', !space.stepFree && 'steps'].filter(
    Boolean,
  );
  const name = (
    <span key="name" className="min-w-0">
      <a
        href={`/places/${space.code}`}
        data-go=""
        className={`block truncate font-semibold no-underline hover:underline ${isNarrow ? 'text-[0.88rem]' : ''}`}
      >
        {space.name}
      </a>
      <span className="block truncate text-[0.82rem] text-soft">
        {space.madeOf.length ? space.madeOf.join(' + ') : facts.join(' · ')}
      </span>
    </span>
  );
  if (isNarrow) return [name];
  return [
    <span key="code" className="w-7 shrink-0 font-semibold text-soft">
      {space.code}
    </span>,
    name,
  ];
}

/** Where it is not open, and closures with their reasons. */
function shades(space: SpaceOnBoard, { house, axis, whole }: RowContext): ReactElement[] {
  const { open, shut } = house.openIn(space, whole);
  const closed = shutEnds(axis, open) === null ? closedStretches(axis, open) : [];
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
          <span className="truncate bg-paper px-1 text-[0.85rem] font-semibold">closed: {reason}</span>
        </span>,
      ];
    }),
  ];
}

const isNear = ({ span }: Booking, window: Interval) => span.start < window.end && span.end > window.start;

function spaceCells(row: SpaceRow, context: RowContext): (ReactElement | null)[] {
  const { house, axis, window } = context;
  return [
    ...shades(row.space, context),
    ...row.through
      .filter(({ booking }) => isNear(booking, window))
      .map(({ booking, lane }) =>
        takenTrough({
          booking,
          via: house.space(booking.spaceId)?.name ?? 'another space',
          axis,
          href: context.slipHref(booking.id),
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
          href: context.slipHref(booking.id),
          isPicked: context.pickedSlip === booking.id,
          isFaded: context.isFaded(booking),
          isMovable: context.canMove(booking),
          lane,
        }),
      ),
  ];
}

/** One row of the board: its label, and what stands in it. */
export const BoardRowView = memo(function BoardRowView({
  row,
  context,
}: {
  row: BoardRow;
  context: RowContext;
}) {
  if (row.kind === 'head')
    return (
      <h2
        className="sticky left-0 z-10 h-full w-fit truncate bg-raised px-3 pt-3 text-[1.02rem]"
        style={{ minWidth: context.labelPx, maxWidth: '80vw' }}
      >
        {row.title}
      </h2>
    );
  const { labelPx, axis, house, uses } = context;
  const levels = row.kind === 'pool' ? levelsOf(row.pool, uses, axis) : [];
  const ends =
    row.kind === 'space'
      ? (shutEnds(axis, house.openIn(row.space, context.whole).open) ?? undefined)
      : undefined;
  return (
    <>
      <div
        data-label=""
        className="sticky left-0 z-30 float-left flex h-full w-(--label) items-baseline gap-2 border-b border-rule bg-raised py-1 pr-2 pl-3"
      >
        {row.kind === 'space' ? (
          spaceLabel(row.space, labelPx < LABEL_PX)
        ) : (
          <span className="min-w-0">
            <a
              href={`/pools/${row.pool.id}`}
              data-go=""
              className="block truncate font-semibold no-underline hover:underline"
            >
              {row.pool.name}
            </a>
            <span className="block truncate text-[0.82rem] text-soft">
              {row.pool.units.length
                ? row.pool.units.map(({ name }) => name).join(', ')
                : `of ${Math.max(0, ...levels.map(({ stock }) => stock))}`}
            </span>
          </span>
        )}
      </div>
      <div
        className="board-cells absolute inset-y-0 right-0 left-(--label) cursor-copy overflow-hidden border-b border-rule"
        style={ends as CSSProperties | undefined}
      >
        {row.kind === 'space' ? (
          spaceCells(row, context)
        ) : (
          <PoolLevel pool={row.pool} levels={levels} axis={axis} tzid={house.tzid} />
        )}
      </div>
    </>
  );
});

'use client';
import { useRouter } from 'next/navigation';
import { Fragment } from 'react';
import type { BoardDay, BoardSpace } from '@/contracts/board';
import { subtract, type EpochMinute } from '@/core/time/epoch-minute';
import { timeOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { BookingBlock } from './booking-block';
import { boardHref, type BoardAddress } from './board-address';
import { GapButton } from './gap-button';
import { freeGaps, lanesOf, makeScale, type Scale } from './scale';

const HOUR_MIN = 60;
const ROW_PX = 50;
/** As in globals.css. */
const LANE_PX = 36;

function Hours({ board, scale }: { board: BoardDay; scale: Scale }) {
  const { shown } = board;
  const step = shown.end - shown.start > 18 * HOUR_MIN ? 2 * HOUR_MIN : HOUR_MIN;
  const hours = Array.from(
    { length: Math.floor((shown.end - shown.start) / step) },
    (_, n) => (shown.start + n * step) as EpochMinute,
  );
  return (
    <div className="relative h-7 border-b border-strong-rule" aria-hidden="true">
      {hours.map((at) => (
        <span
          key={at}
          className="absolute bottom-0.5 pl-1 text-[0.85rem] text-soft"
          style={{ left: scale.left(at) }}
        >
          {timeOf(toLocal(at, board.tzid))}
        </span>
      ))}
    </div>
  );
}

function HourLines({ scale }: { scale: Scale }) {
  const { shown } = scale;
  const hours = Array.from(
    { length: Math.floor((shown.end - shown.start) / HOUR_MIN) },
    (_, n) => shown.start + n * HOUR_MIN,
  );
  return hours.map((at) => (
    <span
      key={at}
      aria-hidden="true"
      className="absolute inset-y-0 border-l border-rule/60"
      style={{ left: scale.left(at) }}
    />
  ));
}

/** Hours in which the space is closed, and closures with their reason. */
function Shades({ space, scale }: { space: BoardSpace; scale: Scale }) {
  const closed = subtract(scale.shown, space.open);
  return (
    <>
      {closed.map((span) => (
        <span
          key={span.start}
          aria-hidden="true"
          className="shade-closed absolute inset-y-0"
          style={{ left: scale.left(span.start), width: scale.width(span) }}
        />
      ))}
      {space.shut.map(({ span, reason }) => (
        <span
          key={span.start}
          className="shade-closed absolute inset-y-0 z-10 flex items-center bg-paper px-2"
          style={{ left: scale.left(span.start), width: scale.width(span) }}
        >
          <span className="bg-paper px-1 text-[0.85rem] font-semibold">closed: {reason}</span>
        </span>
      ))}
    </>
  );
}

interface BoardViewProps {
  readonly board: BoardDay;
  readonly address: BoardAddress;
}

function SpaceLabel({ space }: { space: BoardSpace }) {
  const facts = [`to ${space.seats}`, space.outdoor && 'outdoors', !space.stepFree && 'steps'].filter(
    Boolean,
  );
  return (
    <div className="sticky left-0 z-30 flex min-w-0 items-baseline gap-2 border-b border-rule bg-raised py-1 pr-2">
      <span className="w-7 shrink-0 font-semibold text-soft">{space.code}</span>
      <span className="min-w-0">
        <span className="block truncate font-semibold">{space.name}</span>
        <span className="block truncate text-[0.82rem] text-soft">
          {space.madeOf.length ? `${space.madeOf.join(' + ')}` : facts.join(' · ')}
        </span>
      </span>
    </div>
  );
}

function SpaceRow({ space, board, scale, address }: BoardViewProps & { space: BoardSpace; scale: Scale }) {
  const router = useRouter();
  const pick = (start: EpochMinute) =>
    router.push(boardHref({ ...address, slip: null, pick: `${space.id}@${toLocal(start, board.tzid)}` }), {
      scroll: false,
    });
  const lanes = lanesOf(space.bookings);
  const own = lanes.filter((_, index) => space.bookings[index]!.kind === 'own');
  return (
    <div className="relative border-b border-rule" style={{ height: ROW_PX + LANE_PX * Math.max(0, ...own) }}>
      <HourLines scale={scale} />
      <Shades space={space} scale={scale} />
      {freeGaps(space, board.shown, board.now).map((gap) => (
        <GapButton
          key={gap.start}
          place={space.name}
          gap={gap}
          scale={scale}
          dayStart={board.day.start}
          tzid={board.tzid}
          onPick={pick}
        />
      ))}
      {space.bookings.map((booking, index) => (
        <BookingBlock
          key={booking.id}
          booking={booking}
          scale={scale}
          tzid={board.tzid}
          href={boardHref({ ...address, pick: null, slip: `${space.id}.${booking.id}` })}
          lane={lanes[index]}
          isPicked={address.slip === `${space.id}.${booking.id}`}
        />
      ))}
    </div>
  );
}

/** One day of all spaces: rows by building, time across. */
export function BoardView({ board, address }: BoardViewProps) {
  const scale = makeScale(board.shown);
  const buildings = [...new Set(board.spaces.map(({ building }) => building))];
  const showsNow = board.now >= board.shown.start && board.now < board.shown.end;
  return (
    <section aria-label={`Spaces on ${board.dateText}`} className="sheet overflow-x-auto" tabIndex={0}>
      <div className="grid min-w-[56rem] grid-cols-[8.5rem_1fr] sm:grid-cols-[13rem_1fr] px-3 pb-2">
        <div className="border-b border-strong-rule" />
        <Hours board={board} scale={scale} />
        {buildings.map((building) => (
          <Fragment key={building}>
            <h2 className="col-span-2 border-b border-rule pt-3 pb-1 text-[1.02rem]">{building}</h2>
            {board.spaces
              .filter((space) => space.building === building)
              .map((space) => (
                <Fragment key={space.id}>
                  <SpaceLabel space={space} />
                  <div className="relative">
                    <SpaceRow space={space} board={board} scale={scale} address={address} />
                    {showsNow && (
                      <span
                        aria-hidden="true"
                        className="pointer-events-none absolute inset-y-0 z-20 border-l-2 border-accent"
                        style={{ left: scale.left(board.now) }}
                      />
                    )}
                  </div>
                </Fragment>
              ))}
          </Fragment>
        ))}
      </div>
    </section>
  );
}

import Link from 'next/link';
import type { CSSProperties } from 'react';
import type { BoardBooking } from '@/contracts/board';
import { timeOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { Mark } from '@/ui/primitives/mark';
import type { Scale } from './scale';

const REACH: Readonly<Record<string, string>> = {
  setup: 'reach-crew reach-setup',
  strike: 'reach-crew reach-strike',
  access: 'reach-host reach-access',
  exit: 'reach-host reach-exit',
};

const STATE_NOTE: Readonly<Record<BoardBooking['state'], string>> = {
  approved: '',
  held: 'held, ',
  waiting: 'waiting, ',
};

interface BlockProps {
  readonly booking: BoardBooking;
  readonly scale: Scale;
  readonly tzid: string;
  readonly href: string;
  readonly isPicked: boolean;
  /** Which of several in a row at one time this is, so that they do not cover one another. */
  readonly lane?: number;
}

/** A booking to scale: the event as a block, the bands as lines that reach out to both sides. */
export function BookingBlock({ booking, scale, tzid, href, isPicked, lane = 0 }: BlockProps) {
  if (booking.kind === 'part')
    return (
      <PartBlock booking={booking} scale={scale} tzid={tzid} href={href} isPicked={isPicked} lane={lane} />
    );
  const event = booking.bands.find(({ kind }) => kind === 'event') ?? booking.span;
  const time = (at: number) => timeOf(toLocal(at as typeof event.start, tzid));
  const title = booking.title ?? 'taken';
  const own = booking.isOwn ? 'yours: ' : '';
  const nth = booking.nth ? `, date ${booking.nth}` : '';
  const spoken = `${STATE_NOTE[booking.state]}${own}${title}${nth}, ${time(event.start)} to ${time(event.end)}, occupied ${time(booking.span.start)} to ${time(booking.span.end)}`;
  const look = booking.state === 'waiting' ? 'event-waiting' : booking.title === null ? 'event-taken' : '';
  return (
    <div className="contents" style={{ '--lane': lane } as CSSProperties}>
      {booking.bands
        .filter(({ kind }) => kind !== 'event')
        .map((band) => (
          <span
            key={band.kind}
            aria-hidden="true"
            className={`reach ${REACH[band.kind]}`}
            style={{ left: scale.left(band.start), width: scale.width(band) }}
          />
        ))}
      <Link
        prefetch={false}
        href={href}
        scroll={false}
        aria-current={isPicked ? 'true' : undefined}
        title={`${title} · ${time(event.start)}–${time(event.end)}`}
        data-hue={booking.hue ?? 'ink'}
        className={`event-block ${look} @container z-10 flex items-center gap-1.5 px-1 no-underline hover:z-20 aria-[current]:ring-2 aria-[current]:ring-ink`}
        style={{ left: scale.left(event.start), width: scale.width(event) }}
      >
        {booking.mark && <Mark mark={booking.mark} hue={booking.hue!} />}
        <span
          aria-hidden="true"
          className={`hidden truncate text-[0.86rem] leading-tight @min-[4.2rem]:block ${booking.isOwn ? 'font-bold' : 'font-medium'}`}
        >
          {booking.state === 'approved' ? '' : <i>{booking.state}: </i>}
          {booking.isOwn ? 'Yours: ' : ''}
          {title}
          {booking.nth && <span className="text-soft"> {booking.nth}</span>}
        </span>
        <span className="sr-only">{spoken}</span>
      </Link>
    </div>
  );
}

const LANE_PX = 21;

/** The row is taken because a space it shares parts with is booked: a low trough, not a block of its own. */
function PartBlock({ booking, scale, href, isPicked, lane = 0 }: BlockProps) {
  const label = `${STATE_NOTE[booking.state]}taken through ${booking.via}${booking.title ? `: ${booking.title}` : ''}`;
  return (
    <Link
      prefetch={false}
      href={href}
      scroll={false}
      aria-current={isPicked ? 'true' : undefined}
      title={label}
      className={`absolute inset-y-0 z-10 flex items-end justify-center overflow-hidden no-underline ${booking.state === 'approved' && lane === 0 ? 'bg-sunk/70' : ''}`}
      style={{ left: scale.left(booking.span.start), width: scale.width(booking.span) }}
    >
      <span aria-hidden="true" className="part-line inset-x-0" style={{ bottom: 4 + lane * LANE_PX }} />
      <span
        className="truncate px-1 text-[0.78rem] leading-4 text-soft"
        style={{ paddingBottom: 6 + lane * LANE_PX }}
      >
        {booking.state === 'waiting' ? 'waiting ' : ''}in {booking.via}
        <span className="sr-only">{booking.title ? `: ${booking.title}` : ', taken'}</span>
      </span>
    </Link>
  );
}

import Link from 'next/link';
import type { BoardBooking, BoardSpace } from '@/contracts/board';
import { Mark } from '@/ui/primitives/mark';
import { BandDrawing } from './band-drawing';
import { Slip } from './slip';

const STATE_SENTENCE: Readonly<Record<BoardBooking['state'], string>> = {
  approved: 'Approved.',
  held: 'Held for a while.',
  waiting: 'Waits for a decision; the space is not taken yet.',
};

interface BookingSlipProps {
  readonly booking: BoardBooking;
  readonly space: BoardSpace;
  readonly tzid: string;
  readonly closeHref: string;
  readonly isManager: boolean;
}

/** A booking beside the board, as far as the viewer may know it. */
export function BookingSlip({ booking, space, tzid, closeHref, isManager }: BookingSlipProps) {
  const place = booking.via ?? space.name;
  const details = isManager ? `/desk/${booking.reference}` : `/requests/${booking.reference}`;
  const bands = booking.bands.length ? booking.bands : [{ kind: 'event' as const, ...booking.span }];
  return (
    <Slip title={booking.title ?? 'Taken'} closeHref={closeHref}>
      <p className="font-semibold">{place}</p>
      {booking.kind === 'part' && (
        <p className="text-[0.92rem]">
          {space.name} shares its floor with {booking.via}, so it is taken too.
        </p>
      )}
      {booking.category && (
        <p className="mt-1 flex items-center gap-2">
          <Mark mark={booking.mark!} hue={booking.hue!} /> {booking.category}, {booking.host}
        </p>
      )}
      <BandDrawing bands={bands} tzid={tzid} hue={booking.hue ?? 'ink'} />
      <p className="mt-2">
        {STATE_SENTENCE[booking.state]} {booking.nth ? `Date ${booking.nth}.` : ''}
      </p>
      {!booking.title && (
        <p className="mt-1 text-soft">What it is concerns only its own people and the office.</p>
      )}
      {booking.reference && (
        <p className="mt-3">
          <Link className="press" href={details}>
            Open {booking.reference}
          </Link>
        </p>
      )}
    </Slip>
  );
}

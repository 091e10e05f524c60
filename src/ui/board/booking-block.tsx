import { t, texts } from '@/contracts/language/translate';
import type { CSSProperties, ReactElement } from 'react';
import type { Interval } from '@/core/time/epoch-minute';
import { toLocal } from '@/core/time/zone';
import { duringText, sayTime } from '@/contracts/words/when';
import { bandsOnBoard, type Booking, type BookingState } from './bookings';
import { sayHours } from './move';
import { joinedReaches, type JoinedReaches } from '../drawing/reaches';
import type { Stretch, TimeAxis } from './time-axis';

const STATE_NOTE: Readonly<Record<BookingState, string>> = texts({
  approved: '',
  held: 'held, ',
  waiting: 'waiting, ',
});
const LOOK: Readonly<Record<BookingState, string>> = {
  approved: '',
  held: ' event-held',
  waiting: ' event-waiting',
};

/** Everything the viewer may know of a booking, in one line; what they may not know is only taken. */
export function sayBooking({ known, span, state, isOwn }: Booking, place: string, tzid: string): string {
  const occupied = t`occupied ${duringText(span, tzid)}`;
  if (!known) return t`${place}: taken, ${occupied}`;
  const own = isOwn ? t`yours: ` : '';
  const nth = known.nth ? t`, date ${known.nth}` : '';
  const kind = [known.category?.name, known.host].filter(Boolean).join(', ');
  return `${place}: ${STATE_NOTE[state]}${own}${known.title}${nth}, ${sayHours(known.event, tzid)}, ${occupied}; ${kind}${known.people > 0 ? t`, ${known.people} people` : ''}`;
}

/** So wide is a block that has room for its mark, and for words. */
const MARK_PX = 34;
const TEXT_PX = 68;

interface Drawn {
  readonly bands: JoinedReaches | null;
  readonly spoken: string;
  readonly title: string;
  readonly hours: string;
}
// Rows come and go as the board is scrolled; what is drawn and said of a booking stays.
const drawn = new WeakMap<Booking, Drawn>();

function drawnOf(booking: Booking, place: string, tzid: string): Drawn {
  const before = drawn.get(booking);
  if (before) return before;
  const { known } = booking;
  const clock = (at: number) => sayTime(toLocal(at as typeof booking.span.start, tzid));
  const found = {
    bands: joinedReaches(bandsOnBoard(booking)),
    spoken: sayBooking(booking, place, tzid),
    title: `${STATE_NOTE[booking.state]}${booking.isOwn ? t`yours: ` : ''}${known?.title ?? t`taken`}`,
    hours: known ? `${clock(known.event.start)}–${clock(known.event.end)} ${known.nth ?? ''}` : '',
  };
  drawn.set(booking, found);
  return found;
}

/** How far the lines of crew and host stay away from the ends of what both take up, in shares of it. */
function insets({ crew, host, span }: JoinedReaches, whole: Stretch, axis: TimeAxis): CSSProperties {
  const inset = (own: Interval | null): string | undefined => {
    const at = own && own !== span ? axis.stretch(own) : null;
    if (!at) return undefined;
    const share = (px: number) => `${((100 * px) / whole.width).toFixed(3)}%`;
    return `${share(at.left - whole.left)} ${share(whole.left + whole.width - at.left - at.width)}`;
  };
  return { '--crew': inset(crew), '--host': inset(host) } as CSSProperties;
}

interface BlockProps {
  readonly booking: Booking;
  readonly place: string;
  readonly axis: TimeAxis;
  readonly tzid: string;
  readonly href: string;
  readonly isPicked: boolean;
  /** Left out by a filter: drawn, but back in the paper. */
  readonly isFaded: boolean;
  readonly isMovable: boolean;
  /** Which of several in a row at one time this is, so that they do not cover one another. */
  readonly lane: number;
}

// Plain links: a thousand of the router's own would weigh more than the board. The canvas follows them.

/**
 * A booking to scale: the event as a block, the bands as lines that reach out to both sides. Mark and hours are drawn by
 * the style sheet, and what is said of it stands in it once. Elements and no component: rows with many of these come and
 * go as the board is scrolled, and a row is drawn as a whole or not at all.
 */
export function bookingBlock(props: BlockProps): ReactElement[] {
  const { booking, place, axis, tzid, href, isPicked, isFaded, isMovable, lane } = props;
  const { id, known, state, isOwn } = booking;
  const { bands, spoken, title, hours } = drawnOf(booking, place, tzid);
  const event = axis.stretch(known?.event ?? booking.span);
  const inLane = lane ? ({ '--lane': lane } as CSSProperties) : undefined;
  const fade = isFaded ? ' opacity-30' : '';
  const drawnParts: ReactElement[] = [];
  const reach = bands && axis.stretch(bands.span);
  if (reach)
    drawnParts.push(
      <span
        key={`bands ${id}`}
        className={`${bands.className}${fade}`}
        style={{ ...reach.style, ...inLane, ...insets(bands, reach, axis) }}
      />,
    );
  if (!event) return drawnParts;
  const hasWords = event.width >= TEXT_PX;
  drawnParts.push(
    <a
      key={id}
      href={href}
      aria-current={isPicked ? 'true' : undefined}
      data-booking={id}
      aria-label={spoken}
      data-mark={event.width >= MARK_PX ? known?.category?.mark : undefined}
      data-hue={known?.category?.hue ?? 'ink'}
      data-hours={hasWords ? hours : undefined}
      className={`event-block event-words${known ? LOOK[state] : ' event-taken'}${isOwn ? ' event-own' : ''}${isMovable ? ' cursor-grab' : ''}${fade}`}
      style={inLane ? { ...event.style, ...inLane } : event.style}
    >
      {hasWords && title}
    </a>,
  );
  return drawnParts;
}

const THROUGH_PX = 18;

interface ThroughProps {
  readonly booking: Booking;
  readonly via: string;
  readonly axis: TimeAxis;
  readonly href: string;
  readonly lane: number;
}

/** The row is taken because a space it shares floor with is booked: a low trough, not a block of its own. */
export function takenTrough({ booking, via, axis, href, lane }: ThroughProps): ReactElement | null {
  const stretch = axis.stretch(booking.span);
  if (!stretch) return null;
  const isTaken = booking.state !== 'waiting';
  return (
    <a
      key={`through ${booking.id}`}
      href={href}
      data-details={booking.id}
      tabIndex={-1}
      data-note={t`${isTaken ? t`Taken` : t`Wanted`} through ${via}${booking.known ? `: ${booking.known.title}` : ''}`}
      className={`absolute inset-y-0 z-[5] flex items-end justify-center overflow-hidden no-underline select-none ${isTaken && lane === 0 ? 'bg-sunk/70' : ''}`}
      style={stretch.style}
    >
      <span aria-hidden="true" className="part-line inset-x-0" style={{ bottom: 4 + lane * THROUGH_PX }} />
      <span
        className="truncate px-1 text-mini leading-4 text-soft"
        style={{ paddingBottom: 6 + lane * THROUGH_PX }}
      >{t`${isTaken ? '' : t`waiting `}in ${via}`}</span>
    </a>
  );
}

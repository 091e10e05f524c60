import { t } from '@/contracts/language/translate';
import type { BoardCategory, BookingTuple } from '@/contracts/calendar/board';
import type { ClaimId } from '@/core/ids';
import { bandsOf, type Band } from '@/core/occupancy/bands';
import type { Layout } from '@/core/seating/layouts';
import type { Interval } from '@/core/time/epoch-minute';

export type BookingState = 'approved' | 'held' | 'waiting';
const STATES: readonly BookingState[] = ['approved', 'held', 'waiting'];

/** What viewers may know who may know more than *taken*. */
export interface KnownBooking {
  readonly claimId: ClaimId;
  readonly event: Interval;
  readonly accessMin: number;
  readonly exitMin: number;
  readonly setupMin: number;
  readonly strikeMin: number;
  readonly title: string;
  readonly category: BoardCategory | null;
  readonly host: string;
  /** `5 of 14`, on dates of a series. */
  readonly nth: string | null;
  readonly layout: Layout;
  readonly people: number;
}

/** A claimed space on the board. */
export interface Booking {
  /** Of the claimed space: a booking over two spaces has two. */
  readonly id: number;
  readonly spaceId: number;
  readonly state: BookingState;
  /** Setup to strike, as it occupies the space. */
  readonly span: Interval;
  readonly isOwn: boolean;
  /** Null for viewers who may only know that it is taken. */
  readonly known: KnownBooking | null;
  /** For those who may open it. */
  readonly change: {
    readonly reference: string;
    readonly occurrence: number;
    readonly version: number;
  } | null;
}

function knownOf(tuple: BookingTuple, categories: ReadonlyMap<number, BoardCategory>): KnownBooking | null {
  // By number: taking a tuple apart from its seventh on walks past the first six, thousands of times.
  const [claim, start, end, title, category, nth] = [
    tuple[6],
    tuple[7],
    tuple[8],
    tuple[13],
    tuple[14],
    tuple[16],
  ];
  if (claim === null || title === null || start === null || end === null) return null;
  const dates = nth! + tuple[17]!;
  return {
    claimId: claim as ClaimId,
    event: { start, end },
    accessMin: tuple[9]!,
    exitMin: tuple[10]!,
    setupMin: tuple[11]!,
    strikeMin: tuple[12]!,
    title,
    category: category === null ? null : (categories.get(category) ?? null),
    host: tuple[15] ?? '',
    nth: dates > 1 ? t`${nth!} of ${dates}` : null,
    layout: tuple[18]!,
    people: tuple[19]!,
  };
}

export function readBookings(
  tuples: readonly BookingTuple[],
  categories: readonly BoardCategory[],
): Booking[] {
  const byId = new Map(categories.map((category) => [category.id, category]));
  return tuples.map((tuple) => ({
    id: tuple[0],
    spaceId: tuple[1],
    state: STATES[tuple[2]]!,
    span: { start: tuple[3], end: tuple[4] },
    isOwn: tuple[5] === 1,
    known: knownOf(tuple, byId),
    change: tuple[20] === null ? null : { reference: tuple[20], occurrence: tuple[21]!, version: tuple[22]! },
  }));
}

/** The bands of a booking that is known, cut to what it occupies where it shares a shoulder. */
export function bandsOnBoard({ known, span }: Booking): Band[] {
  if (!known) return [{ kind: 'event', ...span }];
  const bands = bandsOf(known.event, known);
  const [first, last] = [bands[0]!, bands[bands.length - 1]!];
  if (first.start >= span.start && last.end <= span.end) return bands;
  return bands
    .map((band) => ({
      ...band,
      start: band.kind === 'setup' ? (Math.max(band.start, span.start) as Band['start']) : band.start,
      end: band.kind === 'strike' ? (Math.min(band.end, span.end) as Band['end']) : band.end,
    }))
    .filter(({ start, end }) => end > start);
}

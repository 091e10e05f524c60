import type { BoardCategory, BookingTuple } from '@/contracts/board';
import type { ClaimId } from '@/core/ids';
import { bandsOf, type Band } from '@/core/occupancy/bands';
import type { Layout } from '@/core/seating/capacity';
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
  const [
    ,
    ,
    ,
    ,
    ,
    ,
    claim,
    start,
    end,
    access,
    exit,
    setup,
    strike,
    title,
    category,
    host,
    nth,
    after,
    layout,
    people,
  ] = tuple;
  if (claim === null || title === null || start === null || end === null) return null;
  const dates = nth! + after!;
  return {
    claimId: claim as ClaimId,
    event: { start, end },
    accessMin: access!,
    exitMin: exit!,
    setupMin: setup!,
    strikeMin: strike!,
    title,
    category: category === null ? null : (categories.get(category) ?? null),
    host: host ?? '',
    nth: dates > 1 ? `${nth!} of ${dates}` : null,
    layout: layout!,
    people: people!,
  };
}

export function readBookings(
  tuples: readonly BookingTuple[],
  categories: readonly BoardCategory[],
): Booking[] {
  const byId = new Map(categories.map((category) => [category.id, category]));
  return tuples.map((tuple) => {
    const [id, spaceId, state, start, end, isOwn, ...rest] = tuple;
    const [reference, occurrence, version] = rest.slice(-3) as [string | null, number | null, number | null];
    return {
      id,
      spaceId,
      state: STATES[state]!,
      span: { start, end },
      isOwn: isOwn === 1,
      known: knownOf(tuple, byId),
      change: reference === null ? null : { reference, occurrence: occurrence!, version: version! },
    };
  });
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

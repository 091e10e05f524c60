import { addDays, localDateTime, type LocalDate, type LocalDateTime } from '@/core/time/local-time';
import {
  MOST_BOOKINGS,
  OPEN_STATES,
  statesOf,
  type BookingLine,
  type BookingsQuery,
  type BookingsView,
} from '@/contracts/decisions/bookings';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import { knownSpaces } from '../calendar/board-data';
import { BOOKINGS, CATEGORIES_IN_USE } from './decide.queries';
import { ResultOf } from '../../db/statement';

type BookingRow = ResultOf<typeof BOOKINGS>[number];

const lineOf = ({ startLocal, endLocal, places, isPast, isSeries, ...row }: BookingRow): BookingLine => ({
  ...row,
  when: spanText(startLocal, endLocal),
  places: places ?? '',
  isPast: isPast === 1,
  isSeries: isSeries === 1,
});

const midnight = (day: LocalDate): LocalDateTime => localDateTime(`${day}T00:00`);

/** Bookings like what is looked for: what is to come first, then what is over, then what is not booked. */
export async function bookings(ctx: Context, query: BookingsQuery): Promise<BookingsView> {
  const { db, clock } = ctx;
  const rows = await db.value(BOOKINGS, {
    states: statesOf(query.state),
    open: OPEN_STATES,
    from: query.from && midnight(query.from),
    to: query.to && midnight(addDays(query.to, 1)),
    category: query.category,
    space: query.space,
    words: query.q.toLowerCase().split(/\s+/).filter(Boolean),
    made: query.made,
    now: clock.now(),
  });
  const spaces = await knownSpaces(db);
  return {
    lines: rows.slice(0, MOST_BOOKINGS).map(lineOf),
    isCut: rows.length > MOST_BOOKINGS,
    spaces: spaces.map(({ id, name, building }) => ({ id, name, building })),
    categories: await db.all(CATEGORIES_IN_USE),
  };
}

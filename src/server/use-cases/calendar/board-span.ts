import type { Viewer } from '@/core/publishing/right-to-know';
import type { Interval } from '@/core/time/epoch-minute';
import { addDays, dateOf, type LocalDate } from '@/core/time/local-time';
import { startOfDay, toLocal } from '@/core/time/zone';
import type { BoardSpan, BookingTuple } from '@/contracts/calendar/board';
import type { BoardQuery } from '@/contracts/calendar/board-query';
import type { Context } from '../../context/context';
import { type Reader } from '../../db/connection';
import { siteZone } from '../../repositories/world/space-facts';
import { rightsOf } from './rights';
import { BOARD_ROWS, USES_IN_SPAN } from './board-span.queries';

/** What the text of bookings tells, one by one. */
export const bookingsIn = (bookings: string): BookingTuple[] => JSON.parse(bookings) as BookingTuple[];

/** Bookings and uses as JSON text written by SQLite: rows never become objects on the server. */
export async function boardRowsText(
  reader: Reader,
  viewer: Viewer | null,
  span: Interval,
): Promise<{ bookings: string; uses: string }> {
  const rights = await rightsOf(reader, viewer);
  const row = await reader.first(BOARD_ROWS(viewer !== null), { ...span, ...rights });
  if (!row) throw new Error('a statement without FROM gives one row');
  return row;
}

/** Pieces of all types that are away in a span, nameless. */
export const usesIn = (reader: Reader, span: Interval): Promise<BoardSpan['uses']> =>
  reader.value(USES_IN_SPAN, span);

/** What stands on the board for some days, as JSON text of a `BoardSpan`. Today where no day is named. */
export async function boardSpanText(ctx: Context, { from, days }: BoardQuery): Promise<string> {
  const tzid = await siteZone(ctx.db);
  const now = ctx.clock.now();
  const first: LocalDate = from ?? dateOf(toLocal(now, tzid));
  const span = { start: startOfDay(first, tzid), end: startOfDay(addDays(first, days), tzid) };
  const { bookings: rows, uses } = await boardRowsText(ctx.db, ctx.viewer, span);
  return `{"from":"${first}","days":${days},"now":${now},"bookings":${rows},"uses":${uses}}`;
}

export const boardSpan = async (ctx: Context, query: BoardQuery): Promise<BoardSpan> =>
  JSON.parse(await boardSpanText(ctx, query)) as BoardSpan;

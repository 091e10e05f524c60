import { t, texts } from '@/contracts/language/translate';
import type { BoardCategory, BoardData, BoardSpan } from '@/contracts/calendar/board';
import type { PrintQuery } from '@/contracts/calendar/print';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { dayLong, sayTime } from '@/contracts/words/when';
import type { ChartBlock, ChartRow, MarkSign, Part } from '@/core/printing/sheet';
import { addMinutes, overlaps, subtract, type Interval } from '@/core/time/epoch-minute';
import { addDays } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';
import { readBookings, type Booking } from '@/ui/board/bookings';
import { boardOffice, type BoardOffice, type SpaceOnBoard } from '@/ui/board/board-office';
import { boardRows } from '@/ui/board/rows';
import { shownHours, ticksOf } from '@/ui/board/time-axis';
import { bandWords } from './print-words';

/** Hours between two figures of the axis. */
const TICK_MIN = 120;

const signOf = ({ known }: Booking): MarkSign | null =>
  known?.category ? { mark: known.category.mark, hue: known.category.hue } : null;

const clock = (span: Interval, tzid: string): string =>
  `${sayTime(toLocal(span.start, tzid))}–${sayTime(toLocal(span.end, tzid))}`;

const titleOf = ({ known, state }: Booking): string =>
  known ? `${state === 'approved' ? '' : `${state}: `}${known.title}` : t`taken`;

function blockOf(booking: Booking, lane: number, shown: Interval): ChartBlock {
  const share = (at: number) => (at - shown.start) / (shown.end - shown.start);
  const event = booking.known?.event ?? booking.span;
  return {
    start: share(event.start),
    end: share(event.end),
    outerStart: share(booking.span.start),
    outerEnd: share(booking.span.end),
    title: titleOf(booking),
    sign: signOf(booking),
    isOpen: booking.state === 'waiting',
    lane,
  };
}

interface DayOfBoard {
  readonly house: BoardOffice;
  readonly spaces: readonly SpaceOnBoard[];
  readonly bookings: readonly Booking[];
  readonly day: Interval;
  readonly shown: Interval;
}

function chartRows({ house, spaces, bookings, day, shown }: DayOfBoard): ChartRow[] {
  const there = bookings.filter(({ span }) => overlaps(span, day));
  return boardRows(house, spaces, [], there).flatMap((row) => {
    if (row.kind !== 'space') return [];
    const { space, own, through } = row;
    const share = (at: number) => (at - shown.start) / (shown.end - shown.start);
    const closed = subtract(shown, house.openIn(space, day).open).map(({ start, end }): [number, number] => [
      share(start),
      share(end),
    ]);
    const lanes = own.length ? Math.max(...own.map(({ lane }) => lane)) + 1 : 0;
    return [
      {
        label: space.name,
        note: t`${space.code}, ${space.seats} seats`,
        closed,
        blocks: [
          ...own.map(({ booking, lane }) => blockOf(booking, lane, shown)),
          ...through.map(({ booking, lane }) => ({
            ...blockOf(booking, lanes + lane, shown),
            title: t`in ${house.space(booking.spaceId)?.name ?? ''}`,
            sign: null,
          })),
        ],
      },
    ];
  });
}

const LIST = texts([
  { title: 'Event', share: 1.1 },
  { title: 'Occupied', share: 1.1 },
  { title: 'Where', share: 1.8 },
  { title: 'What', share: 3 },
  { title: 'Who', share: 1.8 },
  { title: 'Layout', share: 1.4 },
]);

function listRows({ house, spaces, bookings, day }: DayOfBoard, tzid: string) {
  const shown = new Set(spaces.map(({ id }) => id));
  return bookings
    .filter(({ span, spaceId }) => overlaps(span, day) && shown.has(spaceId))
    .sort((a, b) => a.span.start - b.span.start || a.id - b.id)
    .map((booking) => {
      const { known } = booking;
      return [
        { text: known ? clock(known.event, tzid) : '' },
        { text: clock(booking.span, tzid) },
        { text: house.space(booking.spaceId)?.name ?? '' },
        {
          text: [titleOf(booking), known?.nth && t`date ${known.nth}`].filter(Boolean).join(', '),
          sign: signOf(booking),
        },
        { text: known?.host ?? '' },
        { text: known ? `${LAYOUT_WORDS[known.layout]}${known.people > 0 ? `, ${known.people}` : ''}` : '' },
      ];
    });
}

/** The board for printing: a chart for each day, and in detail a list of what stands in it. */
export function boardParts(
  facts: BoardData,
  span: BoardSpan,
  categories: readonly BoardCategory[],
  { from, days, only, detail }: PrintQuery,
): readonly Part[] {
  const house = boardOffice(facts);
  const { tzid } = house;
  const bookings = readBookings(span.bookings, categories);
  const spaces = house.spaces.filter(({ id }) => !only || only.includes(id));
  const parts = Array.from({ length: days }, (_, index) => addDays(from, index)).flatMap((date): Part[] => {
    const day = dayInterval(date, tzid);
    // From the day before, so that a night that runs over does not open the whole of it.
    const around = { start: addMinutes(day.start, -1440), end: day.end };
    const open = spaces.flatMap((space) => house.openIn(space, around).open);
    const [slice] = shownHours([date], [...open, ...bookings.map((booking) => booking.span)], tzid);
    const { shown } = slice!;
    const ofDay = { house, spaces, bookings, day, shown };
    const ticks = ticksOf(slice!, TICK_MIN).map((at) => ({
      at: (at - shown.start) / (shown.end - shown.start),
      text: sayTime(toLocal(at, tzid)),
    }));
    const rows = listRows(ofDay, tzid);
    return [
      { kind: 'heading', text: dayLong(date) },
      { kind: 'chart', ticks, rows: chartRows(ofDay) },
      ...(detail === 'detailed' && rows.length ? [{ kind: 'table' as const, columns: LIST, rows }] : []),
    ];
  });
  const signs = new Map(
    bookings.flatMap(({ known }) =>
      known?.category ? [[known.category.id, { ...known.category }] as const] : [],
    ),
  );
  return [...parts, { kind: 'key', signs: [...signs.values()], bands: bandWords() }];
}

import { ownSettings } from '@/contracts/language/own-settings';
import { useCallback, useDeferredValue, useMemo } from 'react';
import type { BoardCategory, BoardData, BoardSpan } from '@/contracts/calendar/board';
import { addMinutes } from '@/core/time/epoch-minute';
import { addDays, dateOf, type LocalDate } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';
import type { BoardAddress, BoardFilters } from './board-address';
import { readBookings } from './bookings';
import { filteredPools, filteredSpaces } from './filters';
import { boardOffice } from './board-office';
import { boardRows, LABEL_PX, rowOffsets } from './rows';
import { daysFrom, fittingPxPerMin, makeAxis, shownHours } from './time-axis';
import { useBoardSpan } from './use-board';

const NARROW_LABEL_PX = 116;
const NARROW_PX = 640;
/** Never so narrow that an hour of one day cannot be hit. */
const LEAST_DAY_PX = 640;

interface Loaded {
  readonly house: BoardData;
  readonly first: BoardSpan;
  readonly categories: readonly BoardCategory[];
}

/** The filters of an address, the same object as long as they are the same. */
function useFilters(address: BoardAddress): BoardFilters {
  const { text, building, only, seats, layout, feature, category, host, state } = address;
  return useMemo(
    () => ({ text, building, only, seats, layout, feature, category, host, state }),
    [text, building, only, seats, layout, feature, category, host, state],
  );
}

/** All that the board is drawn from: loaded, filtered, put into rows and along the axis. `roomPx` is what there is across. */
export function useBoardData(
  { house: facts, first, categories }: Loaded,
  address: BoardAddress,
  roomPx: number,
) {
  const house = useMemo(() => boardOffice(facts), [facts]);
  const today = dateOf(toLocal(first.now, house.tzid));
  const from: LocalDate = address.day ?? today;
  const handle = useBoardSpan(from, address.days, first);
  const { span } = handle;
  const bookings = useMemo(() => readBookings(span.bookings, categories), [span, categories]);
  const filters = useFilters(address);
  const spaces = useMemo(() => filteredSpaces(house, bookings, filters), [house, bookings, filters]);
  const rows = useMemo(
    () => boardRows(house, spaces, filteredPools(house, filters), bookings),
    [house, spaces, bookings, filters],
  );
  const whole = useMemo(
    () => ({
      start: dayInterval(span.from, house.tzid).start,
      end: dayInterval(addDays(span.from, span.days - 1), house.tzid).end,
    }),
    [span, house],
  );
  const slices = useMemo(() => {
    // From the day before, so that a night that runs over does not open the whole of the first day.
    const around = { start: addMinutes(whole.start, -1440), end: whole.end };
    const open = [...new Set(spaces.map((space) => house.openIn(space, around).open))].flat();
    const booked = bookings.map((booking) => booking.span);
    const days = daysFrom(span.from, span.days);
    // Hours of one's own stand for what is open; what is booked outside them is seen all the same.
    const { hours } = ownSettings();
    if (hours) return shownHours(days, booked, house.tzid, [hours[0] * 60, hours[1] * 60]);
    return shownHours(days, [...open, ...booked], house.tzid);
  }, [house, spaces, bookings, span, whole]);
  const labelPx = roomPx < NARROW_PX ? NARROW_LABEL_PX : LABEL_PX;
  const axisAt = useCallback(
    (zoom: number) => {
      const room = Math.max(roomPx - labelPx - 2, slices.length === 1 ? LEAST_DAY_PX : 0);
      return makeAxis(slices, fittingPxPerMin(slices, room) * zoom, house.grainMin);
    },
    [slices, roomPx, labelPx, house],
  );
  const { zoom } = address;
  // The rows follow a zoom by the style sheet; what words they have room for is drawn when there is time.
  const calmZoom = useDeferredValue(zoom);
  const axis = useMemo(() => axisAt(zoom), [axisAt, zoom]);
  const calmAxis = useMemo(
    () => (zoom === calmZoom ? axis : axisAt(calmZoom)),
    [axis, axisAt, zoom, calmZoom],
  );
  const offsets = useMemo(() => rowOffsets(rows), [rows]);
  return { ...handle, house, today, from, bookings, filters, rows, whole, axis, calmAxis, offsets, labelPx };
}

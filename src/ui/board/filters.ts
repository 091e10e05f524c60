import type { BoardPool } from '@/contracts/calendar/board';
import type { BoardFilters } from './board-address';
import type { Booking } from './bookings';
import type { BoardOffice, SpaceOnBoard } from './board-office';

const holds = (text: string, wanted: string): boolean => text.toLowerCase().includes(wanted);

function hasSeats({ facts }: SpaceOnBoard, { seats, layout }: BoardFilters): boolean {
  const offers = facts.layouts.filter((offer) => layout === null || offer.layout === layout);
  if (layout !== null && !offers.length) return false;
  const most = Math.max(0, ...offers.map((offer) => offer.seats));
  return most >= seats && (facts.postedLimit ?? Infinity) >= seats;
}

const namesSpace = ({ name, code, building }: SpaceOnBoard, text: string): boolean =>
  holds(name, text) || holds(code, text) || holds(building, text);

/** Rows that pass the filters. A text may name a space or something that stands in it. */
export function filteredSpaces(
  house: BoardOffice,
  bookings: readonly Booking[],
  filters: BoardFilters,
): SpaceOnBoard[] {
  const text = filters.text.trim().toLowerCase();
  const named = new Set(
    text
      ? bookings.filter(({ known }) => known && holds(known.title, text)).map(({ spaceId }) => spaceId)
      : [],
  );
  return house.spaces.filter(
    (space) =>
      (!filters.only.length || filters.only.includes(space.id)) &&
      (!filters.building || space.building === filters.building) &&
      (filters.feature === null || (space.facts.features ?? []).includes(filters.feature)) &&
      hasSeats(space, filters) &&
      (!text || namesSpace(space, text) || named.has(space.id)),
  );
}

/** Pools are left out where only spaces are asked for. */
export function filteredPools(house: BoardOffice, filters: BoardFilters): readonly BoardPool[] {
  const { building, only, seats, layout, feature, text } = filters;
  if (building || only.length || seats || layout || feature) return [];
  const wanted = text.trim().toLowerCase();
  return wanted
    ? house.pools.filter(({ name, store }) => holds(name, wanted) || holds(store, wanted))
    : house.pools;
}

/** Whether a filter on bookings leaves this one out. */
export function isLeftOut(
  { known, state }: Booking,
  { category, host, state: wanted }: BoardFilters,
): boolean {
  if (wanted !== null && state !== wanted) return true;
  if (category !== null && known?.category?.id !== category) return true;
  return host !== '' && !holds(known?.host ?? '', host.trim().toLowerCase());
}

import { layoutRow, type Layout } from './layouts';

/** A layout a space is set in: its seats, and minutes of setting up and clearing away. */
export interface LayoutOffer {
  readonly layout: Layout;
  readonly seats: number;
  readonly setupMin: number;
  readonly strikeMin: number;
}

/** Whether people fit into a layout, with the seats left over or the people too many. */
export type Seating =
  | { readonly kind: 'fits'; readonly spare: number }
  | { readonly kind: 'layout-not-offered' }
  | { readonly kind: 'over-seats'; readonly seats: number; readonly over: number };

/** Whether so many people fit a layout of a space; exactly full fits. */
export function seat(people: number, layout: Layout, offers: readonly LayoutOffer[]): Seating {
  const offer = offers.find((each) => each.layout === layout);
  if (!offer) return { kind: 'layout-not-offered' };
  return people > offer.seats
    ? { kind: 'over-seats', seats: offer.seats, over: people - offer.seats }
    : { kind: 'fits', spare: offer.seats - people };
}

/** People over the posted limit of a space; 0 when within it or when none is posted. */
export const overPostedLimit = (people: number, limit: number | null): number =>
  limit === null ? 0 : Math.max(0, people - limit);

const SQUARE_METRES_PER_SQUARE_FOOT = 0.09290304;

/**
 * Seats of a layout where the house names none: net floor area by the published load factor, rounded down. The area is
 * in m²; 0 for a layout without a load factor.
 */
export function seatsByArea(areaM2: number, layout: Layout): number {
  const factor = layoutRow[layout].loadFt2;
  // A hundredth of a person of slack: 70 ft² given in metres must still be ten people.
  return factor === null ? 0 : Math.floor(areaM2 / SQUARE_METRES_PER_SQUARE_FOOT / factor + 0.01);
}

/** Wheelchair places an assembly area of so many seats has: 2010 ADA Standards table 221.2.1.1 (values from memory). */
export function wheelchairPlaces(seats: number): number {
  if (seats < 4) return 0;
  const steps: readonly (readonly [upTo: number, places: number])[] = [
    [25, 1],
    [50, 2],
    [150, 4],
    [300, 5],
    [500, 6],
  ];
  const step = steps.find(([upTo]) => seats <= upTo);
  if (step) return step[1];
  return seats <= 5000 ? 6 + Math.ceil((seats - 500) / 150) : 36 + Math.ceil((seats - 5000) / 200);
}

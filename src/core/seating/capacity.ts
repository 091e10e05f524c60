/** How a room is set. Trade words; each has furniture and minutes of its own per space. */
export const LAYOUTS = [
  'theatre',
  'classroom',
  'rounds',
  'boardroom',
  'standing',
  'empty',
  'cabaret',
  'u-shape',
  'hollow-square',
  'exam',
] as const;
export type Layout = (typeof LAYOUTS)[number];

/** Whether people sit in it: who asked for seats is not helped by a floor to stand on, and the other way round. */
export const isSeated = (layout: Layout): boolean => layout !== 'standing' && layout !== 'empty';

export interface LayoutOffer {
  readonly layout: Layout;
  readonly seats: number;
  readonly setupMin: number;
  readonly strikeMin: number;
}

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
 * Net square feet a person by use: International Building Code table 1004.5, NFPA 101 table 7.3.1.2 (values from
 * memory): chairs only 7, tables and chairs 15, standing 5, classroom 20.
 */
const LOAD_FACTOR_FT2: Readonly<Record<Layout, number | null>> = {
  theatre: 7,
  classroom: 20,
  rounds: 15,
  boardroom: 15,
  standing: 5,
  empty: null,
  cabaret: 15,
  'u-shape': 15,
  'hollow-square': 15,
  exam: 20,
};

/** Seats of a layout where the house names none: net floor area by the published load factor, rounded down. */
export function seatsByArea(areaM2: number, layout: Layout): number {
  const factor = LOAD_FACTOR_FT2[layout];
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

/** How a room is set. Trade words; each has furniture and minutes of its own per space. */
export const LAYOUTS = ['theatre', 'classroom', 'rounds', 'boardroom', 'standing', 'empty'] as const;
export type Layout = (typeof LAYOUTS)[number];

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

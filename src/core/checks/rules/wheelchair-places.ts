import { wheelchairPlaces as placesFor } from '../../seating/capacity';
import { USUAL, WARNS, type CheckRule } from './rule';

/** Wheelchair places that are wanted beyond those the layout has. */
export interface WheelchairPlaces {
  readonly wheelchairs: number;
  readonly places: number;
  readonly over: number;
}

/** More people in wheelchairs than an assembly area of so many seats has places for. */
export const wheelchairPlaces: CheckRule<WheelchairPlaces> = {
  ...WARNS,
  ...USUAL,
  touches: 'place',
  reads: ['layouts'],
  judged: {
    by: 'space',
    find({ wanted: { wheelchairs = 0, layout }, facts: { layouts } }) {
      const offer = wheelchairs > 0 && layouts.find((each) => each.layout === layout);
      const places = offer ? placesFor(offer.seats) : wheelchairs;
      return wheelchairs > places ? [{ wheelchairs, places, over: wheelchairs - places }] : [];
    },
  },
};

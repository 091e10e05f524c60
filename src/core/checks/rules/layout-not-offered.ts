import type { Layout } from '../../seating/layouts';
import { HOUSE_RULE, USUAL, type CheckRule } from './rule';

/** A layout the space is never set in. */
export interface LayoutNotOffered {
  readonly layout: Layout;
  readonly offered: readonly Layout[];
}

/** The space is not set in this layout. */
export const layoutNotOffered: CheckRule<LayoutNotOffered> = {
  ...HOUSE_RULE,
  ...USUAL,
  touches: 'place',
  befallsBy: ['layouts'],
  field: 'layout',
  reads: ['layouts'],
  judged: {
    by: 'space',
    find({ wanted: { layout }, facts: { layouts } }) {
      const offered = layouts.map((offer) => offer.layout);
      return offered.includes(layout) ? [] : [{ layout, offered }];
    },
  },
};

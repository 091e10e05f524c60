import { dateOf, type LocalDate } from '../../time/local-time';
import { toLocal } from '../../time/zone';
import { NOTES, USUAL, type CheckRule } from './rule';

/** A series without end, with the season it could end with; null where there is none to come. */
export interface NoEnd {
  readonly season: { readonly name: string; readonly to: LocalDate } | null;
}

/** No end was given: the end of the season the series is in is offered. */
export const noEnd: CheckRule<NoEnd> = {
  ...NOTES,
  ...USUAL,
  touches: 'nothing',
  reads: [],
  judged: {
    by: 'dates',
    find({ dates: [first], asked, world }) {
      if (!asked.isEndless || !first) return [];
      const day = dateOf(toLocal(first.claim.event.start, world.tzid));
      const seasons = (world.seasons ?? []).filter(({ to }) => to >= day);
      const [season = null] = seasons.sort((a, b) => (a.to < b.to ? -1 : 1));
      return [{ key: first.key, spaceId: null, facts: { season } }];
    },
  },
};

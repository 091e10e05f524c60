import { outsideHours } from '../../spaces/hours';
import { totalMin, type Interval } from '../../time/epoch-minute';
import { USUAL, WARNS, type CheckRule } from './rule';

/** So many minutes of setup and strike lie outside the opening hours. */
export interface CrewOutsideHours {
  readonly minutes: number;
}

/** Setup or strike lie outside the opening hours: it can be done, if the crew agrees. */
export const crewOutsideHours: CheckRule<CrewOutsideHours> = {
  ...WARNS,
  ...USUAL,
  touches: 'place-or-time',
  reads: ['hours', 'closures'],
  judged: {
    by: 'space',
    find({ occupied, host, facts: { hours, closures }, check: { world } }) {
      const outside = (span: Interval) => totalMin(outsideHours(span, hours, closures, world.tzid));
      const all = outside(occupied);
      const minutes = all > 0 ? all - outside(host) : 0;
      return minutes > 0 ? [{ minutes }] : [];
    },
  },
};

import { HOUSE_RULE, USUAL, type CheckRule } from './rule';

/** The date had begun before it was asked for. */
export interface Past {
  /** The event began so many minutes ago; 0 where it begins now. */
  readonly minutes: number;
}

/** A time that has begun cannot be asked for; what began as it was booked may still be shortened or lengthened. */
export const past: CheckRule<Past> = {
  ...HOUSE_RULE,
  ...USUAL,
  touches: 'time',
  field: 'start',
  reads: [],
  judged: {
    by: 'dates',
    find({ dates, asked }) {
      const now = asked.now ?? asked.requester?.now;
      if (now === undefined) return [];
      return dates.flatMap(({ key, claim: { event }, hasBegun }) =>
        hasBegun || event.start > now ? [] : [{ key, spaceId: null, facts: { minutes: now - event.start } }],
      );
    },
  },
};

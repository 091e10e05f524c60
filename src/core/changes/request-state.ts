import { OCCURRENCE_STATES, type OccurrenceState } from './transitions';

/** How many dates of a request are in each state. */
export type StateCounts = Readonly<Record<OccurrenceState, number>>;

/** How many dates there are in each state; 0 where there is none. */
export function countStates(states: readonly OccurrenceState[]): StateCounts {
  const counts = Object.fromEntries(OCCURRENCE_STATES.map((state) => [state, 0])) as Record<
    OccurrenceState,
    number
  >;
  for (const state of states) counts[state] += 1;
  return counts;
}

/** A request's state is derived from its dates: the states it has, those still of interest first. */
export const statesPresent = (counts: StateCounts): OccurrenceState[] =>
  (['approved', 'waiting', 'cancelled', 'declined', 'skipped', 'withdrawn'] as const).filter(
    (state) => counts[state] > 0,
  );

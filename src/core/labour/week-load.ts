import { intersection, type EpochMinute, type Interval } from '../time/epoch-minute';
import { crewShortages, shiftMinutes, type CrewJob, type CrewShortage, type Roster } from './crew-load';

/** Work with its window, and whether it is decided or only waits. */
export interface DayJob extends CrewJob {
  readonly isWaiting: boolean;
}

/** Minutes of work of a day, approved and waiting, against the minutes of its shifts. */
export interface DayLoad {
  readonly workMin: number;
  readonly waitingMin: number;
  readonly shiftMin: number;
  readonly isShort: boolean;
  readonly wouldBeShort: boolean;
}

const sum = (jobs: readonly CrewJob[]): number => jobs.reduce((total, { workMin }) => total + workMin, 0);

/** A job belongs to the day it has to be done on; midnight ends its day. */
const dueOn = <Job extends CrewJob>(day: Interval, jobs: readonly Job[]): Job[] =>
  jobs.filter(({ window }) => window.end > day.start && window.end <= day.end);

/**
 * The jobs of a day that cannot be done inside their windows beside the others of the day, which may be so although the
 * day as a whole has minutes enough. Without a roster, and beyond it, nothing is judged.
 */
export const shortOn = <Job extends CrewJob>(
  day: Interval,
  jobs: readonly Job[],
  roster: Roster | null,
): Map<Job, CrewShortage> =>
  roster
    ? crewShortages(
        dueOn(day, jobs).filter(({ window }) => window.end <= roster.until),
        roster.shifts,
      )
    : new Map<Job, CrewShortage>();

/** What a team has to do on a day against who is on shift. */
export function dayLoad(day: Interval, jobs: readonly DayJob[], roster: Roster | null): DayLoad {
  const own = dueOn(day, jobs);
  const decided = own.filter(({ isWaiting }) => !isWaiting);
  return {
    workMin: sum(decided),
    waitingMin: sum(own) - sum(decided),
    shiftMin: roster ? shiftMinutes(roster.shifts, day) : 0,
    isShort: shortOn(day, decided, roster).size > 0,
    wouldBeShort: shortOn(day, own, roster).size > 0,
  };
}

/** A person's time on shift and the work given to them by the hour. */
export interface PersonalJob {
  readonly id: number;
  readonly window: Interval;
  /** Somebody has to be there all the time, not only do the work some time within it. */
  readonly isAttendance: boolean;
}

/** Why an order of the week may not be done as it stands. */
export type Doubt =
  { readonly kind: 'not-on-shift' } | { readonly kind: 'elsewhere'; readonly other: number };

const isCovered = (window: Interval, shifts: readonly Interval[]): boolean => {
  let at: EpochMinute = window.start;
  for (const shift of [...shifts].sort((a, b) => a.start - b.start))
    if (shift.start <= at && shift.end > at) at = shift.end;
  return at >= window.end;
};

/**
 * What speaks against giving these to one person: an attendance outside their shifts or beside another attendance, work
 * of which no minute lies in a shift. `shifts` null is no roster for them, and then hours are not judged.
 */
export function doubtsOf(
  jobs: readonly PersonalJob[],
  shifts: readonly Interval[] | null,
): Map<number, Doubt[]> {
  return new Map(
    jobs.map((job) => {
      const doubts: Doubt[] = [];
      const isThere =
        shifts === null ||
        (job.isAttendance
          ? isCovered(job.window, shifts)
          : shifts.some((shift) => intersection(shift, job.window) !== null));
      if (!isThere) doubts.push({ kind: 'not-on-shift' });
      const other = jobs.find(
        (each) =>
          each.id !== job.id &&
          each.isAttendance &&
          job.isAttendance &&
          intersection(each.window, job.window) !== null,
      );
      if (other) doubts.push({ kind: 'elsewhere', other: other.id });
      return [job.id, doubts];
    }),
  );
}

import { lengthMin, type EpochMinute, type Interval } from '../time/epoch-minute';

/** Work that may be done anywhere inside its window, by as many of the team as are there. */
export interface CrewJob {
  readonly window: Interval;
  /** Person-minutes. */
  readonly workMin: number;
}

/** So many people of a team on duty from one minute until another. */
export interface Shift extends Interval {
  readonly people: number;
}

/** Person-minutes on shift inside a span. */
export const shiftMinutes = (shifts: readonly Shift[], span: Interval): number =>
  shifts.reduce((sum, shift) => {
    const minutes = Math.min(shift.end, span.end) - Math.max(shift.start, span.start);
    return minutes > 0 ? sum + minutes * shift.people : sum;
  }, 0);

/** A team's shifts, as far as they are entered: what is due later is not judged. */
export interface Roster {
  readonly shifts: readonly Shift[];
  readonly until: EpochMinute;
}

/** Where a team's work does not fit into its shifts, with the minutes that are missing. */
export interface CrewShortage {
  /** The moment before which the work cannot be done. */
  readonly before: EpochMinute;
  readonly shortMin: number;
}

/**
 * Whether a job can be done in time beside the others: for every stretch that holds its window, the work that must be
 * done inside the stretch may not exceed the person-minutes on shift there. For work that can be shared out this is
 * exact (earliest deadline first; Horn 1974, value from memory). Null when it fits, else the worst stretch.
 */
export function crewShortage(
  job: CrewJob,
  all: readonly CrewJob[],
  shifts: readonly Shift[],
): CrewShortage | null {
  if (job.workMin <= 0 || lengthMin(job.window) <= 0) return null;
  const starts = new Set([job.window.start, ...all.map(({ window }) => window.start)]);
  const ends = new Set([job.window.end, ...all.map(({ window }) => window.end)]);
  let worst: CrewShortage | null = null;
  for (const start of starts) {
    if (start > job.window.start) continue;
    for (const end of ends) {
      if (end < job.window.end) continue;
      const inside = all.filter(({ window }) => window.start >= start && window.end <= end);
      const work = inside.reduce((sum, { workMin }) => sum + workMin, 0);
      const shortMin = work - shiftMinutes(shifts, { start, end });
      if (shortMin > (worst?.shortMin ?? 0)) worst = { before: end, shortMin };
    }
  }
  return worst;
}

const isReal = ({ workMin, window }: CrewJob): boolean => workMin > 0 && lengthMin(window) > 0;

/**
 * The shortages of all jobs, each beside the others: all stretches that begin at one moment are summed in one sweep. A
 * job without one is not in it; person-minutes.
 */
export function crewShortages<Job extends CrewJob>(
  jobs: readonly Job[],
  shifts: readonly Shift[],
): Map<Job, CrewShortage> {
  const byEnd = jobs.filter(isReal).sort((a, b) => a.window.end - b.window.end);
  const worst = new Map<Job, CrewShortage>();
  for (const start of new Set(byEnd.map(({ window }) => window.start))) {
    const inside = byEnd.filter(({ window }) => window.start >= start);
    let work = 0;
    inside.forEach(({ workMin, window: { end } }, index) => {
      work += workMin;
      if (inside[index + 1]?.window.end === end) return;
      const shortMin = work - shiftMinutes(shifts, { start, end });
      for (const job of inside.slice(0, index + 1))
        if (shortMin > (worst.get(job)?.shortMin ?? 0)) worst.set(job, { before: end, shortMin });
    });
  }
  return worst;
}

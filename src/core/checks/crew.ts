import { crewShortage, type CrewJob } from '../labour/crew-load';
import { hostSpan, occupiedOf } from '../occupancy/bands';
import type { TeamLoad } from '../occupancy/world';
import type { Interval } from '../time/epoch-minute';
import type { Finding, WantedDate } from './findings';

interface WantedJob extends CrewJob {
  readonly date: WantedDate;
  readonly spaceIndex: number;
}

/** What one date asks of a team: its minutes of setup and strike times the people it takes. */
function jobsOf(date: WantedDate, team: TeamLoad): WantedJob[] {
  const host = hostSpan(date.claim.event, date.claim.accessMin, date.claim.exitMin);
  return date.claim.spaces.flatMap((space, spaceIndex) => {
    const occupied = occupiedOf(date.claim, space);
    const windows: Record<'setup' | 'strike', Interval> = {
      setup: { start: occupied.start, end: host.start },
      strike: { start: host.end, end: occupied.end },
    };
    return team.does.flatMap(({ phase, crew, layouts = [], spaces = [] }) => {
      if (layouts.length && !layouts.includes(space.layout)) return [];
      if (spaces.length && !spaces.includes(space.spaceId)) return [];
      const window = windows[phase];
      const minutes = window.end - window.start;
      return minutes > 0 ? [{ date, spaceIndex, window, workMin: minutes * crew }] : [];
    });
  });
}

// Work further away than this cannot stand in one stretch with the job: shifts and setups are a matter of a day.
const NEAR_MIN = 1440;

/** Dates whose setup or strike a team cannot do in time with the people on shift. Teams without a roster are not judged. */
export function checkCrew(dates: readonly WantedDate[], teams: readonly TeamLoad[]): Finding[] {
  return teams.flatMap((team) => {
    if (!team.does.length || team.rosteredUntil === 0) return [];
    const wanted = dates.flatMap((date) => jobsOf(date, team));
    const all: CrewJob[] = [...team.jobs, ...wanted].sort((a, b) => a.window.start - b.window.start);
    return wanted.flatMap((job) => {
      if (job.window.end > team.rosteredUntil) return [];
      const near = all.filter(
        ({ window }) =>
          window.start > job.window.start - NEAR_MIN && window.start < job.window.end + NEAR_MIN,
      );
      const shortage = crewShortage(job, near, team.shifts);
      if (!shortage) return [];
      const { spaceId } = job.date.claim.spaces[job.spaceIndex]!;
      return [
        {
          key: job.date.key,
          spaceId,
          facts: { rule: 'crew-short' as const, teamId: team.teamId, ...shortage },
        },
      ];
    });
  });
}

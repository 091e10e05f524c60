import type { CategoryId, SpaceId } from '../ids';
import { crewShortage, type CrewJob } from '../labour/crew-load';
import { labourFor } from '../work-orders/recipe-work';
import type { Finding, WantedDate } from './findings';
import type { SpaceFacts, TeamLoad } from './world';

interface JobOfDate extends CrewJob {
  readonly date: WantedDate;
  /** Null where the work is for the date and no single space. */
  readonly spaceId: SpaceId | null;
}

/** What one date asks of a team. */
function jobsOf(
  date: WantedDate,
  team: TeamLoad,
  categories: readonly CategoryId[],
  factsOf: (space: SpaceId) => SpaceFacts,
): JobOfDate[] {
  const { claim } = date;
  const spaces = claim.spaces.map(({ spaceId, layout }) => {
    const { layouts, areaM2 = 0 } = factsOf(spaceId);
    return { seats: layouts.find((offer) => offer.layout === layout)?.seats ?? 0, areaM2 };
  });
  return labourFor({ claim, categories: date.categories ?? categories, spaces }, team.does).map(
    ({ slot, ...job }) => ({ ...job, date, spaceId: slot === null ? null : claim.spaces[slot]!.spaceId }),
  );
}

// Work further away than this cannot stand in one stretch with the job: shifts and setups are a matter of a day.
const NEAR_MIN = 1440;

type CrewFinding = Finding & { readonly facts: { readonly rule: 'crew-short' } };

/** Several jobs of one date may be short before one moment: the most of it is told, once. */
function worstOf(findings: readonly CrewFinding[]): Finding[] {
  const worst = new Map<string, CrewFinding>();
  for (const finding of findings) {
    const about = `${finding.key} ${finding.spaceId} ${finding.facts.before}`;
    const known = worst.get(about);
    if (!known || known.facts.shortMin < finding.facts.shortMin) worst.set(about, finding);
  }
  return [...worst.values()];
}

/**
 * Dates whose work a team cannot do in time with the people on shift: setting and clearing, and all that comes by
 * category, service, equipment or formula. Teams without a roster are not judged.
 */
export function checkCrew(
  dates: readonly WantedDate[],
  teams: readonly TeamLoad[],
  categories: readonly CategoryId[],
  factsOf: (space: SpaceId) => SpaceFacts,
): Finding[] {
  return teams.flatMap((team) => {
    if (!team.does.length || team.rosteredUntil === 0) return [];
    const wanted = dates.flatMap((date) => jobsOf(date, team, categories, factsOf));
    const all: CrewJob[] = [...team.jobs, ...wanted].sort((a, b) => a.window.start - b.window.start);
    const found = wanted.flatMap((job) => {
      if (job.window.end > team.rosteredUntil) return [];
      const near = all.filter(
        ({ window }) =>
          window.start > job.window.start - NEAR_MIN && window.start < job.window.end + NEAR_MIN,
      );
      const shortage = crewShortage(job, near, team.shifts);
      if (!shortage) return [];
      return [
        {
          key: job.date.key,
          spaceId: job.spaceId,
          facts: { rule: 'crew-short' as const, teamId: team.teamId, ...shortage },
        },
      ];
    });
    return worstOf(found);
  });
}

import type { SpaceId } from '../../ids';
import { crewShortage, type CrewJob } from '../../labour/crew-load';
import type { EpochMinute } from '../../time/epoch-minute';
import { labourFor } from '../../work-orders/template-work';
import type { WantedDate } from '../asked';
import type { TeamLoad } from '../world';
import { USUAL, WARNS, type Check, type CheckRule, type Found } from './rule';

/** A team has less time than its work takes, in minutes of work. */
export interface CrewShort {
  readonly teamId: number;
  readonly shortMin: number;
  readonly before: EpochMinute;
}

interface JobOfDate extends CrewJob {
  readonly date: WantedDate;
  /** Null where the work is for the date and no single space. */
  readonly spaceId: SpaceId | null;
}

/** What one date asks of a team. */
function jobsOf(date: WantedDate, team: TeamLoad, { asked, holdings, world }: Check): JobOfDate[] {
  const { claim } = date;
  const spaces = claim.spaces.map(({ spaceId, layout }) => {
    const { layouts, areaM2 = 0 } = holdings.factsOf(spaceId);
    return { seats: layouts.find((offer) => offer.layout === layout)?.seats ?? 0, areaM2 };
  });
  const numbers = { questions: world.numbers ?? [], answers: date.answers ?? asked.answers ?? {} };
  const categories = date.categories ?? asked.categories ?? [];
  return labourFor({ claim, categories, spaces, numbers }, team.does).map(({ slot, ...job }) => ({
    ...job,
    date,
    spaceId: (slot !== null && claim.spaces[slot]?.spaceId) || null,
  }));
}

// Work further away than this cannot stand in one stretch with the job: shifts and setups are a matter of a day.
const NEAR_MIN = 1440;

/** Several jobs of one date may be short before one moment: the most of it is told, once. */
function worstOf(findings: readonly Found<CrewShort>[]): Found<CrewShort>[] {
  const worst = new Map<string, Found<CrewShort>>();
  for (const finding of findings) {
    const about = `${finding.key} ${finding.spaceId} ${finding.facts.before}`;
    const known = worst.get(about);
    if (!known || known.facts.shortMin < finding.facts.shortMin) worst.set(about, finding);
  }
  return [...worst.values()];
}

function shortOf(team: TeamLoad, check: Check): Found<CrewShort>[] {
  if (!team.does.length || team.rosteredUntil === 0) return [];
  const wanted = check.dates.flatMap((date) => jobsOf(date, team, check));
  const all: CrewJob[] = [...team.jobs, ...wanted].sort((a, b) => a.window.start - b.window.start);
  const found = wanted.flatMap((job) => {
    if (job.window.end > team.rosteredUntil) return [];
    const near = all.filter(
      ({ window }) => window.start > job.window.start - NEAR_MIN && window.start < job.window.end + NEAR_MIN,
    );
    const shortage = crewShortage(job, near, team.shifts);
    return shortage
      ? [{ key: job.date.key, spaceId: job.spaceId, facts: { teamId: team.teamId, ...shortage } }]
      : [];
  });
  return worstOf(found);
}

/**
 * Dates whose work a team cannot do in time with the people on shift: setting and clearing, and all that comes by
 * category, service, equipment or formula. Teams without a roster are not judged.
 */
export const crewShort: CheckRule<CrewShort> = {
  ...WARNS,
  ...USUAL,
  touches: 'time',
  about: ({ teamId }) => teamId,
  befallsBy: ['shifts'],
  reads: ['layouts', 'areaM2', 'shifts'],
  // Templates may be about a space or a layout, and count with its seats and its floor.
  alike: ({ id, areaM2 }, { layout, seats }, { teams = [] }) => {
    const templates = teams.flatMap(({ does }) => does);
    return (
      templates.length > 0 && [
        areaM2,
        layout,
        seats,
        templates.map(({ when }) => !when.spaces.length || when.spaces.includes(id)),
      ]
    );
  },
  judged: { by: 'dates', find: (check) => (check.world.teams ?? []).flatMap((team) => shortOf(team, check)) },
};

import type { CrewShortage } from '@/core/labour/crew-load';
import { shortOn } from '@/core/labour/week-load';
import type { ClaimId } from '@/core/ids';
import { addMinutes, EpochMinute } from '@/core/time/epoch-minute';
import { addDays, dateOf, type LocalDate } from '@/core/time/local-time';
import { startOfDay, toLocal } from '@/core/time/zone';
import { sayFinding } from '@/contracts/words/findings';
import type { Reader } from '../../db/connection';
import { siteZone } from '../../repositories/world/space-facts';
import { TEAMS_OF_WEEK } from './risks.queries';

interface JobRow {
  readonly claim: ClaimId | null;
  readonly place: string;
  readonly from: EpochMinute;
  readonly due: EpochMinute;
  readonly work: number;
}

interface TeamRow {
  readonly id: number;
  readonly name: string;
  readonly until: EpochMinute;
  readonly jobs: readonly JobRow[];
  readonly shifts: readonly (readonly [start: EpochMinute, end: EpochMinute, people: number])[];
}

const daysOf = (jobs: readonly JobRow[], tzid: string): LocalDate[] => [
  ...new Set(jobs.map(({ due }) => dateOf(toLocal(addMinutes(due, -1), tzid)))),
];

/** Dates whose work “cannot be done” in the week of its team: the same rule, said of each date it touches. */
export async function crewRisks(reader: Reader, now: EpochMinute): Promise<Map<ClaimId, string[]>> {
  const tzid = await siteZone(reader);
  const today = startOfDay(dateOf(toLocal(now, tzid)), tzid);
  const found = new Map<ClaimId, string[]>();
  const tell = (team: TeamRow, { claim, place }: JobRow, shortage: CrewShortage) => {
    if (claim === null) return;
    const facts = { rule: 'crew-short' as const, teamId: team.id, ...shortage };
    const names = { tzid, side: 'office' as const, place, equipment: '', unit: '', team: team.name };
    const sentence = sayFinding(facts, { ...names, collider: null });
    const known = found.get(claim) ?? [];
    if (!known.includes(sentence)) found.set(claim, [...known, sentence]);
  };
  for (const team of await reader.value(TEAMS_OF_WEEK, { now, today })) {
    const shifts = team.shifts.map(([start, end, people]) => ({ start, end, people }));
    const jobs = team.jobs.map((row) => ({
      row,
      workMin: row.work,
      window: { start: row.from, end: row.due },
    }));
    for (const date of daysOf(team.jobs, tzid)) {
      const day = { start: startOfDay(date, tzid), end: startOfDay(addDays(date, 1), tzid) };
      for (const [job, shortage] of shortOn(day, jobs, { shifts, until: team.until }))
        if (job.row.due > now) tell(team, job.row, shortage);
    }
  }
  return found;
}

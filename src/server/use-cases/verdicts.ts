import { checkDates, findingsByDate } from '@/core/checks/check';
import {
  RULES,
  verdictOf,
  type Finding,
  type Side,
  type Verdict,
  type WantedDate,
} from '@/core/checks/findings';
import type { ClaimId } from '@/core/ids';
import type { WorldSnapshot } from '@/core/occupancy/world';
import type { FindingReply } from '@/contracts/ask';
import { sayFinding, sayVerdicts } from '@/contracts/words/findings';
import type { Context } from '../context';
import type { Reader } from '../db/connection';
import { loadNames, titlesFor, type Names } from '../db/names';
import { loadWorld } from '../db/snapshot';

export interface DateVerdict {
  readonly key: string;
  readonly verdict: Verdict;
  readonly findings: readonly Finding[];
  readonly sentences: readonly FindingReply[];
}

/** What sentences about findings need: names, and titles as far as the viewer may know them. */
export interface FindingSpeaker {
  say(finding: Finding): string;
}

export async function speakerFor(
  reader: Reader,
  viewer: Context['viewer'],
  world: WorldSnapshot,
  findings: readonly Finding[],
): Promise<FindingSpeaker> {
  const colliders = findings.flatMap(({ facts }) =>
    facts.rule === 'occupied' && facts.by.kind === 'claim' ? [facts.by.claimId] : [],
  );
  const titles = await titlesFor(reader, viewer, [...new Set(colliders)]);
  const names = await loadNames(reader);
  return { say: (finding) => speak(finding, world, names, titles) };
}

function speak(
  finding: Finding,
  world: WorldSnapshot,
  names: Names,
  titles: ReadonlyMap<ClaimId, string>,
): string {
  const { facts, spaceId } = finding;
  const by = facts.rule === 'occupied' && facts.by.kind === 'claim' ? facts.by.claimId : null;
  return sayFinding(facts, {
    tzid: world.tzid,
    place: spaceId === null ? '' : names.place(spaceId),
    equipment: facts.rule === 'equipment-short' ? names.equipment(facts.typeId) : '',
    collider: by === null ? null : (titles.get(by) ?? null),
  });
}

/** Verdicts of wanted dates against a world already loaded. */
export function judge(
  dates: readonly WantedDate[],
  findings: readonly Finding[],
  side: Side,
  speaker: FindingSpeaker,
): DateVerdict[] {
  const grouped = findingsByDate(dates, findings);
  return dates.map(({ key }) => {
    const own = grouped.get(key)!;
    return {
      key,
      findings: own,
      verdict: verdictOf(own, side),
      sentences: own.map((finding) => ({
        rule: finding.facts.rule,
        severity: RULES[finding.facts.rule].severity[side],
        sentence: speaker.say(finding),
      })),
    };
  });
}

/** Loads the world and checks: the form, submission and the deciding transaction all come through here. */
export async function checkAgainstWorld(
  reader: Reader,
  viewer: Context['viewer'],
  dates: readonly WantedDate[],
  side: Side,
  except: readonly ClaimId[] = [],
): Promise<DateVerdict[]> {
  const world = await loadWorld(reader, dates, except);
  const findings = checkDates(dates, world);
  return judge(dates, findings, side, await speakerFor(reader, viewer, world, findings));
}

export const countVerdicts = (
  verdicts: readonly { readonly verdict: Verdict }[],
): Record<Verdict, number> => ({
  clear: verdicts.filter(({ verdict }) => verdict === 'clear').length,
  look: verdicts.filter(({ verdict }) => verdict === 'look').length,
  clash: verdicts.filter(({ verdict }) => verdict === 'clash').length,
});

export const sayAll = (verdicts: readonly DateVerdict[]): string => sayVerdicts(countVerdicts(verdicts));

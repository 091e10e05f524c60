import { checkDates, findingsByDate } from '@/core/checks/check';
import { severityOf, verdictOf, type Finding, type Verdict } from '@/core/checks/findings';
import type { AskedFacts, WantedDate } from '@/core/checks/asked';
import { ruleOf } from '@/core/checks/rules/all';
import type { Side } from '@/core/checks/rules/rule';
import type { ClaimId, PersonId } from '@/core/ids';
import { consentFindings } from '@/core/checks/consent';
import type { WorldSnapshot } from '@/core/checks/world';
import type { Requester } from '@/core/spaces/policy';
import type { FindingReply } from '@/contracts/requests/ask';
import { sayFinding, sayVerdicts } from '@/contracts/words/findings';
import type { Context } from '../../context/context';
import type { Reader } from '../../db/connection';
import { loadNames, titlesFor, type Names } from '../../repositories/names';
import { loadWorld } from '../../repositories/world/snapshot';
import { loadConsentBook, thingsOf } from '../../repositories/consent/consent-book';
import { Membership } from '../../db/tables/people';
import { loaded } from '@/core/lists';

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

/** The claim of somebody else a finding is about, as far as it is one. */
const otherOf = ({ facts }: Finding): ClaimId | null => ruleOf(facts).other(facts);

export async function speakerFor(
  reader: Reader,
  viewer: Context['viewer'],
  world: Pick<WorldSnapshot, 'tzid'>,
  findings: readonly Finding[],
  side: Side,
  known?: Names,
): Promise<FindingSpeaker> {
  const colliders = findings.flatMap((finding) => otherOf(finding) ?? []);
  const titles = await titlesFor(reader, viewer, [...new Set(colliders)]);
  const names = known ?? (await loadNames(reader));
  return { say: (finding) => speak(finding, world, names, titles, side) };
}

function speak(
  finding: Finding,
  world: Pick<WorldSnapshot, 'tzid'>,
  names: Names,
  titles: ReadonlyMap<ClaimId, string>,
  side: Side,
): string {
  const { facts, spaceId } = finding;
  const by = otherOf(finding);
  return sayFinding(facts, {
    tzid: world.tzid,
    side,
    place: spaceId === null ? '' : names.place(spaceId),
    equipment: 'typeId' in facts && facts.typeId !== undefined ? names.equipment(facts.typeId) : '',
    unit: 'unitId' in facts ? names.unit(facts.unitId) : '',
    team: 'teamId' in facts ? names.team(facts.teamId) : '',
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
  const findingsOf = loaded('date', findingsByDate(dates, findings));
  return dates.map(({ key }) => {
    const own = findingsOf(key);
    return {
      key,
      findings: own,
      verdict: verdictOf(own, side),
      sentences: own.map((finding) => ({
        rule: finding.facts.rule,
        severity: severityOf(finding.facts, side),
        sentence: speaker.say(finding),
      })),
    };
  });
}

export interface CheckWanted extends AskedFacts {
  readonly side: Side;
  /**
   * Of each date the claim its stewards have answered about, null where it is still to be made. Left out where nobody
   * is asked yet: in the form.
   */
  readonly consentTo?: readonly (ClaimId | null)[];
  /** Claims to leave out: those the change would replace. */
  readonly except?: readonly ClaimId[];
}

/** Who asks, as policies judge it: with the hosts of whoever it is for, and the roles of whoever types it. */
export async function requesterOf(
  ctx: Context,
  reader: Reader,
  onBehalfOf: PersonId | null = ctx.viewer?.personId ?? null,
): Promise<Requester> {
  const organisations = onBehalfOf ? await reader.table(Membership).all({ person_id: onBehalfOf }) : [];
  return {
    now: ctx.clock.now(),
    roles: ctx.viewer?.roles ?? ['requester'],
    organisations: organisations.map(({ organisation_id }) => organisation_id),
  };
}

/** What those say who look after the places of these dates, of the claims they were asked about. */
export async function consentsTo(
  reader: Reader,
  viewer: Context['viewer'],
  dates: readonly WantedDate[],
  claims: readonly (ClaimId | null)[],
): Promise<Finding[]> {
  const book = await loadConsentBook(
    reader,
    dates.map(({ claim }) => claim),
    claims.flatMap((id) => id ?? []),
  );
  return dates.flatMap(({ key, claim }, index) =>
    consentFindings(
      book,
      { key, claimId: claims[index] ?? null, ...thingsOf(claim) },
      viewer?.personId ?? null,
    ),
  );
}

/** Loads the world and checks: the form, submission and the deciding transaction all come through here. */
export async function checkAgainstWorld(
  reader: Reader,
  viewer: Context['viewer'],
  dates: readonly WantedDate[],
  wanted: CheckWanted,
): Promise<DateVerdict[]> {
  // What waits elsewhere is for those who may see it: the office.
  const withWaiting = viewer?.roles.includes('manager') ?? false;
  const world = await loadWorld(reader, dates, { ...wanted, withWaiting });
  const findings = [
    ...checkDates(dates, world, wanted),
    ...(wanted.consentTo ? await consentsTo(reader, viewer, dates, wanted.consentTo) : []),
  ];
  return judge(dates, findings, wanted.side, await speakerFor(reader, viewer, world, findings, wanted.side));
}

export const countVerdicts = (
  verdicts: readonly { readonly verdict: Verdict }[],
): Record<Verdict, number> => ({
  clear: verdicts.filter(({ verdict }) => verdict === 'clear').length,
  warning: verdicts.filter(({ verdict }) => verdict === 'warning').length,
  conflict: verdicts.filter(({ verdict }) => verdict === 'conflict').length,
});

export const sayAll = (verdicts: readonly DateVerdict[]): string => sayVerdicts(countVerdicts(verdicts));

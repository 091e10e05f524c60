import { holdingsOf } from '@/core/checks/holdings';
import { needingReason, severityOf, unapprovable, type Finding } from '@/core/checks/findings';
import { RULES } from '@/core/checks/rules/all';
import type { Side } from '@/core/checks/rules/rule';
import type { WantedDate } from '@/core/checks/asked';
import type { ClaimId, OccurrenceId } from '@/core/ids';
import { mergeOwnShoulders } from '@/core/occupancy/turnover';
import { manyDatesText, spanText } from '@/contracts/words/when';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import type { LinkEnd, PlannedLink } from '../../../repositories/claims/apply-plans';
import type { SignedInContext } from '../../../context/context';
import { loadSpaceFacts } from '../../../repositories/world/space-facts';
import { requesterOf, checkAgainstWorld, type DateVerdict } from '../../checks/verdicts';
import { audiencesOf } from '../../../repositories/requests/request-rows';
import type { PlannedDate } from './plan-steps';
import { ClaimOverride } from '../../../db/tables/claims';
import { STANDING_CLAIMS, OVERRIDES_OF_CLAIMS } from './change.queries';
import { ClaimDraft } from '@/core/changes/plan-date';
import { pairs, loaded } from '@/core/lists';

/** Tells dates apart across requests and is still read as a local time by its first sixteen characters. */
const keyOf = ({ date, wanted }: TakingDate): string => `${wanted.startLocal}#${date.id}`;

/** A date that takes something once its plan is carried out. */
interface TakingDate extends PlannedDate {
  readonly wanted: ClaimDraft;
}

const takes = (planned: PlannedDate): planned is TakingDate => planned.wanted !== null;

export interface CheckedDate {
  readonly planned: TakingDate;
  readonly verdict: DateVerdict;
}

/** What goes on taking place beside the claim that is checked: a booking while a change of it is held, a place indoors. */
function stayingBeside({ date, plan }: PlannedDate): ClaimId[] {
  const turned = new Set(plan.turns.map(({ claimId }) => claimId));
  return date.live
    .filter(({ id, status }) => !turned.has(id) && (status === 'in-force' || status === 'held'))
    .map(({ id }) => id);
}

/** The claim of a date that whoever looks after the place is asked about; null for what was never agreed to. */
const claimToConsent = ({ plan }: PlannedDate): ClaimId | null =>
  // What is made anew was never agreed to.
  plan.draft && plan.draft.status !== 'wanted'
    ? null
    : (plan.turns.find(({ status }) => status === 'in-force' || status === 'held')?.claimId ?? null);

/**
 * The check once more, on the world as it is inside the transaction, of everything the plans would occupy: against
 * others, and against one another, since a bulk action moves dates of several requests at once.
 */
export async function checkPlans(
  ctx: SignedInContext,
  change: ChangeSet,
  plans: readonly PlannedDate[],
  side: Side,
): Promise<CheckedDate[]> {
  const taking = plans.filter(takes);
  if (!taking.length) return [];
  const requester = side === 'requester' ? await requesterOf(ctx, change.tx) : undefined;
  const check = (dates: readonly TakingDate[], except: readonly ClaimId[]) =>
    checkAgainstWorld(change.tx, ctx.viewer, wantedDates(dates), {
      side,
      now: change.at,
      except,
      consentTo: dates.map(claimToConsent),
      requester,
    });
  const live = plans.flatMap(({ date }) => date.live.map(({ id }) => id));
  const verdicts = await check(taking, live);
  const checked = pairs(taking, verdicts).map(([planned, verdict]) => ({ planned, verdict }));
  const staying = new Map(plans.map((planned) => [planned.date.id, stayingBeside(planned)]));
  if (![...staying.values()].some((ids) => ids.length)) return checked;
  // What stays beside one date is nothing to that date, but in the way of the others of the same step.
  const others = new Set([...staying.values()].flat());
  const again = async ({ planned, verdict }: CheckedDate): Promise<CheckedDate> => {
    const own = new Set(staying.get(planned.date.id));
    const [found] = await check(
      [planned],
      live.filter((id) => own.has(id) || !others.has(id)),
    );
    return { planned, verdict: found && unapprovable(found.findings).length ? found : verdict };
  };
  const looked: CheckedDate[] = [];
  for (const each of checked) looked.push(isBlocked(each) ? each : await again(each));
  return looked;
}

const wantedDates = (plans: readonly TakingDate[]): WantedDate[] =>
  plans.map((planned) => ({
    key: keyOf(planned),
    claim: planned.wanted.content,
    hasBegun:
      planned.date.state === 'approved' &&
      planned.date.claim.event.start === planned.wanted.content.event.start,
    categories: planned.request.categoryIds,
    answers: planned.request.answers,
    of: {
      requestId: planned.request.id,
      audiences: audiencesOf(planned.request),
      claimId: planned.date.claimId,
    },
  }));

interface KeyedDate extends WantedDate {
  readonly occurrenceId: OccurrenceId;
}

/** Links between dates that follow one another in the same set-up: shared without asking. */
export async function ownLinks(change: ChangeSet, dates: readonly KeyedDate[]): Promise<PlannedLink[]> {
  const spaceIds = [...new Set(dates.flatMap(({ claim }) => claim.spaces.map(({ spaceId }) => spaceId)))];
  const { topUpOf } = holdingsOf({ spaces: await loadSpaceFacts(change.tx, spaceIds), equipment: [] });
  const dateOf = loaded(
    'date',
    dates.map(({ key, occurrenceId }) => [key, occurrenceId] as const),
  );
  const end = (key: string, slot: number): LinkEnd => ({ kind: 'date', occurrenceId: dateOf(key), slot });
  return mergeOwnShoulders(dates, topUpOf).links.map((link) => ({
    before: end(link.beforeKey, link.beforeSlot),
    after: end(link.afterKey, link.afterSlot),
    boundary: link.boundary,
  }));
}

/** The turnover links that come with the plans: shoulders of the series itself, and those a finding told of. */
export async function linksOf(change: ChangeSet, checked: readonly CheckedDate[]): Promise<PlannedLink[]> {
  const plans = checked.map(({ planned }) => planned);
  const dates = pairs(wantedDates(plans), plans).map(([wanted, { date }]) => ({
    ...wanted,
    occurrenceId: date.id,
  }));
  const own = await ownLinks(change, dates);
  const found = checked.flatMap(({ planned, verdict }) =>
    verdict.findings.flatMap(({ facts, spaceId }): PlannedLink[] => {
      if (facts.rule !== 'shared-shoulder' || facts.claimSpaceId === null) return [];
      const slot = planned.wanted.content.spaces.findIndex((space) => space.spaceId === spaceId);
      const mine: LinkEnd = { kind: 'date', occurrenceId: planned.date.id, slot };
      const other: LinkEnd = { kind: 'stored', claimSpaceId: facts.claimSpaceId };
      const [before, after] = facts.side === 'before' ? [other, mine] : [mine, other];
      return [{ before, after, boundary: facts.boundary }];
    }),
  );
  return [...own, ...found];
}

/** Sentences of some findings, each once with its dates in front, as a manager reads them without the date list beside. */
export function sentencesWhere(
  checked: readonly CheckedDate[],
  pick: (findings: readonly Finding[]) => readonly Finding[],
): string[] {
  // Of several requests each is named: their dates alone do not tell them apart.
  const isOfMany = new Set(checked.map(({ planned }) => planned.request.id)).size > 1;
  const alike = new Map<string, { title: string; sentence: string; spans: Set<string> }>();
  for (const { planned, verdict } of checked) {
    const picked = pick(verdict.findings);
    const span = spanText(planned.wanted.startLocal, planned.wanted.endLocal);
    pairs(verdict.findings, verdict.sentences).forEach(([finding, { sentence }]) => {
      if (!picked.includes(finding)) return;
      const key = `${planned.request.id} ${sentence}`;
      const known = alike.get(key) ?? { title: planned.request.title, sentence, spans: new Set() };
      known.spans.add(span);
      alike.set(key, known);
    });
  }
  return [...alike.values()].map(({ title, sentence, spans }) => {
    const when = manyDatesText([...spans]);
    return isOfMany ? `“${title}”, ${when}: ${sentence}` : `${when}: ${sentence}`;
  });
}

/** What going ahead accepts without anybody giving a reason: shoulders shared with others, audiences divided. */
export const warning = (findings: readonly Finding[]): Finding[] =>
  findings.filter(
    ({ facts }) => severityOf(facts, 'office') === 'warns' && RULES[facts.rule].override === 'not-needed',
  );

export const isBlocked = ({ verdict }: CheckedDate): boolean => unapprovable(verdict.findings).length > 0;

/** What goes past a rule of the house, one row each for the record. */
export async function storeOverrides(
  change: ChangeSet,
  checked: readonly CheckedDate[],
  reason: string,
): Promise<void> {
  const by = change.actorId;
  const past = checked.flatMap(({ planned, verdict }) =>
    needingReason(verdict.findings).map((finding) => ({ date: planned.date.id, finding })),
  );
  // Nobody goes past a rule without being somebody: time never does.
  if (!past.length || by === null) return;
  const standing = await change.tx.all(STANDING_CLAIMS, { ids: [...new Set(past.map(({ date }) => date))] });
  const claimOf = loaded(
    'the claim of date',
    standing.map(({ date, claim }) => [date, claim] as const),
  );
  const rows = past.map(({ date, finding: { facts, spaceId } }) => ({
    claim_id: claimOf(date),
    rule: facts.rule === 'policy' ? `policy:${facts.breach.kind}` : facts.rule,
    subject: spaceId === null ? 'all' : `space:${spaceId}`,
    reason,
    by_id: by,
  }));
  const once = new Map(rows.map((row) => [`${row.claim_id} ${row.rule} ${row.subject}`, row]));
  const known = await change.tx.all(OVERRIDES_OF_CLAIMS, {
    ids: [...once.values()].map(({ claim_id }) => claim_id),
  });
  for (const row of known) once.delete(`${row.claim_id} ${row.rule} ${row.subject}`);
  await change.insert(ClaimOverride, [...once.values()]);
}

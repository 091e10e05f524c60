import { say } from '@/contracts/language/say';
import type { Rule } from '@/core/checks/findings';
import type { ClaimId, OccurrenceId, RequestId } from '@/core/ids';
import { toLocal } from '@/core/time/zone';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { countText, dayShort, sayTime } from '@/contracts/words/when';
import { dateOf } from '@/core/time/local-time';
import { recheck } from '../../../effects/at-risk';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { ordersText } from '../../../effects/orders/orders-text';
import type { SignedInContext } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';
import { speakerFor } from '../../checks/verdicts';
import { NOTHING_TOUCHED, type Touched } from './keeper';
import { COMING_CLAIMS } from '../../../effects/effects.queries';
import { RISKS_OF_CLAIMS } from './house-book.queries';

interface ComingClaim {
  readonly id: ClaimId;
  readonly occurrenceId: OccurrenceId;
  readonly requestId: RequestId;
  readonly ref: string;
  readonly title: string;
  readonly start: EpochMinute;
}

const MOST_TOLD = 5;

interface Risk {
  readonly id: ClaimId;
  readonly rule: Rule;
  readonly subject: string;
  readonly sentence: string;
}

const risksOf = (change: ChangeSet, ids: readonly ClaimId[], rules: readonly Rule[]): Promise<Risk[]> =>
  change.tx.all(RISKS_OF_CLAIMS, { ids, rules });

/** Of each claim the first risk it did not have before. */
function newRisks(before: readonly Risk[], after: readonly Risk[]): Map<ClaimId, string> {
  const known = new Set(before.map(({ id, rule, subject }) => `${id} ${rule} ${subject}`));
  const fresh = after.filter(({ id, rule, subject }) => !known.has(`${id} ${rule} ${subject}`));
  return new Map(fresh.reverse().map(({ id, sentence }) => [id, sentence]));
}

/** Dates newly at risk one by one as far as they are told, and how many are right again. */
function sayRisks(
  hit: readonly ComingClaim[],
  fresh: ReadonlyMap<ClaimId, string>,
  healed: number,
  tzid: string,
): string[] {
  const told = hit.slice(0, MOST_TOLD).map(({ id, ref, title, start }) => {
    const local = toLocal(start, tzid);
    return `${dayShort(dateOf(local))}, ${sayTime(local)}, ${ref} “${title}”: ${fresh.get(id)}`;
  });
  const head = say`${countText(hit.length, 'approved date falls', 'approved dates fall')} outside and ${hit.length === 1 ? say`is` : say`are`} at risk then.`;
  const more = say`And ${countText(hit.length - told.length, 'more date', 'more dates')}.`;
  const right =
    healed === 1
      ? say`1 date that was at risk is right again.`
      : say`${healed} dates that were at risk are right again.`;
  return [
    ...(hit.length ? [head] : []),
    ...told,
    ...(hit.length > told.length ? [more] : []),
    ...(healed ? [right] : []),
  ];
}

async function followRisks(
  ctx: SignedInContext,
  change: ChangeSet,
  coming: readonly ComingClaim[],
  rules: readonly Rule[],
): Promise<string[]> {
  const ids = coming.map(({ id }) => id);
  const before = await risksOf(change, ids, rules);
  const risk = await recheck(change.tx, ids, rules, change.at, async (findings, world) => {
    const speaker = await speakerFor(change.tx, ctx.viewer, world, findings, 'office');
    return (finding) => speaker.say(finding);
  });
  const after = await risksOf(change, ids, rules);
  const fresh = newRisks(before, after);
  const hit = coming.filter(({ id }) => fresh.has(id));
  const has = (risks: readonly Risk[], claim: ClaimId) => risks.some(({ id }) => id === claim);
  const healed = coming.filter(({ id }) => has(before, id) && !has(after, id));
  for (const { requestId } of hit) change.requestIds.add(requestId);
  for (const request of risk.requests) change.requestIds.add(request);
  return sayRisks(hit, fresh, healed.length, await siteZone(change.tx));
}

/** Brings what follows from the house in line with it, and says what that does to what is promised. */
export async function followHouse(
  ctx: SignedInContext,
  change: ChangeSet,
  part: Partial<Touched>,
): Promise<string[]> {
  const { spaces, types, rules, isQuoted, isFiltered }: Touched = { ...NOTHING_TOUCHED, ...part };
  if (!spaces.length && !types.length) return [];
  change.because({ kind: 'house', spaces, types, isQuoted, isFiltered });
  await change.follow();
  const coming = rules.length ? await change.tx.all(COMING_CLAIMS, { now: change.at, spaces, types }) : [];
  const risks = coming.length ? await followRisks(ctx, change, coming, rules) : [];
  const orders = isQuoted ? ordersText(change) : '';
  return [...risks, ...(orders ? [`${orders[0]!.toUpperCase()}${orders.slice(1)}.`] : [])];
}

import type { RowOfShape } from '../../../db/statement';
import { t } from '@/contracts/language/translate';
import type { Rule } from '@/core/checks/rules/all';
import type { ClaimId } from '@/core/ids';
import { toLocal } from '@/core/time/zone';
import { countText, dayShort, sayTime } from '@/contracts/words/when';
import { dateOf } from '@/core/time/local-time';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { ordersText } from '../../../effects/orders/orders-text';
import type { SignedInContext } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';
import { riskSpeaker } from '../../risks/say-risks';
import { NOTHING_TOUCHED, type Touched } from './entry-repository';
import { COMING_CLAIMS, RISKS_OF_CLAIMS } from './entries.queries';

type ComingClaim = RowOfShape<typeof COMING_CLAIMS.row>;

const MOST_TOLD = 5;

type Risk = RowOfShape<typeof RISKS_OF_CLAIMS.row>;

const risksOf = (change: ChangeSet, ids: readonly ClaimId[], rules: readonly Rule[]): Promise<Risk[]> =>
  change.tx.all(RISKS_OF_CLAIMS, { ids, rules });

/** Of each claim the first risk it did not have before. */
function newRisks(before: readonly Risk[], after: readonly Risk[]): Map<ClaimId, Risk> {
  const known = new Set(before.map(({ id, rule, subject }) => `${id} ${rule} ${subject}`));
  const fresh = after.filter(({ id, rule, subject }) => !known.has(`${id} ${rule} ${subject}`));
  return new Map(fresh.reverse().map((risk) => [risk.id, risk]));
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
  const head = t`${countText(hit.length, 'approved date falls', 'approved dates fall')} outside and ${hit.length === 1 ? t`is` : t`are`} at risk then.`;
  const more = t`And ${countText(hit.length - told.length, 'more date', 'more dates')}.`;
  const right =
    healed === 1
      ? t`1 date that was at risk is right again.`
      : t`${healed} dates that were at risk are right again.`;
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
  change.because({ kind: 'doubt', claims: ids, rules });
  await change.follow();
  const after = await risksOf(change, ids, rules);
  const fresh = newRisks(before, after);
  const hit = coming.filter(({ id }) => fresh.has(id));
  const has = (risks: readonly Risk[], claim: ClaimId) => risks.some(({ id }) => id === claim);
  const healed = coming.filter(({ id }) => has(before, id) && !has(after, id));
  for (const { requestId } of hit) change.requestIds.add(requestId);
  const speak = await riskSpeaker(change.tx, ctx.viewer, [...fresh.values()], 'office');
  const sentences = new Map([...fresh].map(([id, risk]) => [id, speak(risk)]));
  return sayRisks(hit, sentences, healed.length, await siteZone(change.tx));
}

/** Brings what follows from the house in line with it, and says what that does to what is promised. */
export async function followEntry(
  ctx: SignedInContext,
  change: ChangeSet,
  part: Partial<Touched>,
): Promise<string[]> {
  const { spaces, types, rules, isQuoted, isFiltered }: Touched = { ...NOTHING_TOUCHED, ...part };
  if (!spaces.length && !types.length) return [];
  const coming = await change.tx.all(COMING_CLAIMS, { now: change.at, spaces, types });
  if (isQuoted) change.because({ kind: 'work', dates: coming.map(({ occurrenceId }) => occurrenceId) });
  if (isFiltered)
    change.because({ kind: 'readers', requests: [...new Set(coming.map(({ requestId }) => requestId))] });
  await change.follow();
  const risks = coming.length && rules.length ? await followRisks(ctx, change, coming, rules) : [];
  const orders = isQuoted ? ordersText(change) : '';
  return [...risks, ...(orders ? [`${orders.replace(/^./, (first) => first.toUpperCase())}.`] : [])];
}

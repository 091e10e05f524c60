import { rulesThatBefallBy } from '@/core/checks/findings';
import { t, untranslated } from '@/contracts/language/translate';
import type { Rule } from '@/core/checks/rules/all';
import type { EquipmentTypeId } from '@/core/ids';
import { levels } from '@/core/equipment/peak-use';
import { FAR, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import { toEpochMinute } from '@/core/time/zone';
import type { ImpactReply, StockLineInput } from '@/contracts/administration/stock-and-closures';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import { claimsInForceDuring, countAtRisk } from '../../../effects/at-risk';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import { loadEquipmentFacts, siteZone } from '../../../repositories/world/space-facts';
import { inEntryHistory } from '../entries/around-entry';
import { StockLine } from '../../../db/tables/spaces';

/** Dates in force that a change of the house touches are looked at again; gives how many are at risk then. */
export async function riskBy(
  change: ChangeSet,
  span: Interval,
  filter: Parameters<typeof claimsInForceDuring>[2],
  rules: readonly Rule[],
): Promise<number> {
  const claims = await claimsInForceDuring(change.tx, span, filter);
  change.because({ kind: 'doubt', claims, rules });
  await change.follow();
  return countAtRisk(change.tx, claims, rules);
}

export const riskText = (count: number): string =>
  count ? t`${countText(count, 'date is', 'dates are')} at risk by it` : t`no date is at risk by it`;

/** The least stock there is at some minute of the span once the line counts. */
async function leastStock(
  change: ChangeSet,
  typeId: EquipmentTypeId,
  span: Interval,
  delta: number,
): Promise<number | null> {
  const [facts] = await loadEquipmentFacts(change.tx, [typeId]);
  if (!facts) return null;
  return Math.min(...levels(span, [], facts.stock).map(({ stock }) => stock)) + delta;
}

/**
 * Stock for a time or for good. It may undercut what was promised: broken is broken. The dates it leaves short are at
 * risk then. Refused only where less than nothing would be there.
 */
export async function addStockLine(
  ctx: SignedInContext,
  input: StockLineInput,
): Promise<Outcome<ImpactReply>> {
  const order = {
    action: untranslated('changed the stock'),
    reason: input.reason,
    idempotencyKey: input.key,
  };
  return runChangeSet<ImpactReply>(ctx, order, async (change) => {
    const tzid = await siteZone(change.tx);
    const minute = (at: typeof input.from): EpochMinute => toEpochMinute(at, tzid, 'offset-before');
    const span = { start: minute(input.from), end: input.to ? minute(input.to) : FAR };
    const least = await leastStock(change, input.typeId, span, input.delta);
    if (least === null) return refuse({ code: 'not-found', what: t`such equipment` });
    if (least < 0) {
      const message = t`There are only ${least - input.delta} at some time then; ${-input.delta} cannot be missing. Give a smaller number or another time.`;
      return refuse({ code: 'bad-input', fields: [{ path: 'delta', message }] });
    }
    await inEntryHistory(change, 'equipment', input.typeId, order.action, () =>
      change.tx.table(StockLine).insert({
        type_id: input.typeId,
        from_min: span.start,
        to_min: input.to ? span.end : null,
        delta: input.delta,
        reason: input.reason,
      }),
    );
    const atRisk = await riskBy(change, span, { typeId: input.typeId }, rulesThatBefallBy('stock'));
    return done({ summary: t`changed the stock; ${riskText(atRisk)}`, atRisk });
  });
}

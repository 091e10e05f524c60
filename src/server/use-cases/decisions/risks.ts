import type { ClaimId } from '@/core/ids';
import type { LocalDateTime } from '@/core/time/local-time';
import type { RiskLine } from '@/contracts/desk';
import { manyDatesText, spanText } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import { risksByClaim } from '../risks/risks-by-claim';
import { DATES_AT_RISK } from './decide.queries';

interface RiskRow {
  readonly claim: ClaimId;
  readonly reference: string;
  readonly title: string;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly places: string | null;
}

/** Booked dates to come that something has befallen, soonest first; of one request the same is said once, with a number. */
export async function risks(ctx: Context): Promise<RiskLine[]> {
  const found = await risksByClaim(ctx, 'office');
  const rows = await ctx.db.value(DATES_AT_RISK, { claims: [...found.keys()] });
  const alike = new Map<string, RiskRow[]>();
  for (const row of rows) {
    const same = JSON.stringify([row.reference, row.places, found.get(row.claim)]);
    alike.set(same, [...(alike.get(same) ?? []), row]);
  }
  return [...alike.values()].map((dates) => {
    const { claim, reference, title, places } = dates[0]!;
    return {
      reference,
      title,
      when: manyDatesText(dates.map(({ startLocal, endLocal }) => spanText(startLocal, endLocal))),
      places: places ?? '',
      sentence: found.get(claim)!.join(' '),
    };
  });
}

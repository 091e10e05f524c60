import type { RiskLine } from '@/contracts/decisions/desk';
import { manyDatesText, spanText } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import { risksByClaim } from '../risks/risks-by-claim';
import { DATES_AT_RISK } from './decide.queries';
import { given, groupBy } from '@/core/lists';

/** Booked dates to come that something has befallen, soonest first; of one request the same is said once, with a number. */
export async function risks(ctx: Context): Promise<RiskLine[]> {
  const found = await risksByClaim(ctx, 'office');
  const rows = await ctx.db.value(DATES_AT_RISK, { claims: [...found.keys()] });
  const alike = groupBy(rows, (row) => JSON.stringify([row.reference, row.places, found.get(row.claim)]));
  return [...alike.values()].map((dates) => {
    const { claim, reference, title, places } = dates[0];
    return {
      reference,
      title,
      when: manyDatesText(dates.map(({ startLocal, endLocal }) => spanText(startLocal, endLocal))),
      places: places ?? '',
      sentence: given('what is at risk', found.get(claim)).join(' '),
    };
  });
}

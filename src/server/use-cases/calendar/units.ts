import { t } from '@/contracts/language/translate';
import { custodyOf, type UnitLoan } from '@/core/equipment/units';
import type { EquipmentTypeId } from '@/core/ids';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { UnitView } from '@/contracts/base/units';
import { momentText } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import { titlesFor } from '../../repositories/names';
import { siteZone } from '../../repositories/world/space-facts';
import { UNITS_OF_TYPE } from './calendar.queries';

/** The numbered units of a type: with whom each is now, was before, and goes next. */
export async function unitsOf(ctx: Context, type: EquipmentTypeId): Promise<Outcome<UnitView[]>> {
  const now = ctx.clock.now();
  const rows = await ctx.db.value(UNITS_OF_TYPE, { type, now });
  if (!rows.length) return refuse({ code: 'not-found', what: t`equipment with numbered units here` });
  const tzid = await siteZone(ctx.db);
  const titles = await titlesFor(ctx.db, ctx.viewer, [
    ...new Set(rows.flatMap(({ loans }) => loans.map(([id]) => id))),
  ]);
  const told = (loan: UnitLoan | null) =>
    loan && {
      with: titles.get(loan.claimId) ?? null,
      from: momentText(loan.span.start, tzid),
      until: momentText(loan.span.end, tzid),
    };
  return done(
    rows.map(({ id, name, loans }) => {
      const custody = custodyOf(
        loans.map(([claimId, start, end]) => ({ resourceId: id, claimId, span: { start, end } })),
        now,
      );
      return { name, now: told(custody.now), before: told(custody.before), next: told(custody.next) };
    }),
  );
}

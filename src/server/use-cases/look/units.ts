import { say } from '@/contracts/language/say';
import { custodyOf, type UnitLoan } from '@/core/equipment/units';
import type { ClaimId, EquipmentTypeId, ResourceId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import type { UnitView } from '@/contracts/units';
import { momentText } from '@/contracts/words/when';
import type { Context } from '../../context';
import { titlesFor } from '../../db/names';
import { siteZone } from '../../db/space-facts';

interface UnitRow {
  readonly id: ResourceId;
  readonly name: string;
  readonly loans: [claim: ClaimId, start: EpochMinute, end: EpochMinute][];
}

// The neighbours of now are enough: whoever has it, had it last, gets it next.
const UNITS = `
SELECT json_group_array(json_object('id', r.id, 'name', r.name, 'loans', (SELECT json_group_array(json_array(o.claim_id, o.start_min, o.end_min)) FROM occupancy o WHERE o.id IN (
  SELECT id FROM (SELECT id FROM occupancy WHERE resource_id = r.id AND occupies = 1 AND end_min <= $now ORDER BY end_min DESC LIMIT 1)
  UNION SELECT id FROM (SELECT id FROM occupancy WHERE resource_id = r.id AND occupies = 1 AND end_min > $now ORDER BY end_min LIMIT 2)))) ORDER BY r.name) AS json
FROM resource r WHERE r.id IN (SELECT resource_id FROM stock_line WHERE type_id = $type AND resource_id IS NOT NULL)`;

/** The numbered units of a type: with whom each is now, was before, and goes next. */
export async function unitsOf(ctx: Context, type: EquipmentTypeId): Promise<Outcome<UnitView[]>> {
  const now = ctx.clock.now();
  const rows = await ctx.db.json<UnitRow[]>(UNITS, { type, now });
  if (!rows.length) return refuse({ code: 'not-found', what: say`equipment with numbered units here` });
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

import { AtRisk } from '@/server/db/tables/claims';
import { randomUUID } from 'node:crypto';
import type { SignedInContext } from '@/server/context/context';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';
import { expectDone } from './changes';

/** Shuts a building or a space as House rules does; gives how many claims are at risk then. */
export async function shut(
  ctx: SignedInContext,
  where: { readonly buildingId: number } | { readonly spaceId: number },
  from: string,
  to: string,
  reason = 'Boiler',
): Promise<number> {
  const doc = { kind: 'shut', owner: 'spaceId' in where ? 'space' : 'building', ...where, from, to, reason };
  expectDone(
    await saveEntry(ctx, 'closure', { key: randomUUID(), id: null, rowVersion: 0, preview: false, doc }),
  );
  const risks = await ctx.db.table(AtRisk).all();
  return new Set(risks.map(({ claim_id }) => claim_id)).size;
}
